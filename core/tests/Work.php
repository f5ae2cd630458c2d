<?php

declare(strict_types=1);

namespace Core\Tests;

use Diastoma\Core\Electrofusion\Diagnosis\Diagnosis;
use Diastoma\Core\Electrofusion\Diagnosis\Nominal;
use Diastoma\Core\Electrofusion\Diagnosis\TraceClass;
use Diastoma\Core\Electrofusion\FusionProcedure;
use Diastoma\Core\Electrofusion\LargeBore\LargeBore;
use Diastoma\Core\Electrofusion\LargeBore\Restraints;
use Diastoma\Core\Electrofusion\Weld;
use Diastoma\Core\Procedure\Facts;
use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Procedure\Verdict;
use Diastoma\Core\Rulebook\Rulebooks;
use Diastoma\Core\Simulation\FusionControlUnit;

/** Readings of any procedure, taken one after another, ten seconds apart. */
final class Work
{
    /** @param  list<Reading>  $history */
    private function __construct(
        private readonly FusionProcedure $procedure, private readonly Facts $facts, private array $history, private \DateTimeImmutable $now,
    ) {
    }

    public static function on(FusionProcedure $procedure, Facts $facts): self
    {
        return new self($procedure, $facts, [], new \DateTimeImmutable('2026-11-23T08:00:00+00:00'));
    }

    /** Restraints 1 to n of a large bore fused one after another, a quarter of an hour of cooling each. */
    public static function restrained(int $count): self
    {
        $work = self::on(new LargeBore, new Facts(['dn_mm' => 800, 'sdr' => 17, 'wall_mm' => 47.4, 'od_largest_mm' => 807.2, 'material' => 'PE 100']));
        $work = $work->read('ambient_c', 14.0)->read('fitting_c', 15.0);
        foreach (array_slice(Restraints::welds(), 0, $count) as $weld) {
            $work = $work->label($weld, 40, 2.2, 120)->read($weld->key('printed_cooling_min'), 15.0)->fused($weld, 40, 2.2, 120);
        }

        return $work;
    }

    public function read(string $key, mixed $value): self
    {
        $now = $this->now->modify('+10 seconds');

        return new self($this->procedure, $this->facts, [...$this->history, new Reading($key, $value, $now)], $now);
    }

    public function later(int $minutes): self
    {
        return new self($this->procedure, $this->facts, $this->history, $this->now->modify("+{$minutes} minutes"));
    }

    /** The printed figures of a weld's label, without a bar code. */
    public function label(Weld $weld, float $volts, float $ohms, float $seconds): self
    {
        return $this->read($weld->key('printed_voltage_v'), $volts)->read($weld->key('printed_resistance_ohm'), $ohms)->read(
            $weld->key('printed_fusion_time_s'), $seconds,
        );
    }

    /** A fusion on the simulated unit; time goes on with it. */
    public function fused(Weld $weld, float $volts, float $ohms, float $seconds, TraceClass $fault = TraceClass::Good): self
    {
        $trace = (new FusionControlUnit($volts, $ohms, $seconds, 15.0, $fault))->run(7);
        $ended = $this->now->modify('+'.(int) ceil($trace->durationS()).' seconds');
        $value = [
            ...$trace->summary(15.0), 'diagnosis' => Diagnosis::of($trace, Nominal::of($volts, $ohms, $seconds, 15.0))->toArray(),
            'operator' => 'Crew', 'certificate_until' => '2027-03-01', 'started_at' => $this->now->format(\DateTimeInterface::RFC3339),
            'ended_at' => $ended->format(\DateTimeInterface::RFC3339),
        ];

        return new self($this->procedure, $this->facts, [...$this->history, new Reading($weld->recordKey(), $value, $ended)], $ended);
    }

    public function readings(): Readings
    {
        return new Readings($this->history);
    }

    public function situation(): Situation
    {
        return new Situation($this->readings(), $this->facts, Rulebooks::iso());
    }

    public function verdict(): Verdict
    {
        return $this->procedure->judge($this->readings(), $this->facts, Rulebooks::iso());
    }

    /** @return list<Step> */
    public function steps(): array
    {
        return $this->procedure->steps($this->situation());
    }

    public function step(string $id): Step
    {
        foreach ($this->steps() as $step) {
            if ($step->id === $id) {
                return $step;
            }
        }
        throw new \OutOfBoundsException("No step {$id}");
    }

    /** Severity of a rule's finding; none when it says nothing. */
    public function severity(string $rule): string
    {
        foreach ($this->verdict()->findings as $finding) {
            if ($finding->rule === $rule) {
                return $finding->severity->value;
            }
        }

        return 'none';
    }
}
