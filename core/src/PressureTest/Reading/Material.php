<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Reading;

use Diastoma\Core\Quantity\Text;

/** What a pipe wall does under pressure and warmth. Short-term moduli, expansions and creep: from memory, the middle of the usual range. */
enum Material: string
{
    case Pe = 'pe';
    case Pvc = 'pvc';
    case Iron = 'iron';
    case Steel = 'steel';
    case Grp = 'grp';
    case Concrete = 'concrete';
    /** spoolable, of plastic with a wound layer */
    case Composite = 'composite';

    /** From the words of a drawing, such as “PE 100” or “Ductile iron”; null for what is not known here. */
    public static function named(string $words): ?self
    {
        $plain = Text::lower($words);

        return match (true) {
            str_starts_with($plain, 'pe'), str_contains($plain, 'hdpe') => self::Pe, str_starts_with($plain, 'pvc') => self::Pvc,
            str_contains($plain, 'iron') => self::Iron,
            str_starts_with($plain, 'steel') => self::Steel, str_starts_with($plain, 'grp') => self::Grp,
            str_starts_with($plain, 'concrete') => self::Concrete, str_contains($plain, 'composite') => self::Composite, default => null,
        };
    }

    public function modulusGpa(): float
    {
        return match ($this) {
            self::Pe => 1.0, self::Pvc => 3.0, self::Iron => 170.0, self::Steel => 206.0, self::Grp => 20.0, self::Concrete => 35.0, self::Composite => 8.0
        };
    }

    public function poisson(): float
    {
        return match ($this) {
            self::Pe => 0.45, self::Pvc => 0.4, self::Iron => 0.28, self::Steel, self::Grp => 0.3, self::Concrete => 0.2, self::Composite => 0.4
        };
    }

    public function expansionPerC(): float
    {
        return match ($this) {
            self::Pe => 1.8e-4, self::Pvc => 7.0e-5, self::Iron => 1.15e-5, self::Steel => 1.2e-5, self::Grp => 2.5e-5, self::Concrete => 1.0e-5,
            self::Composite => 3.0e-5
        };
    }

    /** Whether creep decides what a shut main does. */
    public function creepsInEarnest(): bool
    {
        return $this === self::Pe;
    }

    /** @return list<array{float, float}> share of the elastic strain that follows, and its time constant in s */
    public function creep(): array
    {
        return match ($this) {
            self::Pe => [
                [0.17, 60.0], [0.20, 600.0], [0.23, 6000.0], [0.27, 60000.0],
            ], self::Pvc => [[0.02, 1800.0], [0.03, 15000.0]], self::Composite => [[0.03, 1500.0], [0.03, 12000.0]],
            self::Grp => [[0.015, 1500.0], [0.015, 12000.0]], // some hundredths of the elastic strain in a test, from memory
            default => []
        };
    }
}
