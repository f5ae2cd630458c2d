<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Requests\InstrumentRequest;
use App\Http\Requests\TokenRequest;
use App\Models\Equipment;
use App\Models\Job;
use App\Models\Person;
use App\Office\Instruments;
use App\Office\SquareCode;
use App\Procedures\WrenchDay;
use Diastoma\Core\Quantity\UnitSystem;
use Diastoma\Core\Sitting\InstrumentKind;
use Diastoma\Core\Sitting\Paper;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

final class InstrumentController
{
    public function __construct(private readonly Instruments $instruments)
    {
    }

    public function index(Job $job): JsonResponse
    {
        $units = $job->rules()->units;

        return new JsonResponse([
            'instruments' => $job->equipment->map(static fn (Equipment $unit): array => self::seen($unit, $units))->all(),
            'kinds' => array_map(static fn (InstrumentKind $k): array => [
                'id' => $k->value, 'title' => $k->title(), 'sends' => $k->sends(),
                'display' => ($unit = $k->reads()) === null ? null : $units->display($unit),
            ], InstrumentKind::cases()),
        ]);
    }

    public function store(InstrumentRequest $request, Job $job): JsonResponse
    {
        $this->instruments->put($job, $request->person(), null, $request->validated(), $request->file('paper'));

        return $this->index($job->refresh())->setStatusCode(201);
    }

    public function update(InstrumentRequest $request, Equipment $unit): JsonResponse
    {
        $this->instruments->put($unit->job, $request->person(), $unit, $request->validated(), $request->file('paper'));

        return $this->index($unit->job->refresh());
    }

    public function retire(Request $request, Equipment $unit): JsonResponse
    {
        return $this->used($request, $unit, false);
    }

    public function takeUp(Request $request, Equipment $unit): JsonResponse
    {
        return $this->used($request, $unit, true);
    }

    private function used(Request $request, Equipment $unit, bool $inUse): JsonResponse
    {
        /** @var Person $by */
        $by = $request->user();
        $this->instruments->retire($unit, $by, ! $inUse);

        return $this->index($unit->job->refresh());
    }

    /** Shown once: only its hash is kept. */
    public function token(TokenRequest $request, Equipment $unit): JsonResponse
    {
        $token = $this->instruments->token($unit, $request->person(), (int) ($request->validated('days') ?? 180));

        return new JsonResponse(['token' => $token, 'code' => SquareCode::rows($token)], 201);
    }

    public function revoke(Request $request, Equipment $unit): JsonResponse
    {
        /** @var Person $by */
        $by = $request->user();
        $this->instruments->revoke($unit, $by);

        return $this->index($unit->job->refresh());
    }

    /** @return array<string, mixed> */
    public static function seen(Equipment $unit, UnitSystem $units): array
    {
        return [
            'id' => $unit->id, 'kind' => $unit->kind, 'name' => $unit->name, 'serial' => $unit->serial, 'calibration_until' => $unit->calibration_until,
            'range' => $unit->range($units), 'range_low' => $unit->range_low, 'range_high' => $unit->range_high, 'range_said' => $unit->range_said,
            'resolution' => $unit->resolution_said, 'paper' => $unit->paper_sha256, 'retired' => $unit->retired_at !== null,
            'tokens' => $unit->tokens()->where(static fn ($q) => $q->whereNull('expires_at')->orWhere('expires_at', '>', now()))->count(),
            'day' => self::day($unit), 'standing' => Paper::standing($unit->calibration_until, now('UTC')->toDateTimeImmutable()),
        ];
    }

    /** @return array{severity: string, said: string}|null what a torque wrench read today, from joint to joint */
    private static function day(Equipment $unit): ?array
    {
        $day = WrenchDay::of($unit);

        return $day === null ? null : ['severity' => $day->severity->value, 'said' => $day->said];
    }
}
