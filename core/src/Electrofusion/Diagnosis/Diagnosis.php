<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Diagnosis;

use Diastoma\Core\Electrofusion\FusionTrace;
use Diastoma\Core\Rulebook\Rulebook;
use Diastoma\Core\Rulebook\Rulebooks;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/**
 * What a trace most looks like, how sure, and by what. It advises; the rules of the rulebook judge.
 *
 * Thresholds are from memory and held in one place below. Blind-tested on seeded traces with noise: see the tests for the size of fault
 * above which no faulty trace is called good.
 */
final readonly class Diagnosis
{
    /** % off nominal that the voltage may lie for long */
    private const VOLTAGE_PERCENT = 3.0;

    /** % a jump must have to count as one */
    public const JUMP_PERCENT = 1.4;

    /** % a lone fall must have to be shorted turns */
    private const SHORT_PERCENT = 2.5;

    /** Turns that touch draw more, and warm: a rise of this share of the fall comes of itself. */
    private const WARMS_AFTER = 0.4;

    /** jumps from which on it is no single short any more */
    private const ERRATIC_JUMPS = 3;

    /** % off the corrected time */
    private const TIME_PERCENT = 2.0;

    /** Confidence below which a diagnosis only asks for a second look. */
    private const SURE = 0.7;

    /** @param  list<string>  $evidence */
    private function __construct(public TraceClass $class, public float $confidence, public array $evidence)
    {
    }

    /** @param  ?Rulebook  $rulebook  of the job, whose limit of the resistance counts; null takes the one that ships */
    public static function of(FusionTrace $trace, Nominal $nominal, ?Rulebook $rulebook = null): self
    {
        $resistance = ($rulebook ?? Rulebooks::iso())->value('ef.resistance.percent');
        $f = TraceFeatures::of($trace, $nominal, self::JUMP_PERCENT);
        $timeOff = 100 * ($f->durationS / $nominal->timeS - 1);
        $evidence = self::figures($f, $nominal, $timeOff, $resistance);
        [$class, $strength] = self::classify($f, $timeOff, $resistance);

        return new self($class, self::confidence($class, $strength, $f), $evidence);
    }

    /** @return array{TraceClass, float} the class, and how many times over its threshold its main figure lies (good: how far under) */
    private static function classify(TraceFeatures $f, float $timeOff, float $resistance): array
    {
        $falls = array_filter($f->jumps, static fn (array $jump): bool => $jump[1] <= -self::SHORT_PERCENT);
        $deepest = $f->jumps === [] ? 0.0 : max(0.0, ...array_map(static fn (array $j): float => -$j[1], $f->jumps));
        $rises = array_filter($f->jumps, static fn (array $jump): bool => $jump[1] >= max(self::SHORT_PERCENT, self::WARMS_AFTER * $deepest));
        $voltage = max($f->lowVoltagePercent, $f->highVoltagePercent) / self::VOLTAGE_PERCENT;
        $start = abs($f->startOffPercent ?? 0.0) / $resistance;
        $time = abs($timeOff) / self::TIME_PERCENT;
        $stoppedByHand = str_contains($f->endCode, 'operator');
        $byUnit = $f->endCode === 'complete';
        $jump = $f->jumps === [] ? 0.0 : max(array_map(static fn (array $j): float => abs($j[1]), $f->jumps)) / self::SHORT_PERCENT;

        return match (true) {
            $f->currentGone => [TraceClass::OpenCircuit, 4.0],
            $f->voltageGoneAtEnd => [TraceClass::SupplyCut, 4.0],
            // turns that touch make a fall; a rise comes from a coil that lies bare or a contact that opens
            count($f->jumps) >= self::ERRATIC_JUMPS, $rises !== [] => [TraceClass::UnderInsertion, max($jump, count($f->jumps) / 2)],
            $stoppedByHand => [TraceClass::EarlyStop, 4.0],
            $falls !== [], $jump > 1.0 => [TraceClass::ShortedTurns, $jump],
            $start > 1.0 => [TraceClass::WrongResistance, $start],
            $time > 1.0 && ! $byUnit && $timeOff < 0 => [TraceClass::EarlyStop, 1.5],
            $voltage > 1.0 => [TraceClass::VoltageDroop, $voltage],
            $time > 1.0 => [TraceClass::TimeMismatch, $time],
            $f->slowFall->isSeen() => [TraceClass::ShortedTurns, $f->slowFall->strength()],
            $jump > 0.75 => [TraceClass::ShortedTurns, $jump],
            default => [TraceClass::Good, 1 / max(0.1, $voltage, $start, $time, $jump, $f->slowFall->strength())],
        };
    }

    /** Between a half, at the threshold, and 0.99 far from it; less where the end is not on record. */
    private static function confidence(TraceClass $class, float $strength, TraceFeatures $f): float
    {
        $sure = 1 - 0.5 * exp(-1.6 * max(0.0, $strength - 1));
        if ($class === TraceClass::Good && ! in_array($f->endCode, ['complete'], true)) {
            $sure = min($sure, 0.8);
        }

        return round(min(0.99, max(0.5, $sure)), 2);
    }

    /** @return list<string> */
    private static function figures(TraceFeatures $f, Nominal $nominal, float $timeOff, float $resistance): array
    {
        $one = static fn (float $value): string => number_format($value, 1, '.', '');
        $said = [sprintf('Ran %s s of %s s (%+.1f %%); end: %s.', $one($f->durationS), $one($nominal->timeS), $timeOff, str_replace('_', ' ', $f->endCode))];
        $said[] = "Voltage for long: {$one($f->lowVoltagePercent)} % below and {$one($f->highVoltagePercent)} % above {$one($nominal->voltageV)} V; up to "
            .self::VOLTAGE_PERCENT.' % is taken as held.';
        $said[] = $f->startOffPercent === null ? 'Resistance at the start: not compared.' : sprintf(
            'Resistance at the start, brought to 20 °C: %+.1f %% off the label; ±%s %% taken.', $f->startOffPercent, $resistance,
        );
        foreach (array_slice($f->jumps, 0, 4) as [$at, $size]) {
            $said[] = sprintf('Resistance jumps by %+.1f %% at %s s.', $size, $one($at));
        }
        if ($f->jumps === []) {
            $said[] = 'Resistance rises without a jump.';
        } elseif (count($f->jumps) > 4) {
            $said[] = (count($f->jumps) - 4).' more jumps.';
        }
        if ($f->slowFall->isSeen()) {
            $said[] = $f->slowFall->said();
        }
        if ($f->currentGone) {
            $said[] = 'The current went while the voltage stayed.';
        }
        if ($f->voltageGoneAtEnd) {
            $said[] = 'Voltage and current went together.';
        }

        return $said;
    }

    public static function severityOf(TraceClass $class, float $confidence): Severity
    {
        return match (true) {
            $class === TraceClass::Good => Severity::Go, $confidence >= self::SURE => Severity::Stop, default => Severity::Watch,
        };
    }

    /** How far the voltage may lie off nominal and count as held, %: the band a trace is drawn in where no rulebook says another. */
    public static function voltageBandPercent(): float
    {
        return self::VOLTAGE_PERCENT;
    }

    public static function source(): Source
    {
        return Source::fromMemory('thresholds of the diagnosis');
    }

    /** @return array{class: string, severity: string, title: string, confidence: float, evidence: list<string>, advice: string, source: string} */
    public function toArray(): array
    {
        return [
            'class' => $this->class->value, 'severity' => self::severityOf($this->class, $this->confidence)->value, 'title' => $this->class->title(),
            'confidence' => $this->confidence, 'evidence' => $this->evidence, 'advice' => $this->class->advice(), 'source' => self::source()->tag(),
        ];
    }
}
