<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\ChangeRulebook;
use App\Actions\JudgeAgain;
use App\Http\Requests\RulebookRequest;
use App\Models\Job;
use App\Models\Joint;
use App\Models\Person;
use App\Pages\Bench;
use App\Pages\RulebookPage;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

final class RulebookController
{
    public function show(Job $job): JsonResponse
    {
        return new JsonResponse(RulebookPage::of($job->load('rulebook')));
    }

    public function store(RulebookRequest $request, Job $job, ChangeRulebook $change): JsonResponse
    {
        $given = $request->validated();
        $person = $request->person();
        match (true) {
            isset($given['rulebook']) => $change->base($job, $person, $given['rulebook'], (string) $given['reason']),
            isset($given['school']) => $change->school($job, $person, $given['school'], (string) $given['reason']),
            default => $change->limit($job, $person, $given['limit'], (float) $given['value'], (string) $given['reason']),
        };

        return new JsonResponse(RulebookPage::of($job->refresh()->load('rulebook')), 201);
    }

    public function judge(Request $request, Joint $joint, JudgeAgain $judge): JsonResponse
    {
        /** @var Person $person */
        $person = $request->user();

        return new JsonResponse(Bench::of($judge->execute($joint, $person)));
    }
}
