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
}
