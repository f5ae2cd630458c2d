<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Run;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\PressureTest\MethodLimits;
use Diastoma\Core\PressureTest\PressureTrace;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\TestMethod;
use Diastoma\Core\PressureTest\TestMethods;
use Diastoma\Core\PressureTest\TestPlan;
use Diastoma\Core\PressureTest\TestVerdict;
use Diastoma\Core\PressureTest\Words;
use Diastoma\Core\Quantity\UnitSystem;

/** A running test that somebody reads off the gauge: the phase it is in, what was read, and what it would come to if it ended now. */
final readonly class ByHand
{
    /** Within which a value of the gauge can be real at all: no gauge reads below vacuum. Own values. */
    public const BOUNDS = ['pressure_kpa' => [-101, 100_000], 'temperature_c' => [-60, 120], 'added_l' => [0, 10_000_000]];

    private function __construct(
        private TestMethod $method, private TestPlan $plan, private TestSection $section, private UnitSystem $units, private \DateTimeImmutable $began,
    ) {
    }

    /**
     * @param  array<mixed>  $given  method (id), plan and section as they are kept, units (of the rulebook), started_at (RFC 3339)
     *
     * @throws InvalidInput naming what is missing
     */
    public static function of(array $given): self
    {
        $wanted = [
            'method' => is_string(...), 'plan' => is_array(...), 'section' => is_array(...), 'units' => is_string(...), 'started_at' => is_string(...),
        ];
        foreach ($wanted as $key => $is) {
            if (! $is($given[$key] ?? null)) {
                throw InvalidInput::field($key, "“{$key}” of the test is missing.", null);
            }
        }
        /** @var array{method: string, plan: array<string, mixed>, section: array<string, mixed>, units: string, started_at: string} $given */
        $plan = TestPlan::fromArray($given['plan']);

        return new self(
            TestMethods::of($given['method'])->by(MethodLimits::held($plan->limits)), $plan, TestSection::fromArray($given['section']),
            UnitSystem::from($given['units']), new \DateTimeImmutable($given['started_at']),
        );
    }

    /**
     * Readings in the order of their times, whenever they became known: of two at one moment the later one stands.
     *
     * @param  list<array{t: float, p: float, c: ?float, added: ?float}>  $rows
     * @return list<array{t: float, p: float, c: ?float, added: ?float}>
     */
    public static function sorted(array $rows): array
    {
        $byTime = [];
        foreach ($rows as $row) {
            $byTime[(string) $row['t']] = $row;
        }
        usort($byTime, static fn (array $a, array $b): int => $a['t'] <=> $b['t']);

        return $byTime;
    }

    /**
     * The last mark of each phase.
     *
     * @param  list<array{t: float, phase: ?string, ...}>  $notes
     * @return list<array{t: float, phase: string}>
     */
    public static function marks(array $notes): array
    {
        $marks = [];
        foreach ($notes as $note) {
            if ($note['phase'] !== null) {
                $marks[$note['phase']] = ['t' => $note['t'], 'phase' => $note['phase']];
            }
        }

        return array_values($marks);
    }

    /**
     * What else was measured, out of what somebody typed.
     *
     * @param  array<mixed>  $given  by key of the method's asks()
     * @return array<string, bool|float>
     *
     * @throws InvalidInput for all of them together
     */
    public static function measured(TestMethod $method, array $given, UnitSystem $units): array
    {
        $measured = $faults = [];
        foreach ($method->asks() as $spec) {
            if (! isset($given[$spec->key])) {
                continue;
            }
            try {
                $value = $spec->accept($given[$spec->key], $units);
                if (is_bool($value) || is_float($value)) {
                    $measured[$spec->key] = $value;
                }
            } catch (InvalidInput $fault) {
                $faults[] = $fault;
            }
        }

        return $faults === [] ? $measured : throw InvalidInput::together($faults);
    }

    /**
     * A value off the gauge, or nothing where it was not read.
     *
     * @param  key-of<self::BOUNDS>  $key
     *
     * @throws InvalidInput if it is no number, or cannot be real
     */
    public static function value(string $key, mixed $given): ?float
    {
        [$least, $most] = self::BOUNDS[$key];
        if ($given === null && $key !== 'pressure_kpa') {
            return null;
        }
        if (! (is_int($given) || is_float($given)) || $given < $least || $given > $most) {
            throw InvalidInput::field($key, $key === 'pressure_kpa' ? 'Read the gauge: a number is wanted.' : 'Read it again: a number is wanted.', $given);
        }

        return (float) $given;
    }

    /**
     * The moment of an entry, seconds from the start of the test.
     *
     * @throws InvalidInput where it cannot have been then
     */
    public function into(\DateTimeImmutable $at, \DateTimeImmutable $now): float
    {
        $wrong = Conduct::at($at, $this->began, $now);

        return $wrong === null ? $this->seconds($at) : throw InvalidInput::field('at', $wrong, $at->format(\DateTimeInterface::RFC3339));
    }

    /** Seconds from the start of the test; never before it. */
    public function seconds(\DateTimeImmutable $at): float
    {
        return round(max(0.0, (float) $at->format('U.u') - (float) $this->began->format('U.u')), 3);
    }

    /**
     * How it stands.
     *
     * @param  list<array{t: float, p: float, c: ?float, added: ?float}>  $rows
     * @param  list<array{t: float, phase: ?string, ...}>  $notes
     * @param  array<mixed>  $measured  as typed
     * @return array{now: array<string, mixed>, clock: array<string, string>, samples: list<array<string, mixed>>, against: ?string, state: ?string,
     *     verdict: ?array<string, mixed>} against: why it cannot be ended yet; state and verdict: what it would come to
     */
    public function stands(array $rows, array $notes, \DateTimeImmutable $now, array $measured = [], string $brokenOff = ''): array
    {
        $rows = self::sorted($rows);
        $marks = self::marks($notes);
        $elapsed = $this->seconds($now);
        $verdict = null;
        try {
            $against = (new Conduct(0, Conduct::RUNNING, 'hand'))->finish(count($rows));
            if ($against === null) {
                $also = self::measured($this->method, $measured, $this->units);
                [$verdict, $against] = $this->judged(new Run(PressureTrace::of($rows), $marks, $also, $brokenOff));
            }
        } catch (InvalidInput $fault) {
            $against = $fault->getMessage();
        }

        $phase = Now::at($this->plan, $marks, $elapsed);

        return [
            'now' => [...$phase->toArray(), 'elapsed_s' => $elapsed], 'clock' => $phase->clock($this->began), 'samples' => $rows, 'against' => $against,
            'state' => $verdict?->state(), 'verdict' => $verdict?->toArray(),
        ];
    }

    /**
     * @return array{TestVerdict, ?string}
     *
     * @throws InvalidInput if the trace cannot be judged
     */
    private function judged(Run $run): array
    {
        $verdict = $this->method->judge($run, $this->plan, $this->section, new Words($this->units));

        return [$verdict, Conduct::end(Whole::missing($run->trace, $this->plan, $verdict), $verdict->isUndecided(), $run->brokenOff)];
    }
}
