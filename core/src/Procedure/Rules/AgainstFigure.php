<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure\Rules;

use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** A reading against a figure that is no limit of the rulebook: the maker's, or worked out of the size. Says nothing while either is unknown. */
final readonly class AgainstFigure implements Rule
{
    public const AT_MOST = 'at most';

    public const LESS_THAN = 'less than';

    public const AT_LEAST = 'at least';

    /**
     * @param  self::AT_MOST|self::LESS_THAN|self::AT_LEAST  $sense  equal passes but for “less than”
     * @param  \Closure(Situation): ?float  $figure
     */
    public function __construct(
        private string $id,
        private string $reading,
        private string $sense,
        private \Closure $figure,
        private Unit $unit,
        private Source $source,
        private string $subject,
        private string $todo,
        private Severity $outside = Severity::Mend,
        private string $why = '',
    ) {
    }

    public function id(): string
    {
        return $this->id;
    }

    public function judge(Situation $situation): ?Finding
    {
        $value = $situation->readings->number($this->reading);
        $figure = $value === null ? null : ($this->figure)($situation);
        if ($value === null || $figure === null) {
            return null;
        }
        $holds = match ($this->sense) {
            self::AT_MOST => Compare::atMost($value, $figure),
            self::LESS_THAN => ! Compare::atLeast($value, $figure),
            self::AT_LEAST => Compare::atLeast($value, $figure),
        };
        $up = $this->sense !== self::AT_LEAST;

        [$measured, $wanted] = $situation->pair($value, $figure, $this->unit, $up);

        return new Finding(
            $this->id, $holds ? Severity::Go : $this->outside, "{$this->subject} {$measured}; {$this->sense} {$wanted} wanted.",
            $holds ? '' : $this->todo, $this->source, [$this->reading], $value, $figure, $up ? $figure - $value : $value - $figure, $this->unit, $this->why,
        );
    }
}
