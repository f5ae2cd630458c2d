<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\AdvanceClock;
use App\Http\Requests\ClockRequest;
use App\Http\Requests\JobRequest;
use App\Http\Requests\ReasonRequest;
use App\Http\Requests\SpecificationRequest;
use App\Models\Job;
use App\Models\Joint;
use App\Models\Main;
use App\Models\Membership;
use App\Models\Person;
use App\Models\Section;
use App\Models\Work;
use App\Office\Jobs;
use App\Pages\TestPage;
use Carbon\CarbonImmutable;
use Diastoma\Core\Procedure\Clock;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Rulebook;
use Diastoma\Core\Rulebook\Rulebooks;
use Diastoma\Core\Sitting\Beginning;
use Diastoma\Core\Sitting\Desk;
use Diastoma\Core\Sitting\Rights;
use Diastoma\Core\Sitting\State;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;

final class JobController
{
    private const MOST = 1000;

    /** The jobs that somebody is a member of, and as what. */
    public function index(Request $request): JsonResponse
    {
        /** @var Person $person */
        $person = $request->user();
        $roles = Membership::where('person_id', $person->id)->toBase()->pluck('role', 'job_id');
        $jobs = Job::whereIn('id', $roles->keys())->orderByRaw('closed_at IS NOT NULL')->orderBy('number')->limit(self::MOST)
            ->get(['id', 'number', 'title', 'place', 'simulated', 'closed_at']);

        return new JsonResponse(['jobs' => $jobs->map(static fn (Job $job): array => [
            'id' => $job->id, 'number' => $job->number, 'title' => $job->title, 'place' => $job->place, 'simulated' => $job->simulated,
            'closed' => $job->closed_at !== null, 'role' => $roles[$job->id],
        ])->all(), 'rulebooks' => array_map(static fn (Rulebook $r): array => ['id' => $r->id, 'title' => $r->title], Rulebooks::all())]);
    }

    /** Every job by its name, for whoever says who works on them. */
    public function all(Request $request): JsonResponse
    {
        /** @var Person $person */
        $person = $request->user();
        $person->mustKeepOffice();
        $jobs = Job::orderBy('number')->limit(self::MOST)->get(['id', 'number', 'title', 'place']);

        return new JsonResponse(['jobs' => $jobs->map(static fn (Job $job): array => $job->only(['id', 'number', 'title', 'place']))->all()]);
    }

    public function store(JobRequest $request, Jobs $jobs): JsonResponse
    {
        return $this->show($request, $jobs->make($request->person(), $request->validated()))->setStatusCode(201);
    }

    public function update(JobRequest $request, Job $job, Jobs $jobs): JsonResponse
    {
        return $this->show($request, $jobs->change($job, $request->person(), $request->validated()));
    }

    public function specify(SpecificationRequest $request, Job $job, Jobs $jobs): JsonResponse
    {
        $file = $request->file('file');

        return $this->show($request, $file === null || is_array($file) ? $job : $jobs->specify($job, $request->person(), $file));
    }

    public function close(ReasonRequest $request, Job $job, Jobs $jobs): JsonResponse
    {
        return $this->show($request, $jobs->close($job, $request->person(), $request->validated('reason')));
    }

    public function open(ReasonRequest $request, Job $job, Jobs $jobs): JsonResponse
    {
        return $this->show($request, $jobs->open($job, $request->person(), $request->validated('reason')));
    }

    public function show(Request $request, Job $job): JsonResponse
    {
        /** @var Person $person */
        $person = $request->user();
        $role = $person->mustBeOn($job);
        $job->load('rulebook', 'mains.sections', 'equipment');
        $units = $job->rules()->units;
        $runs = self::runs($job);

        return new JsonResponse([
            'id' => $job->id, 'number' => $job->number, 'title' => $job->title, 'place' => $job->place, 'time_zone' => $job->time_zone,
            'began_on' => $job->began_on?->format('Y-m-d'), 'closed_at' => $job->closed_at?->format('Y-m-d\TH:i:s\Z'), 'role' => $role,
            'beginning' => Beginning::of(
                Membership::where('job_id', $job->id)->count(), $job->equipment->whereNull('retired_at')->count(), $job->mains->count(), count($runs),
            ),
            'specification' => $job->specification_sha256 === null ? null : ['sha256' => $job->specification_sha256, 'name' => $job->specification_name],
            'may' => Rights::all($role), 'simulated' => $job->simulated, 'clock_ahead_s' => $job->clock_ahead_s,
            'now' => $job->now()->format('Y-m-d\TH:i:s.vP'),
            'display' => ['small' => $units->display(Unit::Millimetre), 'length' => $units->display(Unit::Metre), 'mass' => $units->display(Unit::Kilogram)],
            'rulebook' => ['id' => $job->rulebook->payload['id'], 'version' => $job->rulebook->version, 'title' => $job->rulebook->title],
            'mains' => $job->mains->map(static fn (Main $main): array => [
                'id' => $main->id, 'name' => $main->name, 'service' => $main->service, 'material' => $main->material, 'dn_mm' => $main->dn_mm,
                'sdr' => $main->sdr, 'pn_bar' => $main->pn_bar, 'pipe' => $main->pipeSaid(), 'joint_method' => $main->joint_method,
                'length_m' => $main->length_m,
                'joint_from' => isset($runs[$main->id]) ? $runs[$main->id][0][0] : null,
                'joint_to' => isset($runs[$main->id]) ? $runs[$main->id][count($runs[$main->id]) - 1][1] : null,
                'joint_runs' => $runs[$main->id] ?? [],
                'sections' => $main->sections->map(static fn (Section $s): array => [
                    'id' => $s->id, 'name' => $s->name, 'from_station_m' => (float) $s->from_station_m, 'to_station_m' => (float) $s->to_station_m,
                ]),
            ]),
            'equipment' => $job->equipment->whereNull('retired_at')->values()->map(static fn ($e): array => [
                'id' => $e->id, 'kind' => $e->kind, 'name' => $e->name, 'serial' => $e->serial, 'calibration_until' => $e->calibration_until,
            ]),
        ]);
    }

    /** @return array<string, non-empty-list<array{int, int}>> by main: runs of numbers of its joints */
    private static function runs(Job $job): array
    {
        $mains = $job->mains->pluck('id')->all();
        $ends = DB::table('joints')->whereIn('main_id', $mains)->where('suffix', '')
            ->selectRaw('main_id, MIN(number) AS first, MAX(number) AS last, COUNT(*) AS count')->groupBy('main_id')->get();
        $broken = $ends->filter(static fn (\stdClass $e): bool => $e->last - $e->first + 1 !== (int) $e->count)->pluck('main_id')->all();
        $marks = implode(',', array_fill(0, count($broken), '?'));
        $rows = [...$ends->whereNotIn('main_id', $broken)->all(), ...($broken === [] ? [] : DB::select( // only where numbers are missing in between
            "SELECT main_id, MIN(number) AS first, MAX(number) AS last FROM (
                SELECT main_id, number, CAST(number AS SIGNED) - ROW_NUMBER() OVER (PARTITION BY main_id ORDER BY number) AS island FROM joints
                WHERE suffix = '' AND main_id IN ({$marks})) AS numbered GROUP BY main_id, island ORDER BY main_id, first", $broken,
        ))];
        $runs = [];
        foreach ($rows as $row) {
            $runs[$row->main_id][] = [(int) $row->first, (int) $row->last];
        }

        return $runs;
    }

    /** Every clock that runs on the job, the next to need a hand first. */
    public function clocks(Job $job, TestPage $tests): JsonResponse
    {
        $now = $job->now();
        $mains = $job->mains()->pluck('id');
        $working = Joint::query()->whereIn('main_id', $mains)->whereIn('state', ['in_work', 'mend', 'cooling'])->limit(500)->toBase()->pluck('id');
        $waiting = Joint::query()->whereIn('main_id', $mains)->where('test_at', '>', $now)->limit(500)->toBase()->pluck('id'); // apart: each by its index
        $joints = Joint::query()->whereIn('id', $working->merge($waiting)->unique())->limit(500)->get(['id', 'number', 'state', 'verdict']);
        $clocks = [];
        foreach ($joints as $joint) {
            foreach ($joint->verdict['clocks'] ?? [] as $clock) {
                if (Desk::isShown(State::from($joint->state), $clock['kind'] ?? '', CarbonImmutable::parse($clock['due_at']), $now)) {
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
        $clocks = array_map(static fn (array $clock): array => [...$clock, 'needs_hand' => Clock::needsHand($clock['kind'] ?? '')], $clocks);
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
