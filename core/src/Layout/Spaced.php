<?php

declare(strict_types=1);

namespace Diastoma\Core\Layout;

use Diastoma\Core\Exception\InvalidInput;

/**
 * Joints without a drawing: pipes of one length laid one after another, or the next joint where the crew stands. Pipes and joints go on from what is there.
 */
final readonly class Spaced
{
    /** At once, so that a slip of the finger does not fill a main. */
    private const MOST = 5000;

    /** Lengths of pipe that are laid, m. Common practice: the shortest cut piece that a crew joins, and the longest bar that a truck carries. */
    public const SHORTEST_M = 0.3;

    public const LONGEST_M = 40.0;

    /**
     * @param  list<array{number: string, from_station_m: float, to_station_m: float}>  $pipes  that are new
     * @param  list<array{number: int, station_m: float, pipe_a: string, pipe_b: string}>  $joints
     */
    private function __construct(public array $pipes, public array $joints, public float $lengthM)
    {
    }

    /**
     * @param  ?array{number: string, from_station_m: float, to_station_m: float}  $last  the last pipe that is there; null on an empty main
     * @param  int  $number  of the first new joint
     * @param  string  $pipe  number of the first new pipe; those after it count on
     * @param  list<string>  $taken  numbers of pipes that there are
     *
     * @throws InvalidInput if a length or a count cannot be, or a pipe has its number already
     */
    public static function of(?array $last, int $count, float $pipeM, int $number, string $pipe, array $taken = []): self
    {
        $faults = [];
        if ($count < 1 || $count > self::MOST) {
            $faults[] = InvalidInput::field('count', 'Lay 1 to '.self::MOST.' joints at once.', $count);
        }
        if ($pipeM < self::SHORTEST_M || $pipeM > self::LONGEST_M) {
            $faults[] = InvalidInput::field('pipe_length_m', 'A pipe is '.self::SHORTEST_M.' to '.self::LONGEST_M.' m long.', $pipeM);
        }
        if ($faults !== []) {
            throw InvalidInput::together($faults);
        }
        $names = self::names($pipe, $count + ($last === null ? 1 : 0));
        $twice = array_values(array_intersect($names, $taken));
        if ($twice !== []) {
            throw InvalidInput::field('first_pipe', "There is a pipe {$twice[0]} on this main already. Give the first new pipe another number.", $pipe);
        }
        $pipes = $joints = [];
        $at = $last === null ? 0.0 : $last['to_station_m'];
        $before = $last['number'] ?? null;
        foreach ($names as $name) {
            if ($before !== null) {
                $joints[] = ['number' => $number++, 'station_m' => round($at, 3), 'pipe_a' => $before, 'pipe_b' => $name];
            }
            $pipes[] = ['number' => $name, 'from_station_m' => round($at, 3), 'to_station_m' => round($at + $pipeM, 3)];
            $at += $pipeM;
            $before = $name;
        }

        return new self($pipes, $joints, round($at, 3));
    }

    /**
     * @return list<string>
     */
    private static function names(string $first, int $count): array
    {
        if (trim($first) === '' || strlen($first) > 30) {
            throw InvalidInput::field('first_pipe', 'Type the number on the first new pipe, up to 30 letters.', $first);
        }

        $names = new Counted($first);

        return array_map(static fn (int $k): string => $names->next(), range(0, $count - 1));
    }
}
