<?php

declare(strict_types=1);

namespace Diastoma\Core\Simulation;

use Diastoma\Core\Procedure\ReadingKind;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Yard\Kept;

/** What somebody answers who receives with care: everything came, and is sound. */
final class GoodDelivery
{
    private const NUMBERS = ['stack_m' => 1.2, 'gasket_c' => 14.0, 'ordered' => 8.0, 'came' => 8.0, 'length_m' => 6.0, 'count' => 8.0];

    private const WORDS = ['number' => 'N-1001', 'batch' => 'B-77', 'what' => 'Gaskets DN 300', 'code' => 'C-1', 'use_by' => '2031-05-31'];

    public static function answer(ReadingSpec $spec): mixed
    {
        return match (true) {
            $spec->kind === ReadingKind::Row => array_combine(
                array_map(static fn (ReadingSpec $c): string => $c->key, $spec->columns), array_map(self::answer(...), $spec->columns),
            ),
            $spec->key === 'where' => Kept::COVERED,
            $spec->kind === ReadingKind::Choice => $spec->choices[0],
            $spec->kind === ReadingKind::YesNo => true,
            default => self::NUMBERS[$spec->key] ?? self::WORDS[$spec->key] ?? throw new \LogicException("No good answer is known for {$spec->key}."),
        };
    }
}
