<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Run;

/** Where each phase of a plan lies in a trace, or what was never reached. */
final readonly class Located
{
    /**
     * @param  list<array{id: string, from_s: float, to_s: float}>  $phases
     * @param  bool  $marked  whether the tester said where the phases begin
     */
    public function __construct(public array $phases, public string $missing = '', public bool $marked = false)
    {
    }

    /** @return array{float, float}|null seconds */
    public function of(string $id): ?array
    {
        foreach ($this->phases as $phase) {
            if ($phase['id'] === $id) {
                return [$phase['from_s'], $phase['to_s']];
            }
        }

        return null;
    }
}
