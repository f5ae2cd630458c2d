<?php

declare(strict_types=1);

namespace Diastoma\Core\Trench\Rules;

use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Trench\Backfill\Layers;

/** Each layer no thicker than plant compacts, and one side never more than a layer above the other. */
final readonly class LayersEven implements Rule
{
    public function __construct(private string $key)
    {
    }

    public function id(): string
    {
        return "tr.{$this->key}.layers";
    }

    public function judge(Situation $situation): ?Finding
    {
        $layers = Layers::of($situation->readings, $this->key);
        if ($layers->rows === []) {
            return null;
        }
        $limit = $situation->rulebook->limit('tr.layer_mm');
        $thickest = 0.0;
        foreach ($layers->rows as $k => $row) {
            $thick = $row->number('thickness_mm') ?? 0.0;
            $apart = $row->number('apart_mm') ?? 0.0;
            $n = $k + 1;
            if (! Compare::atMost($thick, $limit->value)) {
                [$measured, $allowed] = $situation->pair($thick, $limit->value, Unit::Millimetre);

                return $this->finding($situation, Severity::Mend, "Layer {$n} is {$measured} thick; at most {$allowed}.",
                    'Take the rest off and compact it in two: plant does not reach the bottom of a thick layer.', $thick);
            }
            if (! Compare::atMost($apart, $thick)) {
                [$measured, $allowed] = $situation->pair($apart, $thick, Unit::Millimetre);

                return $this->finding($situation, Severity::Mend, "Layer {$n}: one side {$measured} above the other; one layer, {$allowed}, at most.",
                    'Fill the lower side first: an uneven load pushes the pipe off its line.', $apart);
            }
            $thickest = max($thickest, $thick);
        }
        [$measured, $allowed] = $situation->pair($thickest, $limit->value, Unit::Millimetre);

        return $this->finding($situation, Severity::Go, count($layers->rows)." layers, the thickest {$measured}; at most {$allowed}.", '', $thickest);
    }

    private function finding(Situation $s, Severity $severity, string $said, string $todo, float $measured): Finding
    {
        $limit = $s->rulebook->limit('tr.layer_mm');

        return new Finding(
            $this->id(), $severity, $said, $todo, $limit->source, [$this->key], $measured, $limit->value, $limit->value - $measured, Unit::Millimetre,
        );
    }
}
