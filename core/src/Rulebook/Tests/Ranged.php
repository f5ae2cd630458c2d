<?php

declare(strict_types=1);

namespace Diastoma\Core\Rulebook\Tests;

use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Limit;
use Diastoma\Core\Rulebook\Source;

/** A limit and the range in which a job may set it: below or above, the test would be unsafe or say nothing [common practice]. */
final readonly class Ranged
{
    /** Nothing is measured in less: a limit of zero divides, or asks for nothing. */
    private const LEAST = 1e-6;

    private function __construct(public Limit $limit, public float $least, public ?float $most)
    {
    }

    public static function of(string $id, float $value, Unit $unit, string $title, Source $source, float $least = self::LEAST, ?float $most = null): self
    {
        return new self(new Limit($id, $value, $unit, $source, $title), $least, $most);
    }

    /** A time of a test: a minute at the least, three days at the most. */
    public static function minutes(string $id, float $value, string $title, Source $source): self
    {
        return self::of($id, $value, Unit::Minute, $title, $source, 1.0, 4320.0);
    }

    /** A share of something whole. */
    public static function percent(string $id, float $value, string $title, Source $source, float $least = self::LEAST, float $most = 100.0): self
    {
        return self::of($id, $value, Unit::Percent, $title, $source, $least, $most);
    }

    /** A test pressure from another pressure: never below it. */
    public static function times(string $id, float $value, string $title, Source $source, float $most = 2.5): self
    {
        return self::of($id, $value, Unit::Times, $title, $source, 1.0, $most);
    }

    /** What a pipe is let take for the hours of a test: no rulebook lets it take more than half as much again as its rating. */
    public static function ofRating(string $id, float $value, string $title, Source $source): self
    {
        return self::times($id, $value, $title, $source, 1.5);
    }
}
