<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Requests\DifferenceRequest;
use App\Models\Difference;
use App\Models\Job;
use App\Models\Main;
use App\Models\Person;
use App\Models\Taking;
use App\Pages\AlongPage;
use App\Procedures\Subject;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Log;
use Illuminate\Support\Str;

/** Work without signal: a main taken along, and what became of it. */
final class AlongController
{
    private const MOST = 100;

    /** Takes a main along: what its rules need, under the rights of this moment. */
    public function store(Request $request, Main $main): JsonResponse
    {
        /** @var Person $person */
        $person = $request->user();
        $taking = Taking::create([
            'id' => (string) Str::uuid(), 'job_id' => $main->job_id, 'main_id' => $main->id, 'person_id' => $person->id, 'role' => $person->mustBeOn($main),
            'taken_at' => $main->job->now()->format('Y-m-d\TH:i:s.vP'),
        ]);

        return new JsonResponse(AlongPage::of($main, $taking), 201);
    }

    /** One work, as it is judged. */
    public function show(Request $request, string $kind, string $subject): JsonResponse
    {
        /** @var Person $person */
        $person = $request->user();
        $found = Subject::find($kind, $subject);
        $person->mustBeOn($found->job);

        return new JsonResponse([...AlongPage::sitting($found), 'rulebook' => $found->rulebook()->toArray()]);
    }

    /** A device judged otherwise than the server. */
    public function differ(DifferenceRequest $request): JsonResponse
    {
        $given = $request->validated();
        $subject = Subject::find($given['subject_type'], $given['subject_id']);
        $request->person()->mustBeOn($subject->job);
        $difference = Difference::create([...$given, 'job_id' => $subject->job->id, 'person_id' => $request->person()->id]);
        // what a device sends stands on one line of the log, whatever it sends
        $said = array_map(static fn (mixed $v): string => preg_replace('/[\x00-\x1F\x7F]+|\x5C[nr]/', ' ', (string) $v) ?? '', $given);
        Log::warning('A device judged otherwise than the server.', [...$said, 'id' => $difference->id]);

        return new JsonResponse(['id' => $difference->id], 201);
    }

    public function differences(Job $job): JsonResponse
    {
        return new JsonResponse(['differences' => Difference::with('person:id,name')->where('job_id', $job->id)->latest('created_at')->limit(self::MOST)->get()
            ->map(static fn (Difference $d): array => [
                'id' => $d->id, 'subject_type' => $d->subject_type, 'subject_id' => $d->subject_id, 'at' => $d->at, 'device' => $d->device,
                'server' => $d->server, 'rules' => $d->rules, 'by' => $d->person->name, 'seen_at' => $d->created_at->format(DATE_RFC3339),
            ])]);
    }
}
