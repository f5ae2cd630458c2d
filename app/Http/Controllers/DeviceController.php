<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\ReceiveSamples;
use App\Exceptions\Refused;
use App\Http\Requests\DeviceFusionRequest;
use App\Http\Requests\FusionSamplesRequest;
use App\Models\Equipment;
use App\Models\FusionRun;
use Carbon\CarbonImmutable;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** What a control unit sends while it fuses, with its own token. */
final class DeviceController
{
    public function __construct(private readonly ReceiveSamples $receive)
    {
    }

    public function start(DeviceFusionRequest $request): JsonResponse
    {
        $given = $request->validated();
        $run = $this->receive->start(
            $this->unit($request), (int) $given['joint'], $given['main'] ?? null, $given['label'], $given['record'] ?? null,
            isset($given['started_at']) ? CarbonImmutable::parse($given['started_at'])->utc() : null,
        );

        return new JsonResponse(['id' => $run->id, 'record' => $run->record, 'voltage_v' => $run->voltage_v, 'time_s' => $run->time_s], 201);
    }

    public function samples(FusionSamplesRequest $request, FusionRun $run): JsonResponse
    {
        $given = $request->validated();
        $samples = array_map(
            static fn (array $s): array => ['t' => (float) $s['time_s'], 'v' => (float) $s['voltage_v'], 'i' => (float) $s['current_a']],
            array_values($given['samples']),
        );
        $run = $this->receive->execute($this->unit($request), $run, $samples, $given['end_code'] ?? null);

        return new JsonResponse(['id' => $run->id, 'finished' => $run->finished, 'taken' => count($samples)]);
    }

    private function unit(Request $request): Equipment
    {
        $unit = $request->user('sanctum');

        return $unit instanceof Equipment && $unit->tokenCan(Equipment::SEND_SAMPLES) ? $unit
            : throw Refused::forbidden('This token belongs to no control unit that may send samples. Ask the office for one.');
    }
}
