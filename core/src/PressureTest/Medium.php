<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest;

/** What a section is filled with. */
enum Medium: string
{
    case Water = 'water';
    case Air = 'air';

    /** The caution that belongs to every phase under pressure. */
    public function caution(): string
    {
        return match ($this) {
            self::Water => 'Stored energy: nobody in line with an end, nobody tightens anything under pressure. Lower the pressure first.',
            self::Air => 'Compressed air or gas stores far more energy than water: only with the owner’s and the maker’s agreement; everybody out of '
                .'the exclusion zone and out of every manhole; nobody touches a plug, cap or fitting under pressure.',
        };
    }
}
