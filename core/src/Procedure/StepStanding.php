<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure;

use Diastoma\Core\Rulebook\Severity;

/** How far one step is: what it still wants and the worst thing found in it. */
final readonly class StepStanding
{
    /** @param  list<string>  $missing */
    public function __construct(
        public string $step,
        public string $title,
        public array $missing,
        public ?Severity $severity,
        public bool $skipped,
    ) {
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'step' => $this->step, 'title' => $this->title, 'missing' => $this->missing, 'severity' => $this->severity?->value, 'skipped' => $this->skipped,
        ];
    }
}
