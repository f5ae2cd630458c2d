<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical;

use Diastoma\Core\Quantity\Compare;

/** Outside diameters that a fitting takes with its gasket in one state, mm. */
final readonly class Range
{
    /** The inner layer left in, or the only layer there is. */
    public const IN = 'in';

    /** The inner layer taken out. */
    public const OUT = 'out';

    public function __construct(public string $layer, public float $minMm, public float $maxMm)
    {
    }

    /**
     * Layers of a gasket, the inner one in first.
     *
     * @param  \Closure(string): ?float  $figure  by field of CardRow
     * @return list<self>
     */
    public static function all(\Closure $figure): array
    {
        $ranges = [];
        foreach ([self::IN => ['min_mm', 'max_mm'], self::OUT => ['upper_min_mm', 'upper_max_mm']] as $layer => [$low, $high]) {
            $min = $figure($low);
            $max = $figure($high);
            $ranges = $min === null || $max === null || $min > $max ? $ranges : [...$ranges, new self($layer, $min, $max)];
        }

        return $ranges;
    }

    public function takes(float $odMm): bool
    {
        return Compare::atLeast($odMm, $this->minMm) && Compare::atMost($odMm, $this->maxMm);
    }

    /** @return array{layer: string, min_mm: float, max_mm: float} */
    public function toArray(): array
    {
        return ['layer' => $this->layer, 'min_mm' => $this->minMm, 'max_mm' => $this->maxMm];
    }
}
