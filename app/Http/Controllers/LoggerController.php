<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\ConductPressureTest;
use App\Exceptions\Refused;
use App\Http\Requests\PressureSamplesRequest;
use App\Models\Equipment;
use App\Models\PressureTest;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** What a pressure logger asks and sends, with its own token. */
final class LoggerController
{
    /** Tests of its job that wait for this logger. */
    public function index(Request $request): JsonResponse
    {
        $logger = $this->logger($request);
        $tests = PressureTest::with('section.main')->where('state', 'running')->where('mode', 'device')->whereHas(
            'section.main', static fn ($q) => $q->where('job_id', $logger->job_id),
        )->get()->filter(static fn (PressureTest $t): bool => ($t->run['logger']['id'] ?? $logger->id) === $logger->id)->values();

        return new JsonResponse(['tests' => $tests->map(static fn (PressureTest $t): array => [
            'id' => $t->id, 'number' => $t->number, 'main' => $t->section->main->name, 'section' => $t->section->name,
            'started_at' => $t->started_at->format('Y-m-d\TH:i:sP'),
        ])->all()]);
    }

    public function samples(PressureSamplesRequest $request, PressureTest $test, ConductPressureTest $run): JsonResponse
    {
        $given = $request->validated();
        $maybe = static fn (mixed $v): ?float => $v === null ? null : (float) $v;
        $samples = array_map(
            static fn (array $s): array => [
                't' => (float) $s['time_s'], 'p' => (float) $s['pressure_kpa'], 'c' => $maybe($s['temperature_c'] ?? null),
                'added' => $maybe($s['added_l'] ?? null),
            ],
            array_values($given['samples']),
        );

        return new JsonResponse(['taken' => $run->samples($this->logger($request), $test, $samples)]);
    }

    private function logger(Request $request): Equipment
    {
        $unit = $request->user('sanctum');

        return $unit instanceof Equipment && $unit->tokenCan(Equipment::SEND_PRESSURE) ? $unit
            : throw Refused::forbidden('This token belongs to no pressure logger. Ask the office for one.');
    }
}
