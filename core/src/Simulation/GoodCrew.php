<?php

declare(strict_types=1);

namespace Diastoma\Core\Simulation;

use Diastoma\Core\Electrofusion\Diagnosis\Diagnosis;
use Diastoma\Core\Electrofusion\Diagnosis\TraceClass;
use Diastoma\Core\Electrofusion\Fused;
use Diastoma\Core\Electrofusion\Weld;
use Diastoma\Core\Procedure\Facts;
use Diastoma\Core\Procedure\Procedure;
use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Procedure\ReadingKind;
use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Rulebook\Rulebook;

/**
 * Stand-in for a crew that does everything well: answers every question of any procedure with what a good joint gives, in order, waiting out every clock.
 * The same in every run.
 *
 * Some answers may be given instead, by key: what the rest of the work then asks is answered well all the same.
 */
final class GoodCrew
{
    private const MOST_TURNS = 600;

    /** Between two answers. */
    private const PACE_S = 10;

    /**
     * @param  array<string, mixed>  $instead  answers by key, in place of the good ones
     * @param  int  $paceS  between two answers, s
     */
    public function __construct(
        private readonly Procedure $procedure, private readonly Facts $facts, private readonly Rulebook $rulebook, private readonly array $instead = [],
        private readonly int $paceS = self::PACE_S,
    ) {
    }

    /** Everything read from a beginning on, until nothing is asked any more or nothing can be done about it. */
    public function readings(\DateTimeImmutable $from, Readings $before = new Readings): Readings
    {
        $now = $from;
        $readings = $before;
        for ($turn = 0; $turn < self::MOST_TURNS; $turn++) {
            $situation = new Situation($readings, $this->facts, $this->rulebook);
            $next = $this->next($situation);
            if ($next === null) {
                return $readings;
            }
            [$step, $spec] = $next;
            $now = $now->modify("+{$this->paceS} seconds");
            if ($step->gate !== null && $step->gate->isShutAt($now)) {
                if ($step->gate->opensAt === null) {
                    return $readings; // shut for good: something before it went wrong
                }
                $now = $step->gate->opensAt;
            }
            $now = $this->waited($situation, $spec, $now);
            $reading = $this->read($situation, $spec, $now);
            $now = max($now, $reading->takenAt);
            $readings = $readings->with($reading);
        }

        return $readings;
    }

    /** @return array{Step, ReadingSpec}|null the next reading that is asked for */
    private function next(Situation $s): ?array
    {
        foreach ($this->procedure->steps($s) as $step) {
            $missing = $step->missing($s->readings);
            $spec = $missing === [] ? null : $step->reading($missing[0]);
            if ($spec !== null) {
                return [$step, $spec];
            }
        }

        return null;
    }

    /** A button that waits for a clock is pressed when the last of them has run. */
    private function waited(Situation $s, ReadingSpec $spec, \DateTimeImmutable $now): \DateTimeImmutable
    {
        if ($spec->kind !== ReadingKind::Now || ! (str_contains($spec->key, 'dry_') || $spec->key === 'released_at')) {
            return $now;
        }
        foreach ($this->procedure->clocks($s) as $clock) {
            $waits = $spec->key === 'released_at' ? $clock->kind === 'release' : str_starts_with($clock->id, 'drying');
            $now = $waits ? max($now, $clock->dueAt) : $now;
        }

        return $now;
    }

    private function read(Situation $s, ReadingSpec $spec, \DateTimeImmutable $now): Reading
    {
        if (array_key_exists($spec->key, $this->instead)) {
            /** @var bool|float|string|list<float>|array<string, mixed> $value given in the shape a reading has */
            $value = $this->instead[$spec->key];

            return new Reading($spec->key, $value, $now, 'Crew');
        }
        if ($spec->kind === ReadingKind::Record) {
            return $this->fused($s, $spec->key, $now);
        }
        if ($spec->kind === ReadingKind::Equipment) {
            return new Reading($spec->key, self::paper($spec->choices[0] ?? '', $now), $now, 'Crew');
        }

        return new Reading($spec->key, $spec->accept(self::answer($spec, $s, $this->procedure, $now), $s->rulebook->units), $now, 'Crew');
    }

    /** What the instruments of a good crew read, by kind: whatever the work at hand asks. */
    private const RANGES = ['gauge' => ['range_low' => 0.0, 'range_high' => 10000.0], 'torque_wrench' => ['range_low' => 1.0, 'range_high' => 6000.0]];

    /** @return array<string, string|float> an instrument with its calibration in date, in the hands of a certified operator */
    public static function paper(string $kind, \DateTimeImmutable $now): array
    {
        $later = $now->modify('+200 days')->format('Y-m-d');

        return ['id' => "{$kind}-1", 'name' => "Good {$kind}", 'calibration_until' => $later, 'operator' => 'Crew', 'certificate_until' => $later,
            ...self::RANGES[$kind] ?? []];
    }

    /** What is known beforehand of a sample pipe with this fitting. */
    private function fused(Situation $s, string $key, \DateTimeImmutable $now): Reading
    {
        $weld = self::weld($this->procedure, $key) ?? throw new \LogicException("No fusion {$key} is known.");
        $nominal = $weld->nominal($s) ?? throw new \LogicException("The label of {$key} is not read.");
        $trace = (new FusionControlUnit(
            $nominal->voltageV, $nominal->resistanceOhm ?? 1.0, $nominal->timeS, $nominal->fittingC, TraceClass::Good,
        ))->run(crc32($key) % 1000);
        $ended = $now->setTimestamp($now->getTimestamp() + (int) ceil($trace->durationS()));

        return new Reading($key, [
            ...$trace->summary($nominal->fittingC), 'diagnosis' => Diagnosis::of($trace, $nominal, $this->rulebook)->toArray(), 'operator' => 'Crew',
            'certificate_until' => $now->modify('+200 days')->format('Y-m-d'),
            'started_at' => $now->format(\DateTimeInterface::RFC3339), 'ended_at' => $ended->format(\DateTimeInterface::RFC3339),
        ], $ended, 'Crew');
    }

    private static function weld(Procedure $procedure, string $record): ?Weld
    {
        foreach ($procedure instanceof Fused ? $procedure->welds() : [] as $weld) {
            if ($weld->recordKey() === $record) {
                return $weld;
            }
        }

        return null;
    }

    /**
     * A good answer to one reading, as it comes over the wire. Records and equipment come from elsewhere.
     *
     * @throws \LogicException if none is known: a reading was added without one
     */
    public static function answer(ReadingSpec $spec, Situation $s, Procedure $procedure, \DateTimeImmutable $now): mixed
    {
        return match ($spec->kind) {
            ReadingKind::YesNo => true,
            ReadingKind::Now => $now->format(\DateTimeInterface::RFC3339),
            default => GoodAnswers::of($spec, $s, $procedure),
        };
    }
}
