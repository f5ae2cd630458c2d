<?php

declare(strict_types=1);

namespace Diastoma\Core\Layout;

use Diastoma\Core\Exception\InvalidInput;

/**
 * A joint that is cut out and made again: by one joint, where the pipe beyond can still be drawn up to close the gap, or by a spool with a joint at either
 * end, where it cannot. Lengths, stations and pipe numbers follow from where the saw goes.
 */
final readonly class Remade
{
    public const JOINT = 'joint';

    public const SPOOL = 'spool';

    /**
     * What is cut off on either side of a joint, m: enough to be rid of all that was scraped, heated or scratched, and not so much that it is a slip.
     * Common practice: no figure published; the maker says how much of an end is spent.
     */
    private const LEAST_CUT_M = 0.02;

    private const MOST_CUT_M = 20.0;

    /** What is left of a pipe must still take a joint at either end, m. Common practice: no figure published. */
    private const LEAST_LEFT_M = 0.3;

    /**
     * @param  list<array{number: string, from_station_m: float, to_station_m: float}>  $pipes  the two beside it as they are now, and the spool
     * @param  list<array{station_m: float, pipe_a: string, pipe_b: string}>  $joints  in its place
     * @param  float  $shiftM  how much nearer all that lies beyond comes
     */
    private function __construct(public array $pipes, public array $joints, public float $shiftM)
    {
    }

    /**
     * @param  array{number: string, from_station_m: float, to_station_m: float}  $a  pipe before the joint
     * @param  array{number: string, from_station_m: float, to_station_m: float}  $b  pipe after it
     * @param  string  $with  JOINT or SPOOL
     * @param  float  $cutA  off pipe a, m
     * @param  float  $cutB  off pipe b, m
     * @param  string  $spool  number of the spool
     * @param  list<string>  $taken  numbers of pipes that there are
     * @param  bool  $isFixedBeyond  whether a joint beyond is begun, so that nothing there can be drawn up
     *
     * @throws InvalidInput if it cannot be made so
     */
    public static function of(array $a, array $b, string $with, float $cutA, float $cutB, string $spool, array $taken, bool $isFixedBeyond): self
    {
        $faults = [];
        foreach (['cut_a_m' => [$a, $cutA], 'cut_b_m' => [$b, $cutB]] as $field => [$pipe, $cut]) {
            $left = $pipe['to_station_m'] - $pipe['from_station_m'] - $cut;
            if ($cut < self::LEAST_CUT_M || $cut > self::MOST_CUT_M) {
                $faults[] = InvalidInput::field(
                    $field, 'Cut off '.self::LEAST_CUT_M.' to '.self::MOST_CUT_M.' m: all that was scraped, heated or scratched, and no more than a pipe.',
                    $cut,
                );
            } elseif ($left < self::LEAST_LEFT_M) {
                $faults[] = InvalidInput::field(
                    $field, "Of {$pipe['number']} only ".round(max($left, 0), 3).' m would be left, too short for a joint at either end. Cut less, or take the '
                    .'whole pipe out with a longer spool.', $cut,
                );
            }
        }
        if ($with === self::JOINT && $isFixedBeyond) {
            $faults[] = InvalidInput::field(
                'with', 'Joints beyond are made already, so the ends cannot be drawn together: one joint would stretch the main. Put a spool in.', $with,
            );
        }
        $spool = trim($spool);
        if ($with === self::SPOOL && ($spool === '' || strlen($spool) > 30 || in_array($spool, $taken, true))) {
            $faults[] = InvalidInput::field(
                'spool', $spool === '' ? 'Type the number on the spool.' : "There is a pipe “{$spool}” on this main already, or the number is too long.",
                $spool,
            );
        }
        if (! in_array($with, [self::JOINT, self::SPOOL], true)) {
            $faults[] = InvalidInput::field('with', 'Make it again with one joint, or with a spool and two.', $with);
        }
        if ($faults !== []) {
            throw InvalidInput::together($faults);
        }
        $end = round($a['to_station_m'] - $cutA, 3);
        $begin = round($b['from_station_m'] + $cutB, 3);
        if ($with === self::JOINT) {
            $shift = round($begin - $end, 3);

            return new self(
                [[...$a, 'to_station_m' => $end], [...$b, 'from_station_m' => $end, 'to_station_m' => round($b['to_station_m'] - $shift, 3)]],
                [['station_m' => $end, 'pipe_a' => $a['number'], 'pipe_b' => $b['number']]], $shift,
            );
        }

        return new self(
            [
                [...$a, 'to_station_m' => $end], ['number' => $spool, 'from_station_m' => $end, 'to_station_m' => $begin],
                [...$b, 'from_station_m' => $begin],
            ],
            [
                ['station_m' => $end, 'pipe_a' => $a['number'], 'pipe_b' => $spool], ['station_m' => $begin, 'pipe_a' => $spool, 'pipe_b' => $b['number']],
            ], 0.0,
        );
    }

    /**
     * The letter behind the number of one that was cut out: the first to be cut out is a, the next b.
     *
     * @param  list<string>  $suffixes  of those with this number
     */
    public static function suffix(array $suffixes): string
    {
        for ($letter = 'a'; in_array($letter, $suffixes, true); $letter++);

        return $letter;
    }
}
