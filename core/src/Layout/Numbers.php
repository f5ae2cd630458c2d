<?php

declare(strict_types=1);

namespace Diastoma\Core\Layout;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Quantity\Text;

/** Numbers of joints: no two on a job have the same, so that a number called across the trench means one joint. */
final class Numbers
{
    /** The greatest number that a joint may have. */
    public const HIGHEST = 99_999_999;

    /** Letters of the number on a pipe, at most. */
    public const LONGEST_PIPE = 30;

    /**
     * Other numbers for a joint and the pipes beside it, as they are written on them.
     *
     * @param  array{number: int, pipe_a: string, pipe_b: string}  $old
     * @param  array{number: int, pipe_a: string, pipe_b: string}  $new
     * @param  list<int>  $takenNumbers  of the job's other joints
     * @param  list<string>  $takenPipes  of the main's pipes
     * @param  list<string>  $rejected  pipes that somebody has turned away: nobody lays them
     *
     * @throws InvalidInput if a number is another's
     */
    public static function change(array $old, array $new, array $takenNumbers, array $takenPipes, array $rejected = []): void
    {
        $faults = [];
        if ($new['number'] < 1 || $new['number'] > self::HIGHEST) {
            $faults[] = InvalidInput::field('number', 'A joint number is a whole number from 1 to '.self::HIGHEST.'.', $new['number']);
        } elseif ($new['number'] !== $old['number'] && in_array($new['number'], $takenNumbers, true)) {
            $faults[] = InvalidInput::field('number', "This job has a joint {$new['number']} already: a number called across the trench means one joint.",
                $new['number']);
        }
        foreach (['pipe_a', 'pipe_b'] as $side) {
            $pipe = trim($new[$side]);
            if ($pipe === '' || Text::length($pipe) > self::LONGEST_PIPE) {
                $faults[] = InvalidInput::field($side, 'Type the number on the pipe, up to '.self::LONGEST_PIPE.' letters.', $pipe);
            } elseif ($pipe !== $old[$side] && in_array($pipe, $takenPipes, true)) {
                $faults[] = InvalidInput::field($side, "There is a pipe {$pipe} on this main already.", $pipe);
            } elseif ($pipe !== $old[$side] && in_array(Text::lower($pipe), array_map(Text::lower(...), $rejected), true)) {
                $faults[] = InvalidInput::field($side, "Pipe {$pipe} was rejected: it is not laid. Take another.", $pipe);
            }
        }
        if ($old['pipe_a'] !== $old['pipe_b'] && trim($new['pipe_a']) === trim($new['pipe_b'])) {
            $faults[] = InvalidInput::field('pipe_b', 'The pipes before and after it are two: each has a number of its own.', $new['pipe_b']);
        }
        if ($faults !== []) {
            throw InvalidInput::together($faults);
        }
    }

    /**
     * The first of so many numbers in a row that are free: behind those of the main where there is room, else on a hundred of its own.
     *
     * @param  ?int  $last  the greatest number of this main; null where it has none
     * @param  list<int>  $others  numbers of the job's other mains
     */
    public static function next(?int $last, int $count, array $others): int
    {
        $most = max([0, (int) $last, ...$others]);
        $fresh = (int) (ceil(($most + 1) / 100) * 100) + 1;
        if ($last === null) {
            return $fresh;
        }
        foreach ($others as $other) {
            if ($other > $last && $other <= $last + $count) {
                return $fresh;
            }
        }

        return $last + 1;
    }
}
