<?php

declare(strict_types=1);

namespace App\PressureTests;

use App\Journal\Journal;
use App\Models\Entry;
use App\Models\PressureTest;
use App\Traces\LoggedTrace;
use App\Traces\TraceStore;
use Carbon\CarbonImmutable;
use Diastoma\Core\PressureTest\MethodLimits;
use Diastoma\Core\PressureTest\PressureTrace;
use Diastoma\Core\PressureTest\Run\ByHand;
use Diastoma\Core\PressureTest\Run\Run;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\TestMethod;
use Diastoma\Core\PressureTest\TestMethods;
use Diastoma\Core\PressureTest\TestPlan;
use Diastoma\Core\Simulation\PressureFault;
use Diastoma\Core\Simulation\PressureLogger;
use Diastoma\Core\Sitting\Sending;

/** What there is of a test so far, whichever way it came: simulated, by hand, from a device, from a file. */
final class Recorded
{
    public function __construct(private readonly TraceStore $traces)
    {
    }

    public static function plan(PressureTest $test): TestPlan
    {
        return TestPlan::fromArray($test->plan);
    }

    /** Its method by the limits that it was planned by. */
    public static function method(PressureTest $test): TestMethod
    {
        return TestMethods::of($test->method)->by(MethodLimits::held(self::plan($test)->limits));
    }

    public static function section(PressureTest $test): TestSection
    {
        return $test->section_facts === null ? KnownFacts::of($test->section) : TestSection::fromArray($test->section_facts);
    }

    /** Seconds that have gone by since it was started, in the time of the job. */
    public function elapsed(PressureTest $test): float
    {
        $real = (CarbonImmutable::now('UTC')->getPreciseTimestamp(3) - ($test->run['real_started_ms'] ?? 0)) / 1000;

        return max(
            0.0, $test->mode === 'simulated' ? $real * $test->run['speed'] : $test->started_at->diffInMilliseconds($test->section->main->job->now()) / 1000,
        );
    }

    public static function simulated(PressureTest $test): Run
    {
        return (new PressureLogger(self::section($test), PressureFault::from($test->run['fault'])))->run(self::plan($test), (int) $test->run['seed']);
    }

    /**
     * Notes and marks of the tester, and when logging was stopped and went on.
     *
     * @return list<array{t: float, text: string, phase: ?string, by: string, at: string}>
     */
    public static function notes(PressureTest $test): array
    {
        $notes = [];
        $about = Entry::with('person')->where('subject_type', 'test')->where('subject_id', $test->id);
        foreach ($about->where('kind', Journal::TEST_NOTE)->orderBy('seq')->get() as $entry) {
            $data = $entry->data();
            $notes[] = [
                't' => (float) $data['t'], 'text' => (string) $data['text'], 'phase' => $data['phase'] ?? null, 'by' => $entry->person->name,
                'at' => $entry->device_at,
            ];
        }

        return $notes;
    }

    /** @return list<array{t: float, phase: string}> the last mark of each phase */
    public static function marks(PressureTest $test): array
    {
        return ByHand::marks(self::notes($test));
    }

    /** @return list<array{t: float, p: float, c: ?float, added: ?float}> of a test that runs, up to now */
    public function soFar(PressureTest $test, float $since = -INF): array
    {
        $rows = match ($test->mode) {
            'simulated' => self::simulated($test)->trace->rows($since, $this->elapsed($test)),
            'hand' => $this->byHand($test),
            default => LoggedTrace::rows($this->traces->read('test', $test->id)),
        };

        $over = $test->mode === 'device' ? self::over($test) : INF; // a clock that runs ahead: what is not over yet is not judged

        return array_values(array_filter(self::logged($test, $rows), static fn (array $r): bool => $r['t'] > $since && $r['t'] <= $over));
    }

    /** Seconds of a running test that are over. */
    private static function over(PressureTest $test): float
    {
        return Sending::elapsed($test->started_at->toDateTimeImmutable(), $test->section->main->job->now()->toDateTimeImmutable());
    }

    /**
     * What a screen draws of a running test: all of it where it is short, of a long record of a logger its least and greatest in each stretch.
     *
     * @return list<array{t: float, p: float, c: ?float, added: ?float}>
     */
    public function toDraw(PressureTest $test, float $since, int $most): array
    {
        if ($test->mode === 'simulated' || $test->mode === 'hand') {
            return $this->soFar($test, $since);
        }

        return array_values(array_filter(
            LoggedTrace::rows($this->traces->window('test', $test->id, max(-1e12, $since), 1e12, $most)), static fn (array $r): bool => $r['t'] > $since,
        ));
    }

    /**
     * Without what lies where logging was stopped: a logger that is stopped sends nothing, and what a person reads counts, so it matters to a simulated one
     * only.
     *
     * @param  list<array{t: float, p: float, c: ?float, added: ?float}>  $rows
     * @return list<array{t: float, p: float, c: ?float, added: ?float}>
     */
    public static function logged(PressureTest $test, array $rows): array
    {
        $gaps = $test->mode === 'simulated' ? $test->run['gaps'] ?? [] : [];

        return array_values(array_filter(
            $rows,
            static fn (array $r): bool => array_filter(
                $gaps, static fn (array $gap): bool => $r['t'] > $gap[0] && ($gap[1] === null || $r['t'] < $gap[1]),
            ) === [],
        ));
    }

    /** @return list<array{t: float, p: float, c: ?float, added: ?float}> in the order of their times, whenever they reached the server */
    private function byHand(PressureTest $test): array
    {
        $rows = [];
        foreach (Entry::where('subject_type', 'test')->where('subject_id', $test->id)->where('kind', Journal::TEST_READING)->orderBy('seq')->get() as $entry) {
            $data = $entry->data();
            $rows[] = [
                't' => (float) $data['t'], 'p' => (float) $data['pressure_kpa'],
                'c' => isset($data['temperature_c']) ? (float) $data['temperature_c'] : null,
                'added' => isset($data['added_l']) ? (float) $data['added_l'] : null,
            ];
        }

        return ByHand::sorted($rows);
    }

    public function trace(PressureTest $test): PressureTrace
    {
        $columns = $this->traces->whole('test', $test->id);
        foreach (['p' => 'pressure_kpa', 'c' => 'temperature_c', 'added' => 'added_l'] as $old => $new) { // of a test stored before columns had units
            if (isset($columns[$old])) {
                $columns[$new] = $columns[$old];
                unset($columns[$old]);
            }
        }

        return (new LoggedTrace($columns))->trace();
    }
}
