<?php

declare(strict_types=1);

namespace App\Setout;

use App\Models\Joint;
use App\Models\Main;
use App\Procedures\Subject;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Gasketed\Measured;
use Diastoma\Core\Layout\Alignment;
use Diastoma\Core\Layout\AsLaid;
use Diastoma\Core\Layout\Place;
use Diastoma\Core\Layout\Start;

/** The joints of a plan on the line, and what was measured of those that are laid. */
final class LaidJoints
{
    /** @return list<array<string, mixed>> one row a planned joint: planned, laid, laid less planned */
    public static function of(Main $main): array
    {
        $rows = [];
        foreach ($main->joints()->whereNotNull('planned')->get() as $joint) {
            $rows[] = [
                'joint' => $joint->number, 'state' => $joint->state, 'severity' => $joint->severity, 'station_m' => $joint->station_m,
                'pipe_a' => $joint->pipe_a, 'pipe_b' => $joint->pipe_b,
                'planned' => $joint->planned, 'laid' => $joint->state === 'planned' ? null : self::laid($joint)->toArray(),
            ];
        }

        return $rows;
    }

    public static function laid(Joint $joint): AsLaid
    {
        $planned = $joint->planned ?? [];
        $situation = Subject::joint($joint)->situation();
        try {
            $measured = Measured::of($situation);
        } catch (InvalidInput) {
            $measured = null; // the finding on the bench says what is wrong with it
        }
        $read = $situation->readings;

        return AsLaid::of(
            self::place($planned), self::place($planned['far'] ?? $planned),
            isset($planned['h_deg']) ? [(float) $planned['h_deg'], (float) $planned['v_deg']] : null,
            $measured === null ? null : [$measured->horizontalDeg, $measured->verticalDeg], $read->number('far_right_mm'), $read->number('far_up_mm'),
            $read->number('far_along_mm'),
        );
    }

    /**
     * Where the crew stands: the far end of the last pipe laid, and the joint that laid it.
     *
     * @return array{Start, Joint}|null null when none is laid
     */
    public static function front(Main $main, Alignment $alignment): ?array
    {
        $joint = $main->joints()->whereNotNull('planned')->where('state', '!=', 'planned')->reorder('station_m', 'desc')->first();
        if ($joint === null) {
            return null;
        }
        $planned = $joint->planned ?? [];
        $farEnd = self::laid($joint)->farEnd ?? self::place($planned['far'] ?? $planned);
        $before = $main->joints()->whereNotNull('planned')->where('station_m', '<', $joint->station_m)->where('state', '!=', 'planned')
            ->reorder('station_m', 'desc')->first();
        $near = ($before === null ? null : self::laid($before)->farEnd) ?? self::place($planned);

        return [Start::after($alignment, $near, $farEnd, $joint->station_m + (float) ($planned['pipe_length_m'] ?? 0.0)), $joint];
    }

    /** @param  array<string, mixed>  $p */
    private static function place(array $p): Place
    {
        return new Place((float) $p['easting_m'], (float) $p['northing_m'], (float) $p['level_m']);
    }
}
