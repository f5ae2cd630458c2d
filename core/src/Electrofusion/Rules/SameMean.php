<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Rules;

use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/** Two measures of one pipe must have the same mean: a clamp changes its shape, not its girth, and a tape sees what diameters see. */
final readonly class SameMean implements Rule
{
    /**
     * @param  list<string>  $readings
     * @param  \Closure(Situation): ?float  $one
     * @param  \Closure(Situation): ?float  $other
     */
    public function __construct(private string $id, private array $readings, private \Closure $one, private \Closure $other, private string $said)
    {
    }

    public function id(): string
    {
        return $this->id;
    }

    public function judge(Situation $situation): ?Finding
    {
        $one = ($this->one)($situation);
        $other = ($this->other)($situation);
        if ($one === null || $other === null) {
            return null;
        }
        $limit = $situation->rulebook->limit('ef.mean_apart_percent');
        $off = 100 * abs($one - $other) / $situation->facts->number('dn_mm');
        $fine = Compare::atMost($off, $limit->value);
        [$measured, $allowed] = $situation->pair($off, $limit->value, Unit::Percent);

        return new Finding(
            $this->id, $fine ? Severity::Go : Severity::Mend, "{$this->said}: means apart by {$measured} of the diameter; {$allowed} allowed.",
            $fine ? '' : 'One of them is a slip: measure both again, and write down what the instrument shows.', $limit->source, $this->readings, $off,
            $limit->value, $limit->value - $off, Unit::Percent,
        );
    }
}
