<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Bolting;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Rulebook\Source;

/** In which order the bolts of a circle are tightened, numbered from 1 as the crew numbers them, round in one direction. */
final class Order
{
    public const MOST = 200;

    /** Where each cross begins, by how many crosses there are: as far from the last as can be. ASME PCC-1 legacy pattern (value from memory). */
    private const STARTS = [
        1 => [1], 2 => [1, 2], 3 => [1, 2, 3], 4 => [1, 3, 2, 4], 5 => [1, 3, 5, 2, 4], 6 => [1, 4, 2, 5, 3, 6], 7 => [1, 4, 6, 2, 5, 3, 7],
        8 => [1, 5, 3, 7, 2, 6, 4, 8],
    ];

    /**
     * The star: cross by cross where the bolts divide by four, by opposite pairs where only by two, every second one where by neither.
     *
     * @return non-empty-list<int>
     *
     * @throws InvalidInput if there is no bolt, or more than 200
     */
    public static function star(int $bolts): array
    {
        self::mustBe($bolts);
        if ($bolts === 1) {
            return [1];
        }
        if ($bolts % 2 === 1) {
            return [...range(1, $bolts, 2), ...range(2, $bolts - 1, 2)];
        }
        $parts = $bolts % 4 === 0 ? 4 : 2;
        $steps = $parts === 4 ? [0, $bolts / 2, $bolts / 4, 3 * $bolts / 4] : [0, $bolts / 2];
        $order = [];
        foreach (self::starts(intdiv($bolts, $parts)) as $start) {
            foreach ($steps as $step) {
                $order[] = $start + (int) $step;
            }
        }

        return $order;
    }

    /**
     * @return non-empty-list<int>
     *
     * @throws InvalidInput if there is no bolt, or more than 200
     */
    public static function circle(int $bolts): array
    {
        self::mustBe($bolts);

        return range(1, $bolts);
    }

    public static function source(): Source
    {
        return Source::fromMemory('ASME PCC-1', 'legacy cross pattern');
    }

    /** @return non-empty-list<int> */
    private static function starts(int $crosses): array
    {
        if (isset(self::STARTS[$crosses])) {
            return self::STARTS[$crosses];
        }
        $half = intdiv($crosses + 1, 2); // first every second one, then those between, each as the smaller circle has it
        $between = $crosses - $half;

        return [
            ...array_map(static fn (int $k): int => 2 * $k - 1, self::starts($half)), ...array_map(static fn (int $k): int => 2 * $k, self::starts($between)),
        ];
    }

    private static function mustBe(int $bolts): void
    {
        if ($bolts < 1 || $bolts > self::MOST) {
            throw InvalidInput::field('bolts', "A circle of {$bolts} bolts cannot be. Give from 1 to ".self::MOST.'.', $bolts, self::MOST);
        }
    }
}
