<?php

declare(strict_types=1);

namespace Diastoma\Core\Trench\Rules;

use Diastoma\Core\Procedure\Row;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Trench\Ways;

/** Plant no heavier than the cover over the crown bears. */
final readonly class PlantLight implements Rule
{
    public function __construct(private string $key)
    {
    }

    public function id(): string
    {
        return "tr.{$this->key}.plant";
    }

    public function judge(Situation $situation): ?Finding
    {
        $rows = Row::of($situation->readings, $this->key);
        $source = $situation->rulebook->limit('tr.heavy_cover_mm')->source;
        foreach ($rows as $k => $row) {
            $plant = $row->text('plant');
            $limit = $situation->limit($plant === Ways::HEAVY ? 'tr.heavy_cover_mm' : 'tr.plant_cover_mm');
            $cover = $row->number('cover_mm') ?? 0.0; // beside the pipe there is none
            if (! Ways::isLight($plant) && ! Compare::atLeast($cover, $limit)) {
                [$has, $wanted] = $situation->pair($cover, $limit, Unit::Millimetre, false);

                return new Finding(
                    $this->id(), Severity::Stop, 'Layer '.($k + 1).": {$plant} with {$has} over the crown; at least {$wanted} wanted.",
                    'Take it off. Uncover the pipe there, read its inside, and go on with hand or light plant.', $source, [$this->key], $cover, $limit,
                    $cover - $limit, Unit::Millimetre, 'Compact the soil, not the pipe.',
                );
            }
        }

        return $rows === [] ? null : new Finding($this->id(), Severity::Go, 'No plant too heavy for its cover.', '', $source, [$this->key]);
    }
}
