<?php

declare(strict_types=1);

namespace Core\Tests\Net;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Procedure\ReadingKind;
use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Procedure\Story\Agrees;
use Diastoma\Core\Procedure\Story\Redone;
use Diastoma\Core\Procedure\Story\StoryOf;
use Diastoma\Core\Procedure\Verdict;
use Diastoma\Core\Quantity\Unit;

/**
 * Stories that cannot be true, or must not be, made of a work that was done well: every reading moved behind its act, every age exceeded, every relation
 * broken,
 * every number in another unit, every pair of steps swapped. What is asked, hidden, stale or related is found by asking: a new procedure is in it at once.
 */
final class Stories
{
    /** Of so many steps each is swapped with the next few only: six restraints are alike. */
    private const MANY = 25;

    private const NEAR = 4;

    private Readings $good;

    private Situation $situation;

    /** @var list<Step> */
    private array $steps;

    /** @var array<string, string> severity of what is found in the good work, by rule */
    private array $found;

    public function __construct(private readonly Walk $walk)
    {
        $this->good = $walk->made();
        $this->situation = new Situation($this->good, $walk->facts(), $walk->rulebook);
        $this->steps = $walk->procedure->asked($this->situation);
        $this->found = Walk::found($walk->verdict($this->good));
    }

    /** @return array<string, list<StoryCase>> every case of a procedure under a rulebook, by kind: told once a process */
    public static function of(string $id, string $rulebook): array
    {
        /** @var array{string, array<string, list<StoryCase>>} $last */
        static $last = ['', []];
        if ($last[0] !== "{$id} {$rulebook}") {
            $stories = new self(new Walk($id, $rulebook));
            $last = ["{$id} {$rulebook}", [
                'late' => $stories->late(), 'old' => $stories->old(), 'apart' => $stories
                    ->apart(), 'size' => $stories->sizes(), 'swapped' => $stories->swapped(),
            ]];
        }

        return $last[1];
    }

    /** @return list<StoryCase> every reading that an act hides, first entered after it */
    public function late(): array
    {
        $cases = $seen = [];
        foreach ($this->walk->procedure->acts($this->situation) as $act) {
            $at = $act->at($this->situation);
            foreach ($at === null ? [] : StoryOf::before($act, $this->steps) as $step) {
                foreach ($step->notNeeded === '' ? $step->readings : [] as $spec) {
                    if ($spec->required && ! $spec->stays() && $act->hides($spec->key) && $this->good->has($spec->key) && ! isset($seen[$spec->key])) {
                        $seen[$spec->key] = true; // the first act that hides it
                        $after = $at->modify('+5 seconds');
                        $cases[] = $this->case('late', "{$step->id}.{$spec->key} after {$act->id}", $this->moved(
                            [$spec->key], static fn (\DateTimeImmutable $t): \DateTimeImmutable => max($t, $after),
                        ));
                    }
                }
            }
        }

        return $cases;
    }

    /** @return list<StoryCase> every age one minute beyond its limit; at its limit it holds */
    public function old(): array
    {
        $cases = [];
        foreach ($this->walk->procedure->ages($this->situation) as $age) {
            $used = $age->usedAt($this->situation);
            $from = $age->from($this->situation);
            if ($used === null || $from === null) {
                continue;
            }
            $limit = 60 * $this->walk->rulebook->value($age->limit);
            foreach (['over' => 60, 'at' => 0] as $way => $beyond) {
                $by = (int) $limit + $beyond - ($used->getTimestamp() - $from->getTimestamp());
                $cases[] = $this->case('old', "{$age->id} {$way}", $this->moved(
                    $age->keys, static fn (\DateTimeImmutable $t): \DateTimeImmutable => $t->modify("-{$by} seconds"),
                ), "story.age.{$age->id}");
            }
        }

        return $cases;
    }

    /** @return list<StoryCase> every relation broken, from both sides where it has two */
    public function apart(): array
    {
        $cases = [];
        foreach ($this->walk->procedure->relations($this->situation) as $rules) {
            foreach ($rules as $rule) {
                if ($rule instanceof Redone) {
                    $cases[] = $this->case('apart', $rule->id(), $this->swappedReadings($rule->spoils, $rule->spoilt), $rule->id());
                }
                foreach ($rule instanceof Agrees ? [0.5, 2.0] : [] as $factor) {
                    foreach ($rule->readings as $key) {
                        $cases[] = $this->case('apart', "{$rule->id()} {$key} × {$factor}", $this->multiplied($key, $factor), $rule->id());
                    }
                }
            }
        }

        return $cases;
    }

    /** @return list<StoryCase> every number in each other unit that it may be mistaken for, and ten times too large or small */
    public function sizes(): array
    {
        $cases = [];
        foreach ($this->steps as $step) {
            foreach ($step->notNeeded === '' ? $step->readings : [] as $spec) {
                $reading = $this->good->reading($spec->key);
                foreach ($reading === null ? [] : self::numbersOf($spec) as $at => $column) {
                    foreach (self::factors($column->unit) as $factor) {
                        $value = self::scaled($reading->value, $at, $factor);
                        $isNearer = $factor < 1.0 && $column->min <= 0.0 && self::isGoodAtZero($column); // less of what should not be is a better answer
                        if ($value !== $reading->value && ! $isNearer) {
                            $cases[] = new StoryCase('size', "{$step->id}.{$spec->key}".($at === '' ? '' : ".{$at}").' × '.round($factor, 4),
                                $this->sized($spec, $value));
                        }
                    }
                }
            }
        }

        return $cases;
    }

    /** @return list<StoryCase> every pair of steps that tell when they were done, each done when the other was */
    public function swapped(): array
    {
        $told = [];
        foreach ($this->steps as $step) {
            $keys = array_values(array_map(static fn (ReadingSpec $s): string => $s->key, array_filter(
                $step->readings, fn (ReadingSpec $s): bool => $s->required && ! $s->stays() && $s->shared === null && $s->kind !== ReadingKind::Row
                    && $this->good->has($s->key),
            )));
            $told = $keys === [] ? $told : [...$told, $step->id => $keys];
        }
        $cases = [];
        $ids = array_keys($told);
        foreach ($ids as $i => $one) {
            foreach (array_slice($ids, $i + 1, count($ids) > self::MANY ? self::NEAR : null) as $other) {
                $a = $this->window($told[$one]);
                $b = $this->window($told[$other]);
                $late = $this->moved($told[$one], static fn (\DateTimeImmutable $t): \DateTimeImmutable => $b[1]->modify('+1 second'));
                $cases[] = $this->case('swapped', "{$one} and {$other}", self::move(
                    $late, $told[$other], static fn (\DateTimeImmutable $t): \DateTimeImmutable => $a[0]->modify('-1 second'),
                ));
            }
        }

        return $cases;
    }

    /** @param  ?string  $rule  that must notice it; null where any may */
    private function case(string $kind, string $what, Readings $readings, ?string $rule = null): StoryCase
    {
        return new StoryCase($kind, $what, $this->outcome($this->walk->verdict($readings), $rule));
    }

    private function outcome(Verdict $verdict, ?string $rule = null): string
    {
        $worst = 'silent';
        $rank = ['silent' => 0, 'go' => 0, 'watch' => 1, 'missing' => 2, 'mend' => 3, 'stop' => 4];
        foreach (Walk::found($verdict) as $id => $severity) {
            if (($rule === null || $rule === $id) && $rank[$severity] > $rank[$worst] && ($this->found[$id] ?? 'go') !== $severity) {
                $worst = $severity;
            }
        }

        return $worst === 'silent' && $rule === null && ! $verdict->isAccepted() ? 'missing' : $worst;
    }

    private function sized(ReadingSpec $spec, mixed $value): string
    {
        try {
            $taken = $spec->accept($value, $this->walk->rulebook->units);
        } catch (InvalidInput) {
            return 'refused';
        }
        if ($spec->unusual($taken) !== []) {
            return 'asked';
        }

        return $this->outcome($this->walk->verdict($this->walk->changed($this->good, $spec->key, $taken)));
    }

    /** @return array<string, ReadingSpec> numbers of an answer, by their column; the answer itself by nothing */
    private static function numbersOf(ReadingSpec $spec): array
    {
        $numbers = in_array($spec->kind, [ReadingKind::Number, ReadingKind::Series], true) ? ['' => $spec] : [];
        foreach ($spec->columns as $column) {
            $numbers += $column->kind === ReadingKind::Number ? [$column->key => $column] : [];
        }

        return $numbers;
    }

    private static function isGoodAtZero(ReadingSpec $spec): bool
    {
        return $spec->unit === Unit::Millimetre || $spec->unit === Unit::Degree || $spec->unit === Unit::Metre;
    }

    /** @return list<float> what a number of this unit may be mistaken by */
    private static function factors(Unit $unit): array
    {
        $of = match ($unit) {
            Unit::Millimetre => [25.4, 10.0, 1000.0], Unit::Metre => [0.3048, 1000.0, 10.0], Unit::KiloPascal => [6.894757, 100.0, 1000.0, 10.0],
            Unit::NewtonMetre, Unit::SmallTorque => [1.355818, 10.0], Unit::Minute, Unit::Second => [60.0, 10.0], default => [10.0],
        };

        return array_merge(...array_map(static fn (float $f): array => [$f, 1 / $f], $of));
    }

    private static function scaled(mixed $value, string $column, float $factor): mixed
    {
        return match (true) {
            is_float($value) || is_int($value) => $value * $factor,
            is_array($value) && $column !== '' => isset($value[$column]) && (is_float($value[$column]) || is_int($value[$column]))
                ? [...$value, $column => $value[$column] * $factor] : $value,
            is_array($value) && array_is_list($value) => array_map(static fn (mixed $v): mixed => is_float($v) || is_int($v) ? $v * $factor : $v, $value),
            default => $value,
        };
    }

    private function multiplied(string $key, float $factor): Readings
    {
        $history = [];
        foreach ($this->good->history as $reading) {
            $value = $reading->key !== $key ? $reading->value : (is_array($reading->value) && isset($reading->value['duration_s'])
                ? [...$reading->value, 'duration_s' => (float) $reading->value['duration_s'] * $factor] : self::scaled($reading->value, '', $factor));
            $history[] = self::at($reading, $reading->takenAt, $value);
        }

        return new Readings($history);
    }

    private function swappedReadings(string $spoils, string $spoilt): Readings
    {
        $at = $this->good->reading($spoilt)?->takenAt ?? throw new \LogicException($spoilt);

        return $this->moved([$spoils], static fn (\DateTimeImmutable $t): \DateTimeImmutable => $at->modify('+1 second'));
    }

    /**
     * @param  list<string>  $keys
     * @return array{\DateTimeImmutable, \DateTimeImmutable}
     */
    private function window(array $keys): array
    {
        $times = array_map(fn (string $key): \DateTimeImmutable => $this->good->reading($key)->takenAt ?? throw new \LogicException($key), $keys);

        return [min($times), max($times)];
    }

    /** @param  list<string>  $keys */
    private function moved(array $keys, \Closure $to): Readings
    {
        return self::move($this->good, $keys, $to);
    }

    /**
     * The same readings, some of them at another time, and told in the order of their times. A moment that a button noted moves with its reading.
     *
     * @param  list<string>  $keys
     * @param  \Closure(\DateTimeImmutable): \DateTimeImmutable  $to
     */
    private static function move(Readings $readings, array $keys, \Closure $to): Readings
    {
        $history = [];
        foreach ($readings->history as $reading) {
            $at = in_array($reading->key, $keys, true) ? $to($reading->takenAt) : $reading->takenAt;
            $isMoment = is_string($reading->value) && $at != $reading->takenAt && str_ends_with($reading->key, '_at');
            $history[] = self::at($reading, $at, $isMoment ? $at->format(\DateTimeInterface::RFC3339) : $reading->value);
        }
        usort($history, static fn (Reading $a, Reading $b): int => $a->takenAt <=> $b->takenAt);

        return new Readings($history);
    }

    private static function at(Reading $reading, \DateTimeImmutable $at, mixed $value): Reading
    {
        /** @var bool|float|string|list<float>|array<string, mixed> $value */
        return new Reading($reading->key, $value, $at, $reading->by);
    }
}
