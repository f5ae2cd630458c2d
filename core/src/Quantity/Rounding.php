<?php

declare(strict_types=1);

namespace Diastoma\Core\Quantity;

/** How a number is rounded when printed. Up and Down serve verdicts: the figure shown never looks better than the value judged. */
enum Rounding
{
    case Nearest;
    case Up;
    case Down;

    /** The number rounded to so many decimals; never −0. */
    public function round(float $value, int $decimals): float
    {
        $scale = 10 ** $decimals;
        $scaled = $value * $scale;
        $slack = 1e-9 * max(1.0, abs($scaled));
        $rounded = match ($this) {
            self::Nearest => round($scaled),
            self::Up => ceil($scaled - $slack),
            self::Down => floor($scaled + $slack),
        };

        return $rounded / $scale + 0.0;
    }

    public function print(float $value, int $decimals): string
    {
        return number_format($this->round($value, $decimals), $decimals, '.', '');
    }

    /** Further than this no reader follows, and no gauge either. */
    private const MOST_DECIMALS = 9;

    /**
     * A measured figure and its limit as they are printed beside each other: rounded towards the worse side, to the first digit at which they stand as the
     * verdict says.
     *
     * @param  bool  $atMost  whether the measured figure may not exceed the limit; else it must reach it
     * @param  bool  $plain  trailing zeros go, as UnitSystem prints
     * @return array{string, string} measured, limit
     */
    public static function pair(float $measured, float $limit, int $decimals, bool $atMost, bool $plain = false): array
    {
        [$ofMeasured, $ofLimit] = $atMost ? [self::Up, self::Down] : [self::Down, self::Up];
        $fine = $atMost ? Compare::atMost($measured, $limit) : Compare::atLeast($measured, $limit);
        for ($d = $decimals; ; $d++) {
            [$a, $b] = [$ofMeasured->round($measured, $d), $ofLimit->round($limit, $d)];
            $stands = $fine ? ($atMost ? $a <= $b : $a >= $b) : $a !== $b;
            if ($stands || $d >= self::MOST_DECIMALS) {
                break;
            }
        }
        if (! $stands) { // alike to the last digit anybody would print
            [$a, $b, $d] = [self::Nearest->round($limit, $decimals), self::Nearest->round($limit, $decimals), $decimals];
        }

        return $plain ? [(string) $a, (string) $b] : [number_format($a, $d, '.', ''), number_format($b, $d, '.', '')];
    }
}
