<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Bolting;

use Diastoma\Core\Procedure\Reading;

/**
 * What a crew did at a circle of bolts, row by row: each bolt's readings in each pass, what comes next, what was left out.
 *
 * @phpstan-type BoltRow array{pass: int, bolt: int, torque_nm: ?float, at: \DateTimeImmutable}
 */
final readonly class BoltRun
{
    /** Share of the bolts that may be forgotten in an early pass. Common practice: no figure published. */
    private const MAY_SKIP = 0.25;

    /**
     * @param  list<BoltRow>  $rows  in the order in which they were taken; a click without a number has the torque that the wrench was set to
     * @param  array<int, array<int, list<?float>>>  $read  N·m, by pass and bolt, in order, since the bolts were last begun again
     * @param  int  $strange  rows that name a bolt or a pass that is not there
     */
    private function __construct(public BoltPlan $plan, public array $rows, public array $read, public int $strange)
    {
    }

    /**
     * @param  list<Reading>  $readings  rows {pass, bolt, torque_nm?, clicked?}
     * @param  list<Reading>  $settings  rows {pass, set_nm} of what a clicking wrench was set to
     */
    public static function of(BoltPlan $plan, array $readings, array $settings): self
    {
        $rows = $read = [];
        $strange = 0;
        foreach ($readings as $reading) {
            $row = is_array($reading->value) ? $reading->value : [];
            $pass = self::whole($row, 'pass');
            $bolt = self::whole($row, 'bolt');
            if ($pass < 1 || $pass > $plan->last() || $bolt < 1 || $bolt > $plan->bolts) {
                $strange++;

                continue;
            }
            if ($read !== [] && $pass < $plan->last() - 1 && max(array_keys($read)) >= $plan->last() - 1) {
                $read = []; // back from full torque to a low pass: loosened, and begun again
            }
            $torque = is_float($row['torque_nm'] ?? null) ? $row['torque_nm'] : self::setting($settings, $pass, $reading->takenAt);
            $rows[] = ['pass' => $pass, 'bolt' => $bolt, 'torque_nm' => $torque, 'at' => $reading->takenAt];
            $read[$pass][$bolt][] = $torque;
        }

        return new self($plan, $rows, $read, $strange);
    }

    /** @return array{pass: int, bolt: int}|null the next bolt; null when the last pass is full */
    public function next(): ?array
    {
        foreach ($this->plan->passes as $k => $pass) {
            if ($k + 1 < $this->plan->last() - 1 && $this->skipped($k + 1) !== [] && ! $this->isPassedOver($k + 1)) {
                continue; // a bolt or two of an early pass are not gone back to: the full passes make it good
            }
            foreach ($pass['order'] as $bolt) {
                if (! isset($this->read[$k + 1][$bolt])) {
                    return ['pass' => $k + 1, 'bolt' => $bolt];
                }
            }
        }

        return null;
    }

    /** The pass that another reading of a bolt belongs to, where nobody says: the first that has none of it, else the last. */
    public function passOf(int $bolt): int
    {
        foreach (range(1, $this->plan->last()) as $pass) {
            if (! isset($this->read[$pass][$bolt])) {
                return $pass;
            }
        }

        return $this->plan->last();
    }

    /** @return list<int> bolts that were left out of a pass after which another was begun */
    public function skipped(int $pass): array
    {
        $begun = false;
        foreach ($this->read as $later => $bolts) {
            $begun = $begun || $later > $pass;
        }

        return $begun ? array_values(array_filter($this->plan->passes[$pass - 1]['order'] ?? [], fn (int $b): bool => ! isset($this->read[$pass][$b]))) : [];
    }

    /** Whether so many bolts were left out of a pass that it was none: the gasket took the full torque on one side first. */
    public function isPassedOver(int $pass): bool
    {
        return count($this->skipped($pass)) > self::MAY_SKIP * $this->plan->bolts;
    }

    /** @return list<int> bolts that were turned again in a pass though their first reading was right, within a share of its torque */
    public function repeated(float $tolerance): array
    {
        $found = [];
        foreach ($this->read as $pass => $bolts) {
            foreach ($bolts as $bolt => $torques) {
                $first = $torques[0];
                $found = count($torques) > 1 && $first !== null && $first >= (1 - $tolerance) * $this->plan->torqueNm($pass) ? [...$found, $bolt] : $found;
            }
        }

        return array_values(array_unique($found));
    }

    /** @return list<int> bolts that were tightened next to the one before, where the star has them apart */
    public function beside(): array
    {
        $found = [];
        $before = $other = null;
        foreach ($this->rows as $row) {
            $isStar = ! $this->plan->passes[$row['pass'] - 1]['is_round'];
            if ($isStar && $before !== null && $before['pass'] === $row['pass'] && $this->plan->bolts > 3) {
                $apart = abs($row['bolt'] - $before['bolt']);
                // of four bolts one cross after the other begins beside the last bolt whichever way it goes
                $isCross = $this->plan->bolts === 4 && $other !== null && $other['pass'] === $row['pass'] && abs($other['bolt'] - $before['bolt']) === 2;
                $isBeside = min($apart, $this->plan->bolts - $apart) === 1 && ! $isCross && ! $this->follows($row['pass'], $before['bolt'], $row['bolt']);
                $found = $isBeside ? [...$found, $row['bolt']] : $found;
            }
            $other = $before;
            $before = $row;
        }

        return array_values(array_unique($found));
    }

    /** @return array<int, float> N·m, the last reading of each bolt in the last pass that has one of it */
    public function final(): array
    {
        $final = [];
        foreach ($this->read[$this->plan->last()] ?? [] as $bolt => $torques) {
            $last = $torques[count($torques) - 1];
            if ($last !== null) {
                $final[$bolt] = $last;
            }
        }
        ksort($final);

        return $final;
    }

    /** @return array<int, float> N·m, the highest reading of each bolt, whenever it was */
    public function highest(): array
    {
        $highest = [];
        foreach ($this->rows as $row) {
            if ($row['torque_nm'] !== null) {
                $highest[$row['bolt']] = max($highest[$row['bolt']] ?? 0.0, $row['torque_nm']);
            }
        }

        return $highest;
    }

    private function follows(int $pass, int $bolt, int $next): bool
    {
        $order = $this->plan->passes[$pass - 1]['order'] ?? [];
        $at = array_search($bolt, $order, true);

        return $at !== false && ($order[$at + 1] ?? null) === $next;
    }

    /** @param  array<mixed>  $row */
    private static function whole(array $row, string $key): int
    {
        $value = $row[$key] ?? null;

        return is_float($value) && floor($value) === $value ? (int) $value : 0;
    }

    /**
     * What the wrench was set to for a pass at a moment; null while nobody has said.
     *
     * @param  list<Reading>  $settings
     */
    private static function setting(array $settings, int $pass, \DateTimeImmutable $at): ?float
    {
        $set = null;
        foreach ($settings as $reading) {
            $row = is_array($reading->value) ? $reading->value : [];
            if (self::whole($row, 'pass') === $pass && $reading->takenAt <= $at && is_float($row['set_nm'] ?? null)) {
                $set = $row['set_nm'];
            }
        }

        return $set;
    }
}
