<?php

declare(strict_types=1);

namespace Diastoma\Core\Gasketed;

use Diastoma\Core\Gasketed\Steps\Spigot;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Procedure\Usual;
use Diastoma\Core\Quantity\Unit;

/** What a good gasketed joint states besides its plain yeses: factory marks where they belong, and no angle where none is planned. */
final class Told
{
    /** @return array<string, ?Usual> */
    public static function at(Situation $s, Made $made, Step $step): array
    {
        $told = [];
        foreach ($step->readings as $spec) {
            $told += match (true) {
                preg_match('/\A(second_)?mark(_([ab]))?_mm\z/', $spec->key, $mark) === 1 => [
                    $spec->key => Spigot::isCut($s, $mark[3] ?? '') ? null : self::mark($s, $made, $spec),
                ],
                $spec->key === 'deflection_by' => [$spec->key => self::isStraight($s) ? Usual::of(Measured::STRAIGHT) : null],
                default => [],
            };
        }

        return $told;
    }

    /** Marked at the factory where the product has it; a cut end is marked and measured. */
    private static function mark(Situation $s, Made $made, ReadingSpec $spec): ?Usual
    {
        $at = str_starts_with($spec->key, 'second_') ? Spigot::secondLineMm($s, $made) : $made->markMm($s);

        return $at === null ? null : Usual::of($at, "{$spec->label}: measured at {$s->print($at, Unit::Millimetre)}");
    }

    private static function isStraight(Situation $s): bool
    {
        return abs($s->facts->maybe('planned_h_deg') ?? 0.0) < 0.05 && abs($s->facts->maybe('planned_v_deg') ?? 0.0) < 0.05;
    }
}
