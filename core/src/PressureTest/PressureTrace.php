<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest;

use Diastoma\Core\Exception\InvalidInput;

/** Samples of a pressure logger: seconds from the first, gauge kPa, water °C where it was logged. */
final readonly class PressureTrace
{
    /** @param  non-empty-list<array{t: float, p: float, c: ?float}>  $samples */
    private function __construct(public array $samples)
    {
    }

    /**
     * @param  list<array{t: float, p: float, c: ?float}>  $samples
     *
     * @throws InvalidInput if there are fewer than two, or a time does not rise
     */
    public static function of(array $samples): self
    {
        if (count($samples) < 2) {
            throw InvalidInput::field('samples', 'The trace holds fewer than two samples. Export the whole test from the logger.', count($samples), 2);
        }
        $before = -INF;
        foreach ($samples as $row => $sample) {
            if (! is_finite($sample['p']) || ! is_finite($sample['t'])) {
                throw InvalidInput::field('samples', 'Row '.($row + 1).' holds something that is not a number. Export the trace again.', $row + 1);
            }
            if ($sample['t'] <= $before) {
                throw InvalidInput::field('samples', 'Row '.($row + 1).": time goes backwards or stands still ({$sample['t']} s after {$before} s). Sort the export by time, or export it again.", $sample['t'], $before);
            }
            $before = $sample['t'];
        }

        return new self($samples);
    }

    /** @return list<array{t: float, p: float, c: ?float}> samples with $from ≤ t ≤ $to */
    public function between(float $from, float $to): array
    {
        return array_values(array_filter($this->samples, static fn (array $s): bool => $s['t'] >= $from && $s['t'] <= $to));
    }

    public function endS(): float
    {
        return $this->samples[count($this->samples) - 1]['t'];
    }
}
