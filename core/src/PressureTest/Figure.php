<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest;

/** One line of a test's arithmetic: what it is, how it is worked out, the same with the measured values in it, and the result. */
final readonly class Figure
{
    public function __construct(public string $title, public string $formula, public string $value, public string $working = '')
    {
    }

    /** @return array{title: string, formula: string, working: string, value: string} */
    public function toArray(): array
    {
        return ['title' => $this->title, 'formula' => $this->formula, 'working' => $this->working, 'value' => $this->value];
    }
}
