<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure;

/** One answer the crew gave: a number, a yes or no, a word, a list of numbers, or the record of a device. */
final readonly class Reading
{
    /** @param  bool|float|string|list<float>|array<string, mixed>  $value in the unit its ReadingSpec names */
    public function __construct(
        public string $key,
        public bool|float|string|array $value,
        public \DateTimeImmutable $takenAt,
        public string $by = '',
    ) {
    }
}
