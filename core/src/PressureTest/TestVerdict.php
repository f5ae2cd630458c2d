<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest;

use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/** Passed or not, with every figure of the arithmetic. */
final readonly class TestVerdict
{
    public const UNDECIDED = 'extend';

    /**
     * @param  list<Finding>  $findings
     * @param  list<Figure>  $arithmetic
     * @param  list<array{id: string, from_s: float, to_s: float}>  $phases  as found in the trace
     * @param  string  $reading  how an advising method reads it, or “extend” where a judged phase has to go on
     * @param  array<string, mixed>  $figures  the numbers of the arithmetic by name, for machines; units in the names
     */
    public function __construct(
        public array $findings, public array $arithmetic, public array $phases, public string $reading = '', public array $figures = [],
        public Standing $standing = Standing::Proves,
    ) {
    }

    /** The same with more findings. */
    public function with(Finding ...$more): self
    {
        return new self([...$this->findings, ...array_values($more)], $this->arithmetic, $this->phases, $this->reading, $this->figures, $this->standing);
    }

    public function passed(): bool
    {
        return $this->findings !== [] && ! Severity::worst(array_map(
            static fn (Finding $f): Severity => $f->severity, $this->findings,
        ))->isWorseThan(Severity::Watch);
    }

    public function isUndecided(): bool
    {
        return $this->reading === self::UNDECIDED;
    }

    /** How the test ends on record: passed, failed, or advised where the method accepts nothing by itself. */
    public function state(): string
    {
        return match (true) {
            $this->standing !== Standing::Proves => 'advised',
            default => $this->passed() ? 'passed' : 'failed',
        };
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'passed' => $this->passed(), 'standing' => $this->standing->value, 'reading' => $this->reading,
            'findings' => array_map(static fn (Finding $f): array => $f->toArray(), $this->findings),
            'arithmetic' => array_map(static fn (Figure $f): array => $f->toArray(), $this->arithmetic), 'phases' => $this->phases,
            'figures' => (object) $this->figures,
        ];
    }
}
