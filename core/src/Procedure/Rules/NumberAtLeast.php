<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure\Rules;

use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/** A figure that must reach a limit. Equal passes. */
final readonly class NumberAtLeast implements Rule
{
    /**
     * @param  list<string>  $readings
     * @param  \Closure(Situation): ?float  $figure
     * @param  ?\Closure(Situation): float  $bound
     */
    public function __construct(
        private string $id,
        private array $readings,
        private \Closure $figure,
        private string $limitId,
        private string $subject,
        private string $todo,
        private Severity $short = Severity::Mend,
        private string $why = '',
        private ?\Closure $bound = null,
        private ?Unit $unit = null,
    ) {
    }

    public function id(): string
    {
        return $this->id;
    }

    public function judge(Situation $situation): ?Finding
    {
        $value = ($this->figure)($situation);
        if ($value === null) {
            return null;
        }
        $limit = $situation->rulebook->limit($this->limitId);
        $unit = $this->unit ?? $limit->unit;
        $bound = $this->bound === null ? $limit->value : ($this->bound)($situation);
        $severity = Compare::atLeast($value, $bound) ? Severity::Go : $this->short;
        [$measured, $wanted] = $situation->pair($value, $bound, $unit, false);

        return new Finding(
            $this->id, $severity, "{$this->subject} {$measured}; at least {$wanted} wanted.",
            $severity === Severity::Go ? '' : $this->todo,
            $limit->source, $this->readings, $value, $bound, $value - $bound, $unit, $this->why,
        );
    }
}
