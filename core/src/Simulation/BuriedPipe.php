<?php

declare(strict_types=1);

namespace Diastoma\Core\Simulation;

use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Trench\Backfill\Layers;
use Diastoma\Core\Trench\Deflection\Bores;
use Diastoma\Core\Trench\Stretch;

/**
 * Stand-in for a flexible pipe in soil layers: what a gauge would read inside it, so that the advice can be tried. Its duties:
 * - sides packed beyond what they need squeeze the crown up, the more the softer the pipe;
 * - cover brings it down by the modified Iowa formula, less what the sides had lifted;
 * - a reading scatters as a hand does; the same seed gives the same readings.
 *
 * Shares are chosen to look like a trench, not measured [invented].
 */
final class BuriedPipe
{
    /** Beside this the sides do not lift, % of standard Proctor; rise by each % above it, at SN 8. */
    private const QUIET_PERCENT = 90.0;

    private const RISE_PER_PERCENT = 0.22;

    /** What the sides lifted that stays once it is covered. */
    private const STAYS = 0.4;

    /** Growth in the first thirty days, as a share of the deflection at full cover. */
    private const SETTLES = 1.25;

    private const HAND_MM = 0.15;

    /**
     * @param  list<float>  $placesM  stations that are read
     * @return list<array{station_m: float, vertical_mm: float}> empty where nothing was read as laid
     */
    public static function bores(Situation $s, string $stage, array $placesM, int $seed): array
    {
        $noise = new Noise($seed);
        $inside = (new Bores($s->readings))->insideMm();
        $rows = [];
        foreach ($inside === null ? [] : $placesM as $place) {
            $percent = self::percent($s, $stage) * (1 + $noise->normal(0.08));
            $rows[] = ['station_m' => $place, 'vertical_mm' => round($inside * (1 - $percent / 100) + $noise->normal(self::HAND_MM), 1)];
        }

        return $rows;
    }

    /** Deflection of the vertical, %; below zero where the crown has risen. */
    public static function percent(Situation $s, string $stage): float
    {
        $rise = self::rise($s);
        $covered = (Bores::predicted($s)['first'] ?? 0.0) - self::STAYS * $rise;

        return match ($stage) {
            Bores::CROWN => -$rise, Bores::FULL => $covered, Bores::LATE => $covered * ($covered > 0.0 ? self::SETTLES : 1.0), default => 0.0,
        };
    }

    private static function rise(Situation $s): float
    {
        $sides = Layers::of($s->readings, 'side')->last();
        $sn = $s->readings->number('sn_kn_m2') ?? 8.0;
        $lift = array_sum(array_map(static fn (float $percent): float => max(0.0, $percent - self::QUIET_PERCENT), $sides)) / max(1, count($sides));
        $height = min(1.0, Layers::of($s->readings, 'side')->heightMm() / max(1.0, (new Stretch($s))->odMm()));

        return self::RISE_PER_PERCENT * $lift * $height * sqrt(8 / max(0.5, $sn));
    }
}
