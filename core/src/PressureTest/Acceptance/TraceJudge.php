<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Acceptance;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\PressureTest\F2164;
use Diastoma\Core\PressureTest\PressureTrace;
use Diastoma\Core\PressureTest\Reading\GaugeCheck;
use Diastoma\Core\PressureTest\Reading\Section;
use Diastoma\Core\PressureTest\Reading\ShutIn;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Rulebook\Source;

/** Acceptance of those methods whose verdict stands in the trace itself. Others are judged from what the tester measures: their calculations are in the reckoner. */
final readonly class TraceJudge
{
    public const METHODS = ['en805-loss', 'c600', 'as2566', 'pe-decay', 'gas-plastic', 'f2164'];

    private const ATMOSPHERE_KPA = 101.325;

    /** AWWA C600: within 5 psi of the test pressure. */
    private const C600_BAND_KPA = 34.474;

    private const C600_HOURS = 2.0;

    /**
     * @param  list<array{t: float, p: float, c: ?float, added: ?float}>  $samples
     * @param  array<string, float>  $facts  by name: pipe facts of the section file that a method may ask for
     */
    public function __construct(private array $samples, private Section $section, private array $facts)
    {
    }

    /**
     * @return array{method: string, verdict: string, advises_only: bool, figures: array<string, mixed>, source: string}
     *
     * @throws InvalidInput if the method cannot be judged from a trace, or the trace or the section lacks what it needs
     */
    public function judge(string $method): array
    {
        [$verdict, $figures, $source, $advises] = match ($method) {
            'en805-loss' => $this->loss(),
            'c600' => $this->makeUp(fn (float $kpa): float => MakeUp::c600LitresPerHour($this->section->lengthM, $this->section->insideMm, $kpa), self::C600_BAND_KPA, self::C600_HOURS, MakeUp::source('c600')),
            'as2566' => $this->makeUp(fn (float $kpa): float => MakeUp::as2566LitresPerHour($this->section->lengthM / 1000, $this->section->insideMm / 1000, $kpa / 9.80665), null, 1.0, MakeUp::source('as2566')),
            'pe-decay' => $this->decay(),
            'gas-plastic' => $this->gas(),
            'f2164' => $this->f2164(),
            default => throw InvalidInput::field('method', "“{$method}” is not judged from a trace. Known here: ".implode(', ', self::METHODS).'. Others are judged from what the tester measures: see the calculations test.*.', $method),
        };

        return ['method' => $method, 'verdict' => $verdict, 'advises_only' => $advises, 'figures' => $figures, 'source' => $source->tag()];
    }

    /** @return array{string, array<string, mixed>, Source, bool} */
    private function loss(): array
    {
        $shut = ShutIn::find($this->samples)->samples;
        $from = $shut[0]['t'];
        $readings = array_map(fn (int $minute): float => $this->near($shut, $from + 60 * $minute), range(0, 60, 10));
        $found = En805::loss(($this->facts['fibre_cement'] ?? 0.0) > 0.0 ? 'fibre_cement' : 'rigid', $readings, 4 * GaugeCheck::of(array_column($shut, 'p'))->scatterKpa);

        return [$found['verdict'], ['readings_kpa' => $readings, ...$found], En805::source('loss'), false];
    }

    /**
     * Water added to hold the pressure, from the moment it was first reached.
     *
     * @param  \Closure(float): float  $allowance  L/h at a mean pressure
     * @return array{string, array<string, mixed>, Source, bool}
     */
    private function makeUp(\Closure $allowance, ?float $bandKpa, float $hours, Source $source): array
    {
        $test = $this->fact('test_kpa');
        $held = [];
        foreach ($this->samples as $sample) {
            if ($held !== [] || $sample['p'] >= 0.995 * $test) {
                $held[] = $sample;
            }
        }
        $last = array_slice($held, -1)[0] ?? null;
        if ($last === null || 3600 * $hours - 60 > $last['t'] - $held[0]['t']) {
            throw InvalidInput::field('trace', "The pressure of {$test} kPa was not held for {$hours} h in this trace.", $test, $hours);
        }
        if ($held[0]['added'] === null || $last['added'] === null) {
            throw InvalidInput::field('trace', 'The trace has no column added_l: this method judges the water that was added.');
        }
        $mean = array_sum(array_column($held, 'p')) / count($held);
        $time = ($last['t'] - $held[0]['t']) / 3600;
        $added = ($last['added'] - $held[0]['added']) / $time;
        $allowed = $allowance($mean);
        $off = max(array_map(static fn (array $s): float => abs($s['p'] - $test), $held));
        $inside = $bandKpa === null || Compare::atMost($off, $bandKpa);

        return [Compare::atMost($added, $allowed) && $inside ? 'pass' : 'fail', ['hours' => $time, 'mean_kpa' => $mean, 'furthest_off_kpa' => $off, 'band_kpa' => $bandKpa, 'added_l_h' => $added, 'allowance_l_h' => $allowed], $source, false];
    }

    /** @return array{string, array<string, mixed>, Source, bool} */
    private function decay(): array
    {
        $window = ShutIn::find($this->samples);
        $shut = $window->samples;
        $begun = 0.0;
        foreach ($window->before as $s) {
            $begun = $s['p'] < 0.05 * $shut[0]['p'] ? $s['t'] : $begun;
        }
        $load = ($shut[0]['t'] - $begun) / 60;
        $times = [$load, 7 * $load, 15 * $load];
        $pressures = array_map(fn (float $minutes): float => $this->near($shut, $shut[0]['t'] + 60 * $minutes), $times);
        $read = PeDecay::read($pressures, $times, $load);

        return [$read['reading'] === 'sound' ? 'pass' : $read['reading'], ['load_min' => $load, 'times_min' => $times, 'pressures_kpa' => $pressures, ...$read], PeDecay::source(), true];
    }

    /** @return array{string, array<string, mixed>, Source, bool} */
    private function gas(): array
    {
        $n = count($this->samples);
        $first = $this->samples[0] ?? throw InvalidInput::field('trace', 'The trace is empty.');
        $last = $this->samples[$n - 1];
        if ($first['c'] === null || $last['c'] === null) {
            throw InvalidInput::field('trace', 'The trace has no temperature: without it a gas test says nothing. Log temperature_c.');
        }
        $b1 = $this->facts['baro_start_kpa'] ?? self::ATMOSPHERE_KPA;
        $b2 = $this->facts['baro_end_kpa'] ?? self::ATMOSPHERE_KPA;
        $expected = Gas::expectedKpa($first['p'], $first['c'], $b1, $last['c'], $b2);
        $tolerance = $this->fact('gauge_tolerance_kpa');
        $least = isset($this->facts['maop_kpa']) ? max(1.5 * $this->facts['maop_kpa'], 50 * 6.894757) : null;
        $high = $least === null || min(array_column($this->samples, 'p')) >= $least - $tolerance;

        return [Compare::atLeast($last['p'], $expected - $tolerance) && $high ? 'pass' : 'fail', ['start_kpa' => $first['p'], 'end_kpa' => $last['p'], 'expected_end_kpa' => $expected, 'missing_kpa' => $expected - $last['p'], 'gauge_tolerance_kpa' => $tolerance, 'least_test_kpa' => $least], Gas::source(), false];
    }

    /** @return array{string, array<string, mixed>, Source, bool} */
    private function f2164(): array
    {
        $method = new F2164;
        $plan = $method->plan($this->fact('design_kpa'), $this->facts['gauge_level_m'] ?? 0.0, $this->facts['low_level_m'] ?? 0.0, $this->facts['high_level_m'] ?? 0.0);
        $verdict = $method->judge(PressureTrace::of(array_map(static fn (array $s): array => ['t' => $s['t'], 'p' => $s['p'], 'c' => $s['c']], $this->samples)), $plan);

        return [$verdict->passed() ? 'pass' : 'fail', ['findings' => array_map(static fn ($f): string => $f->said, $verdict->findings), 'arithmetic' => $verdict->arithmetic], $method->source(), false];
    }

    private function fact(string $name): float
    {
        return $this->facts[$name] ?? throw InvalidInput::field($name, "The section file must give {$name} for this method.");
    }

    /** @param  list<array{t: float, p: float, c: ?float, added: ?float}>  $samples */
    private function near(array $samples, float $t): float
    {
        $last = $samples[count($samples) - 1]['t'] ?? 0.0;
        if ($last < $t - 60) {
            throw InvalidInput::field('trace', 'The record ends '.round(($t - $last) / 60).' min too soon for this method. Bring the whole trace.', $last, $t);
        }
        $close = array_values(array_filter($samples, static fn (array $s): bool => abs($s['t'] - $t) <= 60));
        $values = array_column($close === [] ? $samples : $close, 'p');
        sort($values);

        return $values[intdiv(count($values), 2)] ?? 0.0;
    }
}
