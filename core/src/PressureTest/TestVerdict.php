<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest;

use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/** Passed or not, with every figure of the arithmetic. */
final readonly class TestVerdict
{
    /**
     * @param  list<Finding>  $findings
     * @param  list<array{title: string, formula: string, value: string}>  $arithmetic
     * @param  list<array{id: string, from_s: float, to_s: float}>  $phases  as found in the trace
     */
    public function __construct(public array $findings, public array $arithmetic, public array $phases)
    {
    }

    public function passed(): bool
    {
        return $this->findings !== [] && ! Severity::worst(array_map(static fn (Finding $f): Severity => $f->severity, $this->findings))->isWorseThan(Severity::Watch);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'passed' => $this->passed(),
            'findings' => array_map(static fn (Finding $f): array => $f->toArray(), $this->findings),
            'arithmetic' => $this->arithmetic, 'phases' => $this->phases,
        ];
    }
}
