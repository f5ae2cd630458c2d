<?php

declare(strict_types=1);

namespace Diastoma\Core\Trench\Backfill;

use Diastoma\Core\Rulebook\Source;
use Diastoma\Core\Trench\Shell;

/** The largest stone that may lie against a pipe. A grid sorts it: the size is its spacing. */
enum Particle: string
{
    case Grp = 'grp';
    case Plastic = 'plastic';
    case Rigid = 'rigid';

    /** Iron, steel and concrete are not hurt so soon; what is not known is taken for plastic. */
    public static function of(string $material): self
    {
        return match (Shell::of($material)) {
            Shell::Grp => self::Grp, Shell::Plastic => self::Plastic, Shell::Lined, Shell::Rigid => self::Rigid,
        };
    }

    public function largestMm(float $dnMm): float
    {
        return match ($this) {
            self::Plastic => 20.0,
            self::Grp => match (true) {
                $dnMm < 600.0 => 25.0, $dnMm <= 1000.0 => 50.0, default => 64.0,
            },
            self::Rigid => match (true) {
                $dnMm <= 200.0 => 22.0, $dnMm <= 600.0 => 40.0, default => 60.0,
            },
        };
    }

    public function source(): Source
    {
        return $this === self::Rigid ? Source::fromMemory('EN 1610', 'material of the embedment, largest grain')
            : Source::commonPractice('largest stone by pipe and DN');
    }
}
