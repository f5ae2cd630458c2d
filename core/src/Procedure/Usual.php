<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure;

/**
 * What a good joint answers, as a statement that can stand on a list: a yes, a word, a figure that was worked out beforehand and set out by it, or the
 * moment at which something is done. Never a figure that only measuring gives.
 */
final readonly class Usual
{
    /**
     * @param  bool|float|string|list<float>|null  $value  null for the moment at which the list is confirmed
     * @param  string  $said  the statement in words, where its label does not say it
     * @param  ?\DateTimeImmutable  $notBefore  moment before which it cannot be so
     */
    private function __construct(
        public bool|float|string|array|null $value, public string $said = '', public ?\DateTimeImmutable $notBefore = null,
    ) {
    }

    /** @param  bool|float|string|list<float>  $value */
    public static function of(bool|float|string|array $value, string $said = ''): self
    {
        return new self($value, $said);
    }

    public static function moment(): self
    {
        return new self(null);
    }

    /** Not before a moment. */
    public function notBefore(\DateTimeImmutable $moment): self
    {
        return new self($this->value, $this->said, $moment);
    }
}
