<?php

declare(strict_types=1);

namespace Diastoma\Core\Trench\Ground;

use Diastoma\Core\Rulebook\Source;

/** What the sides of a trench are of, by how they stand: the steepest slope that each allows without a shield. */
enum Soil: string
{
    case StableRock = 'stable_rock';
    case A = 'a';
    case B = 'b';
    case C = 'c';

    /** Deeper than this an engineer designs what keeps the sides up, m (20 ft). */
    public const ENGINEERED_M = 6.096;

    public function said(): string
    {
        return $this === self::StableRock ? 'stable rock' : 'type '.strtoupper($this->value);
    }

    /** Horizontal to one vertical. */
    public function slope(): float
    {
        return match ($this) {
            self::StableRock => 0.0, self::A => 0.75, self::B => 1.0, self::C => 1.5,
        };
    }

    /** Benches stand in cohesive soil only. */
    public function takesBenches(): bool
    {
        return $this !== self::C;
    }

    /** Angle of the side against the horizontal, °. */
    public function angleDeg(): float
    {
        return rad2deg(atan2(1.0, $this->slope()));
    }

    public static function source(): Source
    {
        return Source::standard('29 CFR 1926', 'subpart P, App. A and B');
    }
}
