<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion;

use Diastoma\Core\Exception\InvalidInput;

/** When clamps may come off and when the section may be tested, counted from the end of fusion. */
final readonly class Clocks
{
    private function __construct(public \DateTimeImmutable $releaseAt, public \DateTimeImmutable $testAt)
    {
    }

    /** @throws InvalidInput if the cooling time is not positive or the factor is below 1 */
    public static function of(\DateTimeImmutable $fusionEnd, float $coolingMin, float $testFactor): self
    {
        if (! is_finite($coolingMin) || $coolingMin <= 0.0) {
            throw InvalidInput::field('cooling_min', "The cooling time is {$coolingMin} min. Read it off the fitting: it is more than 0.", $coolingMin, 0);
        }
        if (! is_finite($testFactor) || $testFactor < 1.0) {
            throw InvalidInput::field('test_factor', "The test factor is {$testFactor}. No test starts before full cooling: give 1 or more.", $testFactor, 1);
        }

        return new self(self::later($fusionEnd, $coolingMin), self::later($fusionEnd, $coolingMin * $testFactor));
    }

    private static function later(\DateTimeImmutable $from, float $minutes): \DateTimeImmutable
    {
        return $from->setTimestamp($from->getTimestamp() + (int) ceil($minutes * 60 - 1e-6));
    }
}
