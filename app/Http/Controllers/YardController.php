<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Requests\TraceRequest;
use App\Models\Job;
use App\Pages\YardPage;
use App\Reports\ReturnNote;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;

/** The yard of a job: stock against need, where a piece went, what goes back. */
final class YardController
{
    public function show(Job $job): JsonResponse
    {
        return new JsonResponse(YardPage::of($job));
    }

    public function trace(TraceRequest $request, Job $job): JsonResponse
    {
        return new JsonResponse(YardPage::trace($job, trim((string) ($request->validated('number') ?? ''))));
    }

    public function returnNote(Job $job, ReturnNote $note): Response
    {
        return new Response($note->of($job), 200, ['Content-Type' => 'application/pdf', 'Content-Disposition' => 'inline; filename="return-note.pdf"']);
    }
}
