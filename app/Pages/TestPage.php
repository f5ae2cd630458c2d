<?php

declare(strict_types=1);

namespace App\Pages;

use App\Actions\ClosePressureTest;
use App\Actions\PlanPressureTest;
use App\Journal\Journal;
use App\Models\Job;
use App\Models\Main;
use App\Models\Person;
use App\Models\PressureTest;
use App\Models\Section;
use App\PressureTests\KnownFacts;
use App\PressureTests\Readying;
use App\PressureTests\Recorded;
use App\PressureTests\Signed;
use App\Procedures\Subject;
use App\Traces\TraceStore;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\PressureTest\Medium;
use Diastoma\Core\PressureTest\MethodLimits;
use Diastoma\Core\PressureTest\Option;
use Diastoma\Core\PressureTest\Run\Conduct;
use Diastoma\Core\PressureTest\Run\Now;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\TestMethod;
use Diastoma\Core\PressureTest\TestMethods;
use Diastoma\Core\PressureTest\TestPlan;
use Diastoma\Core\PressureTest\Words;
use Diastoma\Core\Procedure\Clock;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Quantity\UnitSystem;
use Diastoma\Core\Rulebook\Limit;
use Diastoma\Core\Simulation\PressureFault;

/** What the screens need of a section's tests. */
final class TestPage
{
    public function __construct(private readonly PlanPressureTest $planning, private readonly Recorded $recorded, private readonly TraceStore $traces)
    {
    }

    /**
     * @param  array<string, mixed>  $options
     * @return array<string, mixed>
     */
    public function section(Section $section, Person $person, ?string $method, array $options): array
    {
        $units = KnownFacts::words($section)->units;
        $facts = KnownFacts::of($section);
        $known = TestMethods::for($facts, $units);
        $limits = MethodLimits::of($section->main->job->rules());
        $ids = array_map(static fn (array $m): string => $m['method']->id(), $known);
        $chosen = in_array($method, $ids, true) ? $method : ($ids[0] ?? null);
        [$plan, $fault] = $chosen === null ? [
            null, 'No test method is made for this section. Check its material and service.',
        ] : $this->plan($section, $chosen, $options, $facts);
        $preparation = Subject::section($section, $plan === null ? Medium::Water->value : $plan->medium->value);
        $readiness = $plan === null ? null : Readying::of($section, $plan, $facts, $preparation);

        return [
            'section' => [
                'id' => $section->id, 'name' => $section->name, 'from_station_m' => $section->from_station_m, 'to_station_m' => $section->to_station_m,
                'facts' => [...$facts->toArray(), 'length_m' => $facts->lengthM(), 'volume_m3' => $facts->volumeM3()],
                'facts_written' => $section->facts !== null,
            ],
            'ready' => $readiness?->isReady() ?? false, 'gates' => $readiness->gates ?? [],
            'methods' => array_map(static fn (array $m): array => [...self::method($m['method']->by($limits)), 'why' => $m['why']], $known),
            'chosen' => $chosen, 'plan' => $plan === null ? null : [...$plan->toArray(), 'limits' => self::limits($plan, $units)], 'plan_fault' => $fault,
            'bench' => Bench::of($preparation, $person),
            'display' => self::display($plan === null ? new Words($units) : (new Words($units))->upTo($plan->gaugeKpa)),
            'facts_display' => self::display(new Words($units)),
            'tests' => $section->tests->map(fn (PressureTest $test): array => $this->test($test))->all(),
        ];
    }

    /**
     * @param  array<string, mixed>  $options
     * @return array{?TestPlan, ?string}
     */
    private function plan(Section $section, string $method, array $options, TestSection $facts): array
    {
        try {
            return [$this->planning->preview($section, $method, $options, $facts), null];
        } catch (InvalidInput $fault) {
            return [null, $fault->getMessage()];
        }
    }

    /**
     * The limits that a plan works by, those that the job changed first.
     *
     * @return list<array{id: string, title: string, said: string, source: string, changed_by: string, reason: string}>
     */
    private static function limits(TestPlan $plan, UnitSystem $units): array
    {
        $rows = array_map(static fn (Limit $limit): array => [
            'id' => $limit->id, 'title' => $limit->title, 'said' => $units->print($limit->value, $limit->unit), 'source' => $limit->source->tag(),
            'changed_by' => $limit->changedBy, 'reason' => $limit->reason,
        ], $plan->limits);
        usort($rows, static fn (array $a, array $b): int => ($a['changed_by'] === '' ? 1 : 0) <=> ($b['changed_by'] === '' ? 1 : 0));

        return $rows;
    }

    /** @return array<string, mixed> */
    private static function method(TestMethod $method): array
    {
        return [
            'id' => $method->id(), 'title' => $method->title(), 'source' => $method->source()->tag(),
            'remembered' => $method->source()->kind === \Diastoma\Core\Rulebook\SourceKind::FromMemory, 'standing' => $method->standing()->value,
            'medium' => $method->medium()->value, 'options' => array_map(static fn (Option $o): array => $o->toArray(), $method->options()),
        ];
    }

    /**
     * How the screen shows each quantity of a test.
     *
     * @return array<string, array{symbol: string, factor: float, offset: float, decimals: int}>
     */
    private static function display(Words $words): array
    {
        $shown = static fn (Unit $unit): array => $words->units->display($unit);

        return [
            'pressure' => $words->pressure(), 'length' => $shown(Unit::Metre), 'small' => $shown(Unit::Millimetre), 'volume' => $shown(Unit::Litre),
            'temperature' => $shown(Unit::Celsius),
        ];
    }

    /** @return array<string, mixed> */
    public function test(PressureTest $test): array
    {
        $method = Recorded::method($test);
        $units = KnownFacts::words($test->section)->units;
        $plan = Recorded::plan($test);
        $running = $test->state === 'running';
        $elapsed = $running ? $this->recorded->elapsed($test) : null;

        return [
            'id' => $test->id, 'number' => $test->number,
            ...array_intersect_key(self::method($method), ['title' => 1, 'source' => 1, 'remembered' => 1, 'standing' => 1]), 'method' => $test->method,
            'state' => $test->state ?? 'planned', 'mode' => $test->mode,
            'repeat_of' => $test->repeat_of === null ? null : PressureTest::whereKey($test->repeat_of)->value('number'),
            'plan' => [...$test->plan, 'options' => (object) ($test->plan['options'] ?? []), 'limits' => self::limits($plan, $units)],
            'verdict' => $test->verdict === null ? null : [...$test->verdict, 'figures' => (object) ($test->verdict['figures'] ?? [])],
            'measured' => (object) ($test->measured ?? []),
            'asks' => array_map(static fn (ReadingSpec $spec): array => $spec->toArray($units), $method->asks()),
            'faults' => array_map(static fn (PressureFault $f): array => ['id' => $f->value, 'title' => $f->title()], PressureFault::in($plan->medium)),
            'display' => self::display((new Words($units))->upTo($plan->gaugeKpa)),
            'notes' => Recorded::notes($test), 'logging' => $running && $test->conduct()->isLogging(),
            'now' => $elapsed === null ? null : [
                ...Now::at($plan, $test->mode === 'simulated' ? [] : Recorded::marks($test), $elapsed)->toArray(), 'elapsed_s' => $elapsed,
            ],
            'hand' => $running && $test->mode === 'hand' || self::isPlanned($test) ? $this->hand($test, $units) : null,
            'samples' => $test->hasEnded() ? $this->traces->extent('test', $test->id)['count'] : null,
            'mends' => ClosePressureTest::written($test, Journal::TEST_MEND), 'signatures' => ClosePressureTest::written($test, Journal::TEST_SIGNED),
            'ready' => $test->ready, 'held' => Signed::waits($test),
            'again' => $test->state === 'passed' ? $test->conduct()->again(Signed::cutOutSince($test)) : null,
            'started_at' => $test->started_at?->format('Y-m-d\TH:i:sP'), 'ended_at' => $test->ended_at?->format('Y-m-d\TH:i:sP'),
        ];
    }

    private static function isPlanned(PressureTest $test): bool
    {
        return ($test->state ?? Conduct::PLANNED) === Conduct::PLANNED;
    }

    /**
     * What a device needs to begin it, or to go on with it, without signal.
     *
     * @return array<string, mixed>
     */
    private function hand(PressureTest $test, UnitSystem $units): array
    {
        $isPlanned = self::isPlanned($test);

        return [
            'test' => [
                'method' => $test->method, 'plan' => [...$test->plan, 'options' => (object) ($test->plan['options'] ?? [])],
                'section' => Recorded::section($test)->toArray(), 'units' => $units->value, 'started_at' => $test->started_at?->format('Y-m-d\TH:i:s.vP'),
            ],
            'samples' => $isPlanned ? [] : $this->recorded->soFar($test),
            'planned_at' => $isPlanned ? Signed::about($test, Journal::TEST_PLANNED)->first()?->device_at : null,
            'gates' => $isPlanned ? Readying::of($test->section, Recorded::plan($test))->gates : [],
        ];
    }

    /**
     * Clocks of the tests that run on a job: the end of the phase each is in.
     *
     * @return list<array<string, mixed>>
     */
    public function clocks(Job $job): array
    {
        $clocks = [];
        $running = PressureTest::with('section.main.job')->where('state', 'running')->whereIn(
            'section_id', Section::whereIn('main_id', Main::where('job_id', $job->id)->select('id'))->select('id'),
        )->get();
        foreach ($running as $test) {
            $now = Now::at(Recorded::plan($test), $test->mode === 'simulated' ? [] : Recorded::marks($test), $this->recorded->elapsed($test));
            $clocks[] = [
                'id' => "test-{$test->id}", 'source' => Recorded::method($test)->source()->tag(), 'kind' => Clock::TEST_PHASE,
                ...$now->clock($test->started_at->toDateTimeImmutable(), $test->mode === 'simulated' ? (float) $test->run['speed'] : 1.0),
                'joint_id' => $test->id, 'joint_number' => null, 'main' => $test->section->main_id, 'section' => $test->section->name, 'test' => $test->number,
            ];
        }

        return $clocks;
    }
}
