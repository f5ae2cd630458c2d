<?php

declare(strict_types=1);

namespace Diastoma\Core\Trench\Rules;

use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Trench\Backfill\Layers;

/** The last test of each layer reaches what is specified; one that fell short stays on record. */
final readonly class DensityReached implements Rule
{
    /** Denser than the laboratory reached by so much is a wrong maximum or a wrong gauge, %. Common practice: no figure published. */
    private const BEYOND_BELIEF = 110.0;

    public function __construct(private string $key)
    {
    }

    public function id(): string
    {
        return "tr.{$this->key}.density";
    }

    public function judge(Situation $situation): ?Finding
    {
        $layers = Layers::of($situation->readings, $this->key);
        $last = $layers->last();
        if ($last === []) {
            return null;
        }
        $limit = $situation->rulebook->limit('tr.density_percent');
        $short = $layers->short($limit->value);
        $least = min($last);
        [$measured, $wanted] = $situation->pair($least, $limit->value, Unit::Percent, false);
        $strange = array_diff(array_keys($last), range(1, max(1, count($layers->rows))));
        $mended = $layers->mended($limit->value);
        $again = $mended === [] ? '' : ' '.self::named($mended).' reached it when compacted again.';
        [$severity, $said, $todo] = match (true) {
            $strange !== [] => [Severity::Mend, self::named(array_values($strange)).' was tested and is not among the layers.',
                'Enter the test for the layer it was taken in.'],
            $short !== [] => [
                Severity::Mend, self::named(array_keys($short))." at {$measured}; at least {$wanted} wanted.",
                'Change the method: thinner layer, other plant, water it or let it dry. Compact again and test again; this test stays on record.',
            ],
            $layers->untested() !== [] => [Severity::Mend, self::named($layers->untested()).' has no density test.',
                'Test it before the next layer covers it.'],
            max($last) > self::BEYOND_BELIEF => [
                Severity::Mend, 'Denser than the laboratory can: '.$situation->print(max($last), Unit::Percent).'.',
                'Is it the maximum of this soil? Test again, by another method.',
            ],
            default => [Severity::Go, "Every layer tested, the least {$measured}; at least {$wanted} wanted.{$again}", ''],
        };

        return new Finding(
            $this->id(), $severity, $said, $todo, $limit->source, [$this->key, "{$this->key}_density"], $least, $limit->value, $least - $limit->value,
            Unit::Percent,
        );
    }

    /** @param  list<int>  $layers */
    private static function named(array $layers): string
    {
        return (count($layers) === 1 ? 'Layer ' : 'Layers ').implode(', ', $layers);
    }
}
