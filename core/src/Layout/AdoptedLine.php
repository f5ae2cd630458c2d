<?php

declare(strict_types=1);

namespace Diastoma\Core\Layout;

/**
 * What becomes of a plan when it is taken onto the line: pipes with their numbers, joints with theirs and what is planned of each, and the sections that
 * they lie in. Its duties:
 * - pipes and joints go on from what is laid; the first of a main begins a hundred of its own, so that numbers do not meet those of another main;
 * - a bend is a piece of its own, joined to the pipe before it and to the one after;
 * - a joint at the very border belongs to the section before it, which is tested first;
 * - the last section reaches to the end of the main, and each knows the levels of what lies in it.
 */
final readonly class AdoptedLine
{
    /** A bend's second joint stands so far after its first, m, so that the two keep their order. Our own choice. */
    private const BEND_M = 0.001;

    /**
     * @param  list<array{number: string, from_station_m: float, to_station_m: float}>  $pipes
     * @param  list<array{number: int, station_m: float, section: int, pipe_a: string, pipe_b: string, planned: ?array<string, mixed>}>  $joints
     * @param  list<array{to_station_m: float, low_level_m?: float, high_level_m?: float, gauge_level_m?: float}>  $sections
     */
    private function __construct(public array $pipes, public array $joints, public array $sections, public float $lengthM)
    {
    }

    /**
     * @param  array{joints: non-empty-list<array<string, mixed>>, pipes: list<array<string, mixed>>}  $plan  as Plan::toArray() has it
     * @param  ?array{number: int, pipe_b: string}  $last  the last joint that is laid; null on a main where nothing is
     * @param  int  $base  number before the first joint of this main
     * @param  int  $laid  pipes that are laid
     * @param  non-empty-list<array{to_station_m: float, low_level_m: float, high_level_m: float}>  $sections  from the start of the main on
     */
    public static function of(array $plan, ?array $last, int $base, int $laid, array $sections, float $lengthM, float $wallMm): self
    {
        $joints = $plan['joints'];
        $lengthM = max([$lengthM, ...array_map(self::number(...), array_column($joints, 'station_m'))]);
        $sections = [...array_slice($sections, 0, -1), [...$sections[count($sections) - 1], 'to_station_m' => $lengthM]];
        $number = $last['number'] ?? $base;
        $before = $last['pipe_b'] ?? null;
        $made = $pipes = [];
        foreach ($plan['pipes'] as $k => $pipe) {
            $name = sprintf('P%03d', $base + $laid + $k + 1);
            $pipes[] = [
                'number' => $name, 'from_station_m' => round(self::number($pipe['from_station_m']), 3),
                'to_station_m' => round(self::number($pipe['to_station_m']), 3),
            ];
            $index = (int) self::number($pipe['joint']);
            $at = $joints[$index];
            $planned = self::planned($at, $joints[$index + 1], $pipe, $wallMm);
            if ($at['kind'] === 'start' && $index > 0) {
                $bend = sprintf('B%03d', $base + $laid + $k);
                $made[] = self::joint(++$number, $sections, $joints[$index - 1], 0.0, [(string) $before, $bend], null);
                $made[] = self::joint(++$number, $sections, $at, self::BEND_M, [$bend, $name], $planned);
            } elseif ($before !== null) {
                $made[] = self::joint(++$number, $sections, $at, 0.0, [$before, $name], $planned);
            }
            $before = $name;
        }

        return new self($pipes, $made, self::sections($sections, $joints, $last !== null), $lengthM);
    }

    /**
     * The number before the first joint of a main.
     *
     * @param  ?int  $least  the least number it has already
     * @param  int  $most  the greatest number on the whole job
     */
    public static function base(?int $least, int $most): int
    {
        return $least === null ? (int) (ceil(($most + 1) / 100) * 100) : $least - 1;
    }

    /**
     * @param  non-empty-list<array{to_station_m: float, low_level_m: float, high_level_m: float}>  $sections
     * @param  array<string, mixed>  $at
     * @param  array{string, string}  $pipes
     * @param  ?array<string, mixed>  $planned
     * @return array{number: int, station_m: float, section: int, pipe_a: string, pipe_b: string, planned: ?array<string, mixed>}
     */
    private static function joint(int $number, array $sections, array $at, float $after, array $pipes, ?array $planned): array
    {
        $station = self::number($at['station_m']) + $after;

        return [
            'number' => $number, 'station_m' => round($station, 3), 'section' => self::sectionAt($sections, $station), 'pipe_a' => $pipes[0],
            'pipe_b' => $pipes[1], 'planned' => $planned,
        ];
    }

    private static function number(mixed $value): float
    {
        return is_int($value) || is_float($value) ? (float) $value : 0.0;
    }

    /**
     * @param  array<string, mixed>  $at
     * @param  array<string, mixed>  $far
     * @param  array<string, mixed>  $pipe
     * @return array<string, mixed>
     */
    private static function planned(array $at, array $far, array $pipe, float $wallMm): array
    {
        $place = static fn (array $j): array => ['easting_m' => $j['easting_m'], 'northing_m' => $j['northing_m'], 'level_m' => $j['level_m']];
        $turns = $at['kind'] === 'joint';

        return [
            'h_deg' => $turns ? $at['deflection_h_deg'] : 0.0, 'v_deg' => $turns ? $at['deflection_v_deg'] : 0.0, ...$place($at), 'far' => $place($far),
            'pipe_length_m' => $pipe['length_m'], 'cut' => $pipe['cut'],
            'dig_level_m' => BellHole::digLevelM(self::number($at['level_m']), $wallMm),
        ];
    }

    /**
     * @param  non-empty-list<array{to_station_m: float, low_level_m: float, high_level_m: float}>  $sections
     * @param  list<array<string, mixed>>  $joints
     * @param  bool  $rest  only the rest of the main is planned: what the sections know already stands
     * @return list<array{to_station_m: float, low_level_m?: float, high_level_m?: float, gauge_level_m?: float}>
     */
    private static function sections(array $sections, array $joints, bool $rest): array
    {
        $made = [];
        foreach ($sections as $k => $section) {
            $in = array_filter($joints, static fn (array $at): bool => self::sectionAt($sections, self::number($at['station_m'])) === $k);
            $levels = [...array_map(self::number(...), array_column($in, 'level_m')), ...($rest ? [$section['low_level_m'], $section['high_level_m']] : [])];
            $made[] = [
                'to_station_m' => $section['to_station_m'],
                ...($levels === [] ? [] : ['low_level_m' => min($levels), 'high_level_m' => max($levels), 'gauge_level_m' => min($levels)]),
            ];
        }

        return $made;
    }

    /** @param  non-empty-list<array{to_station_m: float, low_level_m: float, high_level_m: float}>  $sections */
    private static function sectionAt(array $sections, float $stationM): int
    {
        foreach ($sections as $k => $section) {
            if ($stationM <= $section['to_station_m'] + 1e-6) {
                return $k;
            }
        }

        return count($sections) - 1;
    }
}
