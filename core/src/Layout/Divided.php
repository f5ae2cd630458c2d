<?php

declare(strict_types=1);

namespace Diastoma\Core\Layout;

use Diastoma\Core\Exception\InvalidInput;

/** Sections of a main split in two at a station, and joined again: what each half keeps. */
final class Divided
{
    /** A section shorter than this cannot be filled, vented and plugged, m. Common practice. */
    private const SHORTEST_M = 1.0;

    /**
     * Both halves keep the levels of the whole until somebody measures theirs: the window of pressures they leave is the narrower, so it is safe.
     *
     * @param  array{from_station_m: float, to_station_m: float}  $whole
     * @param  list<float>  $joints  stations of the joints in it
     *
     * @throws InvalidInput if it cannot be split there
     */
    public static function at(array $whole, float $station, array $joints): void
    {
        $least = $whole['from_station_m'] + self::SHORTEST_M;
        $most = $whole['to_station_m'] - self::SHORTEST_M;
        if ($station < $least || $station > $most) {
            throw InvalidInput::field(
                'station_m', $least > $most ? 'This section is too short to be split.' : "Split it between {$least} and {$most} m.", $station,
            );
        }
        foreach ($joints as $joint) {
            if (abs($joint - $station) < self::SHORTEST_M / 2) {
                throw InvalidInput::field('station_m',
                    "A joint stands at {$joint} m. Split the section in the barrel of a pipe, half a metre off it or more.", $station);
            }
        }
    }

    /**
     * @param  array{from_station_m: float, to_station_m: float, low_level_m: float, high_level_m: float, design_pressure_kpa: float}  $a
     * @param  array{from_station_m: float, to_station_m: float, low_level_m: float, high_level_m: float, design_pressure_kpa: float}  $b
     * @return array{from_station_m: float, to_station_m: float, low_level_m: float, high_level_m: float}
     *
     * @throws InvalidInput if they do not lie end to end, or are made for different pressures
     */
    public static function joined(array $a, array $b): array
    {
        if (abs($a['to_station_m'] - $b['from_station_m']) > 0.001) {
            throw InvalidInput::field('with', 'These two sections do not lie end to end.', $b['from_station_m']);
        }
        if (abs($a['design_pressure_kpa'] - $b['design_pressure_kpa']) > 0.001) {
            throw InvalidInput::field('with', 'These two sections are made for different pressures: test each by itself.', $b['design_pressure_kpa']);
        }

        return [
            'from_station_m' => $a['from_station_m'], 'to_station_m' => $b['to_station_m'], 'low_level_m' => min($a['low_level_m'], $b['low_level_m']),
            'high_level_m' => max($a['high_level_m'], $b['high_level_m']),
        ];
    }
}
