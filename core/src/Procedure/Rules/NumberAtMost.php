<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure\Rules;

use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/** A reading, or a figure worked out of readings, that may not exceed a limit. Equal passes; above 80 % is watch. */
final readonly class NumberAtMost implements Rule
{
    /**
     * @param  list<string>  $readings  keys the figure is made of
     * @param  \Closure(Situation): ?float  $figure  null when it cannot be known yet
     * @param  ?\Closure(Situation): float  $bound  the limit in the figure's own unit, when it is not the rulebook's value as it stands
     * @param  float  $watchShare  share of the limit from which on it is watch, 1 where it never is. Common practice: no figure published
     */
    public function __construct(
        private string $id,
        private array $readings,
        private \Closure $figure,
        private string $limitId,
        private string $subject,
        private string $todo,
        private Severity $beyond = Severity::Mend,
        private string $why = '',
        private ?\Closure $bound = null,
        private ?Unit $unit = null,
        private float $watchShare = 0.8,
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
        $severity = match (true) {
            ! Compare::atMost($value, $bound) => $this->beyond,
            ! Compare::atMost($value, $this->watchShare * $bound) => $this->beyond === Severity::Watch ? Severity::Go : Severity::Watch,
            default => Severity::Go,
        };
        [$measured, $allowed] = $situation->pair($value, $bound, $unit);

        return new Finding(
            $this->id, $severity, "{$this->subject} {$measured}; at most {$allowed} allowed.",
            match (true) {
                $severity === $this->beyond && $severity !== Severity::Go => $this->todo,
                $severity === Severity::Watch => 'Inside, but more than '.round(100 * $this->watchShare).' % of the limit is used.',
                default => '',
            },
            $limit->source, $this->readings, $value, $bound, $bound - $value, $unit, $this->why,
        );
    }
}
