<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Acceptance;

use Diastoma\Core\Quantity\Compare;

/**
 * Whether a fall slows down. A straight line is a leak: a fall that is more than the gauge's own noise must be clearly less in its second half than in its
 * first, else it is unclear and
 * has to be watched longer. No fall beyond the noise passes.
 */
final readonly class Slowing
{
    /** @param  bool  $quickens  it surely falls faster: no holding longer makes that right */
    private function __construct(
        public float $firstKpa, public float $secondKpa, public float $noiseKpa, public bool $falls, public bool $slows, public bool $quickens,
    ) {
    }

    /**
     * @param  float  $firstKpa  fall of the first half; a rise is negative
     * @param  float  $noiseKpa  of the gauge: what a single difference may be by itself
     * @param  float  $share  the second half may be at most so much of the first; 1 asks only that it is less
     */
    public static function of(float $firstKpa, float $secondKpa, float $noiseKpa, float $share = 1.0): self
    {
        $falls = ! Compare::atMost($firstKpa + $secondKpa, $noiseKpa);
        $slows = $share < 1.0 ? Compare::atMost($secondKpa, $share * $firstKpa)
            : $secondKpa < $firstKpa && ! Compare::atMost($firstKpa - $secondKpa, $noiseKpa);

        return new self($firstKpa, $secondKpa, $noiseKpa, $falls, $slows, $falls && ! Compare::atMost($secondKpa - $firstKpa, $noiseKpa));
    }

    public function isClear(): bool
    {
        return ! $this->falls || $this->slows;
    }
}
