<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\ReceiveSamples;
use App\Exceptions\Refused;
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

    public function start(Request $request): JsonResponse
    {
        $given = $request->validate([
            'joint' => 'required|integer|min:1', 'main' => 'string|max:100', 'label' => 'required|string|max:40', 'record' => 'string|max:40',
            'started_at' => 'date',
        ]);
        $run = $this->receive->start(
            $this->unit($request), (int) $given['joint'], $given['main'] ?? null, $given['label'], $given['record'] ?? null,
            isset($given['started_at']) ? CarbonImmutable::parse($given['started_at'])->utc() : null,
        );

        return new JsonResponse(['id' => $run->id, 'record' => $run->record, 'voltage_v' => $run->voltage_v, 'time_s' => $run->time_s], 201);
    }

    public function samples(Request $request, FusionRun $run): JsonResponse
    {
        $given = $request->validate([
            'samples' => 'present|array|max:5000', 'samples.*.time_s' => 'required|numeric|min:0', 'samples.*.voltage_v' => 'required|numeric',
            'samples.*.current_a' => 'required|numeric',
            'end_code' => 'nullable|string|max:60',
        ]);
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
