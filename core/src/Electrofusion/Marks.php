<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Rulebook\Rulebook;

/** Where to mark a pipe end for a coupler, mm from the end; or the barrel for a saddle, mm along the pipe. */
final readonly class Marks
{
    private function __construct(public ?float $stabMm, public float $scrapeMm, public float $washMm)
    {
    }

    /**
     * Stab depth is half the coupler's measured length, or its depth to the centre stop where it has one; the scrape reaches beyond it by the rulebook's
     * margin. A slip coupler slides
     * fully onto one pipe first, so there the scrape covers its whole length plus the margin [common practice].
     *
     * @param  'coupler'|'slip_coupler'  $kind
     * @param  ?float  $stopDepthMm  from the coupler's edge to its centre stop
     *
     * @throws InvalidInput if the length is not a positive number
     */
    public static function of(float $fittingLengthMm, string $kind, Rulebook $rulebook, ?float $stopDepthMm = null): self
    {
        if (! is_finite($fittingLengthMm) || $fittingLengthMm <= 0.0) {
            throw InvalidInput::field(
                'fitting_length_mm', "The coupler's length is {$fittingLengthMm} mm. Measure it end to end: it is more than 0.", $fittingLengthMm, 0,
            );
        }
        $stab = $stopDepthMm ?? $fittingLengthMm / 2;
        $extra = $rulebook->value('ef.scrape.beyond_stab_mm');

        return new self(
            $stab,
            ($kind === 'slip_coupler' ? $fittingLengthMm : $stab) + $extra,
            $rulebook->value('ef.wash.fitting_lengths') * $fittingLengthMm,
        );
    }

    /**
     * A saddle covers its own width: that is scraped (the mark just outside it), and one width to each side is washed with it [common practice].
     *
     * @throws InvalidInput if the footprint is not a positive number
     */
    public static function ofSaddle(float $footprintMm, Rulebook $rulebook): self
    {
        if (! is_finite($footprintMm) || $footprintMm <= 0.0) {
            throw InvalidInput::field(
                'footprint_mm', "The saddle's footprint is {$footprintMm} mm. Measure it along the pipe: it is more than 0.", $footprintMm, 0,
            );
        }

        return new self(null, $footprintMm, $rulebook->value('ef.wash.fitting_lengths') * $footprintMm);
    }
}
