<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Bolting;

use Diastoma\Core\Mechanical\Rules\BoltsEven;
use Diastoma\Core\Mechanical\Rules\BoltsInOrder;
use Diastoma\Core\Mechanical\Rules\BoltsReal;
use Diastoma\Core\Mechanical\Rules\BoltsToTorque;
use Diastoma\Core\Mechanical\Rules\WrenchSet;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Rules\InDate;
use Diastoma\Core\Procedure\Rules\InRange;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Source;

/** A circle of bolts that is tightened with a wrench: what is asked of it, what judges it, and what the bolt wheel draws. */
final readonly class Bolts
{
    /** No wrench of this trade reads more: a slip of the finger or of the unit. Our own choice. */
    private const MOST_NM = 6000.0;

    /**
     * @param  string  $key  of its rows; the wrench's setting is {key}_set, the wrench itself {key}_wrench
     * @param  string  $name  such as “Bolts” or “Bolts of the flange”
     * @param  \Closure(Situation): ?BoltPlan  $plan  null while count or torque is not known
     * @param  bool  $isSmall  a small wrench, which reads in inch-pounds where the rulebook is US-customary
     */
    public function __construct(public string $key, public string $name, private \Closure $plan, public bool $isSmall = false)
    {
    }

    public function plan(Situation $s): ?BoltPlan
    {
        return $s->once("bolts.plan.{$this->key}", fn (): ?BoltPlan => ($this->plan)($s));
    }

    public function run(Situation $s): ?BoltRun
    {
        return $s->once("bolts.run.{$this->key}", function () use ($s): ?BoltRun {
            $plan = $this->plan($s);

            return $plan === null ? null : BoltRun::of($plan, $s->readings->all($this->key), $s->readings->all("{$this->key}_set"));
        });
    }

    public function unit(): Unit
    {
        return $this->isSmall ? Unit::SmallTorque : Unit::NewtonMetre;
    }

    /** @return list<ReadingSpec> */
    public function specs(Situation $s): array
    {
        $plan = $this->plan($s);
        $bolts = $plan->bolts ?? Order::MOST;
        $passes = $plan?->last() ?? 1;
        $pass = ReadingSpec::number('pass', 'Pass', Unit::None, 1, $passes);

        return [
            ReadingSpec::equipment("{$this->key}_wrench", "{$this->name}: torque wrench", 'torque_wrench'),
            ReadingSpec::row("{$this->key}_set", "{$this->name}: wrench set to", [
                $pass, ReadingSpec::number('set_nm', 'Set to', $this->unit(), 0.1, self::MOST_NM),
            ], 'bolt_wheel')->optional(),
            ReadingSpec::row($this->key, $this->name, [
                $pass, ReadingSpec::number('bolt', 'Bolt', Unit::None, 1, $bolts),
                ReadingSpec::number('torque_nm', 'Torque read', $this->unit(), 0, self::MOST_NM, 'Leave out where the wrench clicked')->optional(),
            ], 'bolt_wheel'),
        ];
    }

    /** @return list<Rule> */
    public function rules(): array
    {
        return [
            new InDate(
                "mc.{$this->key}.wrench", "{$this->key}_wrench", 'name', 'calibration_until', 'Calibration', 'Take a wrench whose calibration runs.',
                Source::commonPractice('a calibrated wrench'),
            ),
            new InRange(
                "mc.{$this->key}.range", "{$this->key}_wrench", fn (Situation $s): ?float => $this->plan($s)?->targetNm, $this->unit(), 'Torque',
                'Take a wrench', Source::commonPractice('a wrench is used inside its range'),
            ),
            new WrenchSet($this), new BoltsInOrder($this), new BoltsToTorque($this), new BoltsEven($this), new BoltsReal($this),
        ];
    }

    /** @return list<string> keys that are there but not whole yet: bolts of the last pass are missing */
    public function unfinished(Situation $s): array
    {
        return $s->readings->has($this->key) && $this->run($s)?->next() !== null ? [$this->key] : [];
    }

    /**
     * A pass that leads up to the last may be confirmed as a whole, once so much time has gone by as a hand takes for its bolts. The last round is a bolt at a
     * time: it shows that each one has its torque. A pass that was begun bolt by bolt goes on so.
     *
     * @return ?array{pass: int, said: string, not_before: string, rows: non-empty-list<array{key: string, row: array<string, float>}>}
     */
    public function round(Situation $s): ?array
    {
        $plan = $this->plan($s);
        $run = $this->run($s);
        $pass = $run?->next()['pass'] ?? null;
        $taken = $s->readings->reading("{$this->key}_wrench")?->takenAt;
        $since = [...array_column($run->rows ?? [], 'at'), ...($taken === null ? [] : [$taken])];
        if ($plan === null || $run === null || $pass === null || $pass >= $plan->last() || ($run->read[$pass] ?? []) !== [] || $since === []) {
            return null;
        }
        $torque = $plan->torqueNm($pass);
        $order = $plan->passes[$pass - 1]['order'];
        $last = max($since);
        $notBefore = $last->setTimestamp($last->getTimestamp() + (int) ceil($plan->bolts * $s->limit('mc.bolt.pace_s')));

        return [
            'pass' => $pass,
            'said' => "Pass {$pass} of {$plan->last()}: wrench set to {$s->print($torque, $this->unit())}, each bolt clicked once, in the order "
                .implode(', ', $order),
            'not_before' => $notBefore->format(\DateTimeInterface::RFC3339),
            'rows' => [
                ['key' => "{$this->key}_set", 'row' => ['pass' => (float) $pass, 'set_nm' => $torque]],
                ...array_map(fn (int $bolt): array => ['key' => $this->key, 'row' => ['pass' => (float) $pass, 'bolt' => (float) $bolt]], $order),
            ],
        ];
    }

    /** @return array<string, mixed>|null what the wheel draws; null while count or torque is not known */
    public function wheel(Situation $s): ?array
    {
        $plan = $this->plan($s);
        $run = $this->run($s);
        if ($plan === null || $run === null) {
            return null;
        }
        $next = $run->next();
        $tolerance = $s->limit('mc.bolt.tolerance_percent') / 100;
        $final = $run->final();
        $round = $this->round($s);
        $judged = $final === [] ? null : Judged::of($final, $plan->targetNm, $plan->maximumNm, $tolerance);
        $read = [];
        foreach ($run->read as $pass => $bolts) {
            foreach ($bolts as $bolt => $torques) {
                $read[] = ['pass' => $pass, 'bolt' => $bolt, 'torque_nm' => $torques[count($torques) - 1], 'times' => count($torques)];
            }
        }

        return [
            'key' => $this->key, 'name' => $this->name, 'bolts' => $plan->bolts, 'passes' => $plan->passes, 'next' => $next, 'read' => $read,
            'target_nm' => $plan->targetNm, 'low_nm' => (1 - $tolerance) * $plan->targetNm, 'high_nm' => (1 + $tolerance) * $plan->targetNm,
            'maximum_nm' => $plan->maximumNm, 'mean_nm' => $judged?->meanNm, 'scatter_percent' => $judged?->scatterPercent,
            'under' => $judged->under ?? [], 'over' => $judged->over ?? [], 'said' => $this->said($s, $plan, $run), 'source' => BoltPlan::source()->tag(),
            'display' => $s->rulebook->units->display($this->unit()),
            'round' => $round === null ? null : ['pass' => $round['pass'], 'said' => $round['said'], 'not_before' => $round['not_before']],
        ];
    }

    private function said(Situation $s, BoltPlan $plan, BoltRun $run): string
    {
        $next = $run->next();
        if ($next === null) {
            return 'Every bolt has been round at full torque.';
        }
        $torque = $s->print($plan->torqueNm($next['pass']), $this->unit());
        $of = count($plan->passes) > 1 ? ", pass {$next['pass']} of ".count($plan->passes) : '';
        $skipped = array_values(array_filter($run->skipped($next['pass']), static fn (int $b): bool => $b === $next['bolt']));

        return $skipped === [] ? "Bolt {$next['bolt']} next{$of}: {$torque}." : "Bolt {$next['bolt']} was skipped{$of}: {$torque} on it now.";
    }
}
