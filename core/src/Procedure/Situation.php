<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure;

use Diastoma\Core\Quantity\Rounding;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Rulebook;

/** Everything a rule may look at. */
final readonly class Situation
{
    /** Whatever version of the procedure is in force. */
    public const TODAYS = PHP_INT_MAX;

    /**
     * @param  list<Finding>  $findings what the steps before have found
     * @param  int  $version  of the procedure, under which the work was begun
     * @param  ?Judging  $judging  of the same work, where it is judged again after each entry; the readings are as it gave them
     */
    public function __construct(
        public Readings $readings, public Facts $facts, public Rulebook $rulebook, public array $findings = [], private Memo $memo = new Memo,
        public int $version = self::TODAYS, private ?Judging $judging = null,
    ) {
    }

    /** @param  list<Finding>  $findings */
    public function knowing(array $findings): self
    {
        return new self($this->readings, $this->facts, $this->rulebook, $findings, $this->memo, $this->version, $this->judging);
    }

    /** The same with other readings of the same work: figures are worked out again. */
    public function with(Readings $readings): self
    {
        return new self($readings, $this->facts, $this->rulebook, $this->findings, version: $this->version);
    }

    /** What was known of the same work at a moment. */
    public function at(\DateTimeImmutable $moment): self
    {
        return $this->once("at {$moment->format('U.u')}", fn (): self => $this->with($this->readings->until($moment)));
    }

    /** @return list<Finding> what the steps before have found */
    public function before(): array
    {
        $this->readings->watch()?->saw(Watch::ALL);

        return $this->findings;
    }

    /**
     * A figure made of these readings, facts and limits alone, worked out once for all rules that ask.
     *
     * @template T
     *
     * @param  \Closure(): T  $work
     * @return T
     */
    public function once(string $key, \Closure $work): mixed
    {
        return $this->memo->recall($key, $work, $this->readings->watch());
    }

    /**
     * What follows from these readings at a step: worked out again only where it may come out otherwise than after the entry before.
     *
     * @template T
     *
     * @param  mixed  $of  what the step made it of
     * @param  \Closure(): T  $work
     * @return T
     */
    public function kept(string $key, mixed $of, \Closure $work): mixed
    {
        return $this->judging === null ? $work() : $this->judging->keep($key, $of, $work);
    }

    public function limit(string $id): float
    {
        return $this->rulebook->value($id);
    }

    public function print(float $value, Unit $unit, Rounding $rounding = Rounding::Nearest): string
    {
        return $this->rulebook->print($value, $unit, $rounding);
    }

    /** @return array{string, string} a measured value and its limit, see UnitSystem::pair() */
    public function pair(float $measured, float $limit, Unit $unit, bool $atMost = true): array
    {
        return $this->rulebook->pair($measured, $limit, $unit, $atMost);
    }
}
