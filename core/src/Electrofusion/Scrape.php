<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Rulebook\Severity;

/** What scraping takes off a pipe end, and the gap it leaves between pipe and fitting; mm, radial. A round pipe is taken. */
final readonly class Scrape
{
    /** Nobody scrapes so often: a depth per pass this small is a slip of the pen. */
    private const MOST_PASSES = 1000;

    private function __construct(public float $removalMm, public float $gapMm, public Severity $severity)
    {
    }

    /**
     * Removal is half the fall of the mean diameter, the gap half of bore less diameter. Equal passes, both ways.
     *
     * Too little removed is mend (scrape again). A gap over its limit is stop: nothing can be put back on. A gap above 80 % of its limit is watch.
     *
     * @throws InvalidInput if a diameter is not above 0 or the pipe grew
     */
    public static function judge(float $beforeMm, float $afterMm, float $boreMm, float $gapLimitMm, float $minimumMm): self
    {
        self::positive(['od_before_mm' => $beforeMm, 'od_after_mm' => $afterMm, 'bore_mm' => $boreMm]);
        if ($afterMm > $beforeMm) {
            throw InvalidInput::field(
                'od_after_mm', "The pipe measures {$afterMm} mm after scraping and {$beforeMm} mm before. Scraping takes material off: measure again.",
                $afterMm, $beforeMm,
            );
        }
        $removal = ($beforeMm - $afterMm) / 2;
        $gap = ($boreMm - $afterMm) / 2;
        $severity = match (true) {
            ! Compare::atMost($gap, $gapLimitMm) => Severity::Stop,
            ! Compare::atLeast($removal, $minimumMm) => Severity::Mend,
            ! Compare::atMost($gap, 0.8 * $gapLimitMm) => Severity::Watch,
            default => Severity::Go,
        };

        return new self($removal, $gap, $severity);
    }

    /**
     * How often a scraper may go round before the gap exceeds its limit, and the gap after each pass.
     *
     * @return array{max_passes: int, passes_needed: int, feasible: bool, gap_after_mm: list<float>} gap after pass 1, 2, … max_passes
     *
     * @throws InvalidInput if a diameter or the depth is not above 0
     */
    public static function passes(float $odMm, float $boreMm, float $depthMm, float $gapLimitMm, float $minimumMm): array
    {
        self::positive(['od_mm' => $odMm, 'bore_mm' => $boreMm, 'depth_per_pass_mm' => $depthMm]);
        $first = ($boreMm - $odMm) / 2;
        $most = (int) max(0.0, floor(($gapLimitMm - $first) / $depthMm + 1e-9));
        if ($most > self::MOST_PASSES) {
            throw InvalidInput::field(
                'depth_per_pass_mm', "At {$depthMm} mm a pass the scraper could go round {$most} times. Measure one ribbon's thickness and enter that.",
                $depthMm,
            );
        }
        $needed = (int) max(0.0, ceil($minimumMm / $depthMm - 1e-9));
        $gaps = [];
        for ($pass = 1; $pass <= $most; $pass++) {
            $gaps[] = round($first + $pass * $depthMm, 9);
        }

        return ['max_passes' => $most, 'passes_needed' => $needed, 'feasible' => $needed <= $most, 'gap_after_mm' => $gaps];
    }

    /** @param  array<string, float>  $values */
    private static function positive(array $values): void
    {
        $faults = [];
        foreach ($values as $key => $value) {
            if (! is_finite($value) || $value <= 0.0) {
                $faults[] = InvalidInput::field($key, "{$key} is {$value}; it is more than 0. Measure it again.", $value, 0);
            }
        }
        if ($faults !== []) {
            throw InvalidInput::together($faults);
        }
    }
}
