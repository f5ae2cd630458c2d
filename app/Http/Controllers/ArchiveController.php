<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Archive\Read;
use App\Archive\Written;
use App\Http\Requests\ArchiveRequest;
use App\Models\Job;
use Illuminate\Http\JsonResponse;
use Symfony\Component\HttpFoundation\BinaryFileResponse;

/** A job as one file, and a job from one. */
final class ArchiveController
{
    /** Whoever reads the job may take it along: an inspector, an owner. */
    public function show(Job $job): BinaryFileResponse
    {
        $file = tempnam(sys_get_temp_dir(), 'archive') ?: throw new \RuntimeException('There is no room for the file.');
        Written::to($job, $file);

        return response()->download($file, preg_replace('/[^A-Za-z0-9._-]/', '_', "job-{$job->number}").'.zip', ['Content-Type' => 'application/zip'])
            ->deleteFileAfterSend();
    }

    public function store(ArchiveRequest $request, Read $read): JsonResponse
    {
        $file = $request->file('file');
        $job = $read->from($file === null || is_array($file) ? '' : $file->getPathname(), $request->person(), array_values($request->validated('same', [])));

        return new JsonResponse(['id' => $job->id, 'number' => $job->number, 'title' => $job->title, 'entries' => $job->journal_seq], 201);
    }
}
