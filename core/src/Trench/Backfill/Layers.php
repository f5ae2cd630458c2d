<?php

declare(strict_types=1);

namespace Diastoma\Core\Trench\Backfill;

use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Procedure\Row;
use Diastoma\Core\Quantity\Compare;

/** The layers of one part of the backfill, and what was measured of how hard each is packed. */
final readonly class Layers
{
    /**
     * @param  list<Row>  $rows
     * @param  array<int, non-empty-list<float>>  $percents  by layer from 1, in the order in which they were tested
     */
    private function __construct(public array $rows, public array $percents)
    {
    }

    public static function of(Readings $readings, string $key): self
    {
        $percents = [];
        foreach (Row::of($readings, "{$key}_density") as $row) {
            [$wet, $moisture, $most] = [$row->number('wet_t_m3'), $row->number('moisture_percent'), $row->number('maximum_t_m3')];
            if ($wet !== null && $moisture !== null && $most !== null && $most > 0.0) {
                $percents[(int) $row->number('layer')][] = Density::ofWet($wet, $moisture, $most)->percent;
            }
        }

        return new self(Row::of($readings, $key), $percents);
    }

    /** @return list<int> layers without a test */
    public function untested(): array
    {
        return $this->rows === [] ? [] : array_values(array_filter(range(1, count($this->rows)), fn (int $n): bool => ! isset($this->percents[$n])));
    }

    /** @return array<int, float> the last test of each layer that falls short */
    public function short(float $wanted): array
    {
        return array_filter($this->last(), static fn (float $percent): bool => ! Compare::atLeast($percent, $wanted));
    }

    /** @return array<int, float> the last test of each layer */
    public function last(): array
    {
        return array_map(static fn (array $all): float => $all[count($all) - 1], $this->percents);
    }

    /** @return list<int> layers that were short first, and are not any more */
    public function mended(float $wanted): array
    {
        $again = array_filter($this->percents, static fn (array $all): bool => count($all) > 1 && ! Compare::atLeast(min($all), $wanted));

        return array_values(array_diff(array_keys($again), array_keys($this->short($wanted))));
    }

    public function heightMm(): float
    {
        return array_sum(array_map(static fn (Row $row): float => $row->number('thickness_mm') ?? 0.0, $this->rows));
    }
}
