<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Rules;

use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** Something done at a moment that may not lie before another. The same second passes. */
final readonly class NotBefore implements Rule
{
    /**
     * @param  \Closure(Situation): ?\DateTimeImmutable  $earliest
     * @param  list<string>  $also  readings that say when the earliest is
     */
    public function __construct(
        private string $id,
        private string $reading,
        private \Closure $earliest,
        private string $subject,
        private string $todo,
        private Severity $early,
        private Source $source,
        private string $why,
        private array $also = [],
    ) {
    }

    public function id(): string
    {
        return $this->id;
    }

    public function judge(Situation $situation): ?Finding
    {
        $done = $situation->readings->time($this->reading);
        $earliest = ($this->earliest)($situation);
        if ($done === null || $earliest === null) {
            return null;
        }
        $margin = (float) ($done->getTimestamp() - $earliest->getTimestamp());
        $fine = $margin >= 0.0;
        $wait = (int) ceil(abs($margin) / 60);

        return new Finding(
            $this->id, $fine ? Severity::Go : $this->early,
            $fine ? "{$this->subject} after the full wait."
                : "{$this->subject} ".($wait > 1 ? "about {$wait} min" : (string) abs((int) $margin).' s').' too early.',
            $fine ? '' : $this->todo,
            $this->source, [$this->reading, ...$this->also], margin: $margin, why: $this->why,
        );
    }
}
