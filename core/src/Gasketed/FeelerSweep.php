<?php

declare(strict_types=1);

namespace Diastoma\Core\Gasketed;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Rulebook\Source;

/**
 * What a feeler pushed in all round a gasketed joint says: near one depth everywhere, the gasket is seated; deeper somewhere, or no contact, it is rolled or
 * displaced there [common practice]. Shallower somewhere may be dirt or a gasket pushed up: a thing to look at, not a verdict.
 */
final readonly class FeelerSweep
{
    public const SEATED = 'seated';

    public const DISPLACED = 'rolled_or_displaced';

    /**
     * @param  list<?float>  $depthsMm
     * @param  list<int>  $deep  positions counted from 0 at 12 o'clock, clockwise
     * @param  list<int>  $shallow
     */
    private function __construct(public array $depthsMm, public float $medianMm, public array $deep, public array $shallow)
    {
    }

    /**
     * @param  list<?float>  $depthsMm  at equal clock angles from 12, clockwise; null where the feeler met nothing
     *
     * @throws InvalidInput if there are fewer than 3 depths, none with contact, or the tolerance is not positive
     */
    public static function of(array $depthsMm, float $toleranceMm): self
    {
        $met = array_values(array_filter($depthsMm, static fn (?float $d): bool => $d !== null));
        if (count($depthsMm) < 3 || $met === []) {
            throw InvalidInput::field('depths_mm', 'A sweep needs depths all round, at 8 clock positions or more (12 above DN 400).', count($depthsMm), 3);
        }
        if (! is_finite($toleranceMm) || $toleranceMm <= 0.0) {
            throw InvalidInput::field('tolerance_mm', "The tolerance is {$toleranceMm} mm; it must be more than 0.", $toleranceMm, 0);
        }
        $median = self::median($met);
        $deep = $shallow = [];
        foreach ($depthsMm as $k => $depth) {
            if ($depth === null || ! Compare::atMost($depth - $median, $toleranceMm)) {
                $deep[] = $k;
            } elseif (! Compare::atMost($median - $depth, $toleranceMm)) {
                $shallow[] = $k;
            }
        }

        return new self($depthsMm, $median, $deep, $shallow);
    }

    public function verdict(): string
    {
        return $this->deep === [] ? self::SEATED : self::DISPLACED;
    }

    /** Largest depth beyond the median, mm; infinite where the feeler met nothing. */
    public function worstMm(): float
    {
        $worst = 0.0;
        foreach ($this->depthsMm as $depth) {
            $worst = max($worst, $depth === null ? INF : $depth - $this->medianMm);
        }

        return $worst;
    }

    /**
     * Positions as a clock shows them, “3” or “4:30”.
     *
     * @param  list<int>  $positions
     * @return list<string>
     */
    public function clock(array $positions): array
    {
        $n = count($this->depthsMm);

        return array_map(static function (int $k) use ($n): string {
            $minutes = (int) round(720 * $k / $n);
            $hour = intdiv($minutes, 60);

            return ($hour === 0 ? '12' : (string) $hour).($minutes % 60 === 0 ? '' : sprintf(':%02d', $minutes % 60));
        }, $positions);
    }

    public static function source(): Source
    {
        return Source::commonPractice('sweep of a feeler gauge round the joint');
    }

    /** @param  non-empty-list<float>  $values */
    private static function median(array $values): float
    {
        sort($values);
        $n = count($values);

        return $n % 2 === 1 ? $values[intdiv($n, 2)] : ($values[$n / 2 - 1] + $values[$n / 2]) / 2;
    }
}
