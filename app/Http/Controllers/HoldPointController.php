<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\SignHoldPoints;
use App\Exceptions\Refused;
use App\Http\Requests\HoldSignaturesRequest;
use App\Models\Job;
use App\Models\Person;
use App\Pages\HoldPoints;
use Diastoma\Core\Quantity\Moment;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

final class HoldPointController
{
    /** What waits for a signature now. */
    public function index(Request $request, Job $job): JsonResponse
    {
        /** @var Person $person */
        $person = $request->user();

        return new JsonResponse(HoldPoints::waiting($job->load('rulebook'), $person));
    }

    public function sign(HoldSignaturesRequest $request, Job $job, SignHoldPoints $sign): JsonResponse
    {
        $given = $request->validated();
        $deviceAt = Moment::spelled($given['device_at']) ?? throw Refused::input('The time of this signature is none. Set the clock of this device.');
        $sign->execute($job, $request->person(), $given['signatures'], trim((string) ($given['remark'] ?? '')), $deviceAt);

        return new JsonResponse(HoldPoints::waiting($job->refresh()->load('rulebook'), $request->person()), 201);
    }
}
