<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Tap;

use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;

/** One stage of a live tap. */
final readonly class Stage
{
    /**
     * @param  list<ReadingSpec>  $readings
     * @param  list<Rule>  $rules
     * @param  list<string>  $cautions
     * @param  ?\Closure(Situation): array<string, mixed>  $guide
     */
    public function __construct(
        public string $id, public string $title, public string $instruction, public array $readings, public array $rules, public array $cautions = [],
        private ?\Closure $guide = null,
    ) {
    }

    public function step(Situation $s): Step
    {
        return new Step($this->id, $this->title, $this->instruction, $this->readings, $this->rules, $this->cautions,
            $this->guide === null ? [] : ($this->guide)($s));
    }
}
