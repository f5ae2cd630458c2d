<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\BringBolts;
use App\Exceptions\Refused;
use App\Http\Requests\BoltLogRequest;
use App\Http\Requests\DeviceBoltsRequest;
use App\Models\Equipment;
use App\Models\Joint;
use App\Pages\Bench;
use Illuminate\Http\JsonResponse;

/** What a logging torque wrench wrote: as a file, or sent by itself with its own token. */
final class BoltLogController
{
    public function __construct(private readonly BringBolts $bring)
    {
    }

    public function store(BoltLogRequest $request, Joint $joint): JsonResponse
    {
        $given = $request->validated();
        $subject = $this->bring->file($joint, $request->person(), (string) $request->file('file')?->get(), $given['circle'] ?? null);

        return new JsonResponse(Bench::of($subject, $request->person()), 201);
    }

    public function device(DeviceBoltsRequest $request): JsonResponse
    {
        $unit = $request->user('sanctum');
        if (! $unit instanceof Equipment || ! $unit->tokenCan(Equipment::SEND_SAMPLES)) {
            throw Refused::forbidden('This token belongs to no wrench that may send readings. Ask the office for one.');
        }
        $given = $request->validated();
        $subject = $this->bring->device($unit, (int) $given['joint'], $given['main'] ?? null, $request->rows(), $given['circle'] ?? null);

        return new JsonResponse(['taken' => count($given['rows']), 'state' => $subject->sitting()->state()->value], 201);
    }
}
