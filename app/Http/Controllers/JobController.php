<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\AdvanceClock;
use App\Http\Requests\ClockRequest;
use App\Models\Job;
use App\Models\Joint;
use App\Models\Main;
use App\Models\Section;
use App\Models\Work;
use App\Pages\TestPage;
use Carbon\CarbonImmutable;
use Diastoma\Core\Procedure\Clock;
use Diastoma\Core\Quantity\Unit;
use Illuminate\Http\JsonResponse;

final class JobController
{
    public function index(): JsonResponse
    {
        return new JsonResponse(['jobs' => Job::orderBy('number')->limit(200)->get(['id', 'number', 'title', 'place'])]);
    }

    public function show(Job $job): JsonResponse
    {
        $job->load('rulebook', 'mains.sections', 'equipment');
        $units = $job->rules()->units;

        return new JsonResponse([
            'id' => $job->id, 'number' => $job->number, 'title' => $job->title, 'place' => $job->place, 'time_zone' => $job->time_zone,
            'simulated' => $job->simulated, 'clock_ahead_s' => $job->clock_ahead_s, 'now' => $job->now()->format('Y-m-d\TH:i:s.vP'),
            'display' => ['small' => $units->display(Unit::Millimetre), 'length' => $units->display(Unit::Metre), 'mass' => $units->display(Unit::Kilogram)],
            'rulebook' => ['id' => $job->rulebook->payload['id'], 'version' => $job->rulebook->version, 'title' => $job->rulebook->title],
            'mains' => $job->mains->map(static fn (Main $main): array => [
                'id' => $main->id, 'name' => $main->name, 'service' => $main->service, 'material' => $main->material, 'dn_mm' => $main->dn_mm,
                'sdr' => $main->sdr, 'pn_bar' => $main->pn_bar, 'pipe' => $main->pipeSaid(), 'joint_method' => $main->joint_method,
                'length_m' => $main->length_m,
                'joint_from' => $main->joints()->min('number'), 'joint_to' => $main->joints()->max('number'),
                'sections' => $main->sections->map(static fn (Section $s): array => [
                    'id' => $s->id, 'name' => $s->name, 'from_station_m' => (float) $s->from_station_m, 'to_station_m' => (float) $s->to_station_m,
                ]),
            ]),
            'equipment' => $job->equipment->map(static fn ($e): array => [
                'id' => $e->id, 'kind' => $e->kind, 'name' => $e->name, 'serial' => $e->serial, 'calibration_until' => $e->calibration_until,
            ]),
        ]);
    }

    /** Every clock that runs on the job, the next to need a hand first. */
    public function clocks(Job $job, TestPage $tests): JsonResponse
    {
        $now = $job->now();
        $joints = Joint::query()->whereIn('main_id', $job->mains()->pluck('id'))
            ->where(static fn ($q) => $q->whereIn('state', ['in_work', 'mend', 'cooling'])->orWhere('test_at', '>', $now))
            ->limit(500)->get(['id', 'number', 'state', 'verdict']);
        $clocks = [];
        foreach ($joints as $joint) {
            foreach ($joint->verdict['clocks'] ?? [] as $clock) {
                if (! in_array($clock['kind'] ?? '', [Clock::TEST, Clock::PASSIVE], true) || CarbonImmutable::parse($clock['due_at']) > $now) {
                    $clocks[] = [...$clock, 'joint_id' => $joint->id, 'joint_number' => $joint->number];
                }
            }
        }
        foreach (Work::where('job_id', $job->id)->whereIn('state', ['in_work', 'mend', 'cooling'])->limit(500)->get(['id', 'title', 'verdict']) as $work) {
            $clocks = [
                ...$clocks,
                ...array_map(
                    static fn (array $clock): array => [...$clock, 'joint_id' => $work->id, 'joint_number' => null, 'work' => $work->title],
                    $work->verdict['clocks'] ?? [],
                ),
            ];
        }
        $clocks = [...$clocks, ...$tests->clocks($job)];
        usort($clocks, static fn (array $a, array $b): int => [$a['due_at'], $a['joint_number']] <=> [$b['due_at'], $b['joint_number']]);

        return new JsonResponse(['now' => $now->format('Y-m-d\TH:i:s.vP'), 'clock_ahead_s' => $job->clock_ahead_s, 'clocks' => $clocks]);
    }

    public function advance(ClockRequest $request, Job $job, AdvanceClock $advance, TestPage $tests): JsonResponse
    {
        $given = $request->validated();
        $person = $request->person();
        $advance->execute($job, $person, CarbonImmutable::parse($given['to']), 'Put forward by hand on a simulated job.');

        return $this->clocks($job->refresh(), $tests);
    }
}
