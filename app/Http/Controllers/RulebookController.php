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
    public function show(Request $request, Job $job): JsonResponse
    {
        /** @var Person $person */
        $person = $request->user();

        return new JsonResponse(RulebookPage::of($job->load('rulebook'), $person));
    }

    public function store(RulebookRequest $request, Job $job, ChangeRulebook $change): JsonResponse
    {
        $given = $request->validated();
        $person = $request->person();
        match (true) {
            isset($given['rulebook']) => $change->base($job, $person, $given['rulebook'], (string) $given['reason']),
            isset($given['hold_point']) => $change->hold($job, $person, $given['hold_point'], (string) $given['reason']),
            isset($given['drop_hold_point']) => $change->dropHold($job, $person, $given['drop_hold_point'], (string) $given['reason']),
            isset($given['certificates']) => $change->certificates($job, $person, $given['certificates'], (string) $given['reason']),
            isset($given['one_by_one']) => $change->oneByOne($job, $person, $given['one_by_one'], (string) $given['reason']),
            isset($given['school']) => $change->school($job, $person, $given['school'], (string) $given['reason']),
            default => $change->limit($job, $person, $given['limit'], (float) $given['value'], (string) $given['reason']),
        };

        return new JsonResponse(RulebookPage::of($job->refresh()->load('rulebook'), $person), 201);
    }

    public function judge(Request $request, Joint $joint, JudgeAgain $judge): JsonResponse
    {
        /** @var Person $person */
        $person = $request->user();

        return new JsonResponse(Bench::of($judge->execute($joint, $person), $person));
    }
}
