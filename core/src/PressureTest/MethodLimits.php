<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest;

use Diastoma\Core\Rulebook\Limit;
use Diastoma\Core\Rulebook\Rulebook;
use Diastoma\Core\Rulebook\Tests\TestLimits;

/** The limits that a test is planned and judged by: as its job's rulebook had them on the day it was planned, else as they ship. */
final readonly class MethodLimits
{
    /** @param  array<string, Limit>  $limits  by id */
    private function __construct(private array $limits)
    {
    }

    public static function shipped(): self
    {
        /** @var self|null $shipped the same for as long as the program runs */
        static $shipped = null;

        return $shipped ??= self::by([], TestLimits::all());
    }

    public static function of(Rulebook $rulebook): self
    {
        return self::by(array_values($rulebook->all()), TestLimits::all());
    }

    /** @param  list<Limit>  $limits  a plan that was made before plans held any was made by those that ship */
    public static function held(array $limits): self
    {
        return self::by($limits, TestLimits::all());
    }

    /**
     * @param  list<Limit>  $first
     * @param  list<Limit>  $else
     */
    private static function by(array $first, array $else): self
    {
        $byId = [];
        foreach ([...$else, ...$first] as $limit) {
            $byId[$limit->id] = $limit;
        }

        return new self($byId);
    }

    public function has(string $id): bool
    {
        return isset($this->limits[$id]);
    }

    /** @throws \OutOfBoundsException if there is none of that id: a fault of the method, not of a reading */
    public function value(string $id): float
    {
        return ($this->limits[$id] ?? throw new \OutOfBoundsException("There is no limit “{$id}” for tests."))->value;
    }

    /** What is a share of something, in the rulebook a percentage. */
    public function share(string $id): float
    {
        return $this->value($id) / 100;
    }

    /**
     * @param  list<string>  $families  what the ids begin with
     * @return list<Limit>
     */
    public function ofFamilies(array $families): array
    {
        return array_values(array_filter(
            $this->limits,
            static fn (Limit $limit): bool => in_array(substr($limit->id, 0, (int) strrpos($limit->id, '.')), $families, true),
        ));
    }
}
