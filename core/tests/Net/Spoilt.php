<?php

declare(strict_types=1);

namespace Core\Tests\Net;

use Core\Tests\PressureTest\Sections;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\PressureTest\Control;
use Diastoma\Core\PressureTest\Phase;
use Diastoma\Core\PressureTest\Run\RecordTime;
use Diastoma\Core\PressureTest\Run\Run;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\Standing;
use Diastoma\Core\PressureTest\TestMethod;
use Diastoma\Core\PressureTest\TestMethods;
use Diastoma\Core\PressureTest\TestPlan;
use Diastoma\Core\PressureTest\TestVerdict;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Simulation\Noise;
use Diastoma\Core\Simulation\PressureFault;
use Diastoma\Core\Simulation\PressureLogger;

/** A method's test run well on a tight section, and then spoilt in one way. The same method, hazard and seed give the same record. */
final class Spoilt
{
    /** So many well run tests a method are spoilt. */
    private const BASES = 6;

    public readonly TestMethod $method;

    public readonly TestSection $section;

    public readonly TestPlan $plan;

    /** @var array<string, Run> by fault and seed */
    private array $runs = [];

    public function __construct(string $method)
    {
        $this->method = TestMethods::of($method);
        $this->section = Sections::for($this->method);
        $this->plan = $this->method->plan($this->section);
    }

    /** @return list<Hazard> what is against this method, and must not be accepted */
    public function hazards(): array
    {
        return array_values(array_filter(Hazard::cases(), fn (Hazard $h): bool => $h->isNone($this->method) === null));
    }

    /** How it was run before anything was spoilt; of an even seed it is on record when each phase began. */
    public function good(int $seed): Run
    {
        return self::marked((new PressureLogger($this->section))->run($this->plan, 1 + $seed), $seed);
    }

    private static function marked(Run $run, int $seed): Run
    {
        return $seed % 2 === 0 ? $run : new Run($run->trace, [], $run->measured);
    }

    private function run(PressureFault $fault, int $seed): Run
    {
        return self::marked(
            $this->runs[$fault->value.$seed % self::BASES] ??= (new PressureLogger($this->section, $fault))->run($this->plan, 1 + $seed % self::BASES),
            $seed,
        );
    }

    /** @param  ?TestPlan  $by  the same plan by other limits */
    public function judged(Run $run, ?TestPlan $by = null): TestVerdict
    {
        return $this->method->judge($run, $by ?? $this->plan, $this->section);
    }

    /** Whether the work would be taken as good, without a word about what is wrong. */
    public function isAccepted(TestVerdict $verdict, ?Hazard $hazard = null): bool
    {
        $worst = Severity::worst(array_map(static fn ($f): Severity => $f->severity, $verdict->findings));
        if ($this->method->standing() !== Standing::Proves) {
            return ! $worst->isWorseThan(Severity::Go) && in_array($verdict->reading, ['little air', 'sound'], true);
        }

        return $verdict->passed() && ! array_filter($verdict->findings, static fn ($f): bool => $f->severity === Severity::Watch && match ($hazard) {
            Hazard::Air => str_ends_with($f->rule, '.looks.trapped_air'), Hazard::Gap => str_ends_with($f->rule, '.gap'), Hazard::Stuck,
            Hazard::Jump => str_ends_with($f->rule, '.looks.gauge_fault')
                || str_ends_with($f->rule, '.still'), default => false
        });
    }

    /** @return ?TestVerdict what is said of the spoilt record; null where it is not even taken */
    public function spoiltBy(Hazard $hazard, int $seed, ?TestPlan $by = null): ?TestVerdict
    {
        $noise = new Noise(977 * $seed + crc32($hazard->name));
        $u = static fn (float $a, float $b): float => $a + ($b - $a) * (0.5 + 0.5 * sin(1000 * $noise->normal(1.0)));
        $record = Record::of($this->run($hazard === Hazard::Air ? PressureFault::Air : PressureFault::None, $seed), $this->plan, $this->section, $noise);
        if ($hazard === Hazard::Yesterday) {
            $planned = new \DateTimeImmutable('2026-11-23T08:00:00+00:00');
            if (RecordTime::refusal(
                $planned->modify('-'.(int) $u(66, 1440).' minutes'), $record->length(), $planned, $planned->modify('+3 days'), '1',
                new \DateTimeZone('UTC'),
            ) !== null) {
                return null;
            }
        }
        $judged = $this->plan->judged();
        match ($hazard) {
            Hazard::Leak => $this->leak($record, $u(1.06, 1.6)),
            Hazard::TooFast => array_map(
                fn (Phase $p): mixed => $p->control === Control::Raise ? $record->shorten($p->id, $u(0.3, 0.6)) : null, $this->plan->phases,
            ),
            Hazard::TooLow => $record->scale($u(0.80, 0.96)),
            Hazard::TooHigh => $record->scale($u(1.025, 1.2) * max($this->plan->window['max_kpa'], $this->plan->gaugeKpa) / $this->plan->gaugeKpa),
            Hazard::HeldShort => $this->heldShort($record, $seed, $u(0.2, 0.6)),
            Hazard::NoSettling => $this->unsettled($record),
            Hazard::Stuck => $this->stuck($record, $u(0.05, 0.25), $u(2.0, 5.0)),
            Hazard::Jump => $this->jumping($record, $u(0.3, 0.6), $u(2.0, 5.0)),
            Hazard::Gap => $record->lose($judged->id, $u(0.1, 0.5), min(600.0, 30.0 * $judged->minutes)),
            Hazard::ClockBack => $record->turnBack($u(0.1, 0.9), $u(30, 7200)),
            Hazard::WrongUnits => $record->scale([0.1450377, 0.01, 6.894757, 100.0, 0.001, 9.80665, 0.0980665][(int) $u(0, 6.999)]),
            default => null,
        };
        try {
            return $this->judged($record->run(), $by);
        } catch (InvalidInput) {
            return null;
        }
    }

    /** What is said of a main that leaks many times more than may be, by the same plan with other limits. */
    public function gross(TestPlan $by): TestVerdict
    {
        $record = Record::of($this->run(PressureFault::None, 0), $this->plan, $this->section, new Noise(7));
        $this->leak($record, 25.0);

        return $this->judged($record->run(), $by);
    }

    private function leak(Record $record, float $times): void
    {
        $judged = $this->plan->judged();
        $minutes = $judged->minutes;
        match ($this->method->id()) {
            'en805-water' => $record->pump('back', $times * (float) $this->plan->makeUp['litres'], 0.0),
            'en805-air' => $record->measure('drawn_off_l', $times * (float) $this->plan->makeUp['litres']),
            'c600', 'c604', 'as2566', 'en1610-water' => $record->pump($judged->id, 0.0, $times * (float) $this->plan->makeUp['l_per_h']),
            'pe-makeup' => $record->pump($judged->id, 0.0, $times * (float) $this->plan->makeUp['litres'] / ($minutes / 60)),
            'as2566-pe' => $record->pump($judged->id, 0.0, $times * (float) $this->plan->makeUp['l_per_h'] / (1 - 0.55)), // V > 0.55 V + Q
            'pe-decay' => $record->decay($judged->id, (float) $this->plan->options['load_min'], 0.08, 1.25 * $times),
            'gas-plastic' => $record->fall($judged->id, $times * 2.5 * $this->section->gaugeResolutionKpa, $minutes),
            'en805-pe' => $record->fall($judged->id, $times * 25.0, 90.0), // in all that it may be left for
            'rtp-staged' => $record->fall($judged->id, $times * 60.0, 60.0), // straight, and far above what must be left
            default => $record->fall($judged->id, $times * ($judged->targetKpa - $judged->lowKpa), $minutes),
        };
    }

    private function heldShort(Record $record, int $seed, float $share): void
    {
        $phases = array_values(array_filter(
            $this->plan->phases,
            fn (Phase $p): bool => in_array($p->control, [Control::Hold, Control::Shut, Control::Open], true) && $p->minutes >= 2.0 && ! in_array(
                $this->method->id().'.'.$p->id, ['en805-water.back', 'en805-air.still'], true,
            ),
        ));
        $phase = $phases[$seed % count($phases)];
        $record->endAfterJudged();
        $record->shorten($phase->id, $share);
    }

    private function unsettled(Record $record): void
    {
        $record->endAfterJudged();
        foreach ($this->plan->phases as $phase) {
            if (
                ! $phase->judged && in_array($phase->control, [Control::Hold, Control::Open], true)
                || $this->method->id() === 'as2566-pe' && $phase->id === 'settle'
            ) {
                if (! in_array($phase->id, ['back', 'hold'], true)) {
                    $record->shorten($phase->id, 0.01);

                    return;
                }
            }
        }
    }

    /** A leak that would fail it, hidden by a gauge that stands still from then on. */
    private function stuck(Record $record, float $from, float $times): void
    {
        $this->leak($record, $times);
        $record->stick($this->plan->judged()->id, $from);
    }

    /** A leak that would fail it, and a jump that takes it back. */
    private function jumping(Record $record, float $at, float $times): void
    {
        $this->leak($record, $times);
        $record->jump($this->plan->judged()->id, $at);
    }
}
