<?php

declare(strict_types=1);

namespace Diastoma\Core\Trench\Ground;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Rulebook\Source;

/** Volumes of a stretch of trench, m³ in place but for what is loose: the pipe's own volume is taken off. */
final readonly class Quantities
{
    /** By which dug soil grows, %, and what a truck carries, m³. Common practice. */
    public const BULKING_PERCENT = 25.0;

    public const TRUCK_M3 = 10.0;

    private function __construct(
        public float $excavationM3, public float $beddingM3, public float $surroundM3, public float $backfillM3, public float $pipeM3, public float $spoilM3,
        public float $spoilLooseM3, public int $trucks,
    ) {
    }

    /**
     * @param  float  $slope  horizontal to one vertical
     * @param  float  $beddingMm  under the pipe
     * @param  float  $coverMm  of surround over the crown
     * @param  float  $bulkingPercent  by which dug soil grows
     * @param  float  $reusedPercent  of the backfill above the surround that is dug soil
     *
     * @throws InvalidInput if the pipe with bedding and surround does not go into the trench
     */
    public static function of(
        float $lengthM, float $bottomM, float $depthM, float $slope, float $odMm, float $beddingMm, float $coverMm,
        float $bulkingPercent = self::BULKING_PERCENT,
        float $truckM3 = self::TRUCK_M3, float $reusedPercent = 100.0,
    ): self {
        $area = static fn (float $height): float => $height * ($bottomM + $slope * $height);
        $bed = $beddingMm / 1000;
        $top = $bed + ($odMm + $coverMm) / 1000;
        if ($top > $depthM) {
            throw InvalidInput::field('depth_m', sprintf('Bedding, pipe and surround take %.2f m; the trench is %.2f m deep.', $top, $depthM), $depthM, $top);
        }
        if ($odMm / 1000 > $bottomM + 2 * $slope * $bed) {
            throw InvalidInput::field('bottom_m', 'The pipe is wider than the trench.', $bottomM, $odMm / 1000);
        }
        $pipe = $lengthM * M_PI * ($odMm / 1000) ** 2 / 4;
        $excavation = $lengthM * $area($depthM);
        $backfill = $lengthM * ($area($depthM) - $area($top));
        $spoil = $excavation - $reusedPercent / 100 * $backfill;
        $loose = $spoil * (1 + $bulkingPercent / 100);

        return new self(
            $excavation, $lengthM * $area($bed), $lengthM * ($area($top) - $area($bed)) - $pipe, $backfill, $pipe, $spoil, $loose,
            (int) ceil($loose / $truckM3 - 1e-9),
        );
    }

    public static function source(): Source
    {
        return Source::arithmetic('areas of a trench with even slopes; the pipe is taken off');
    }

    /** @return array<string, float|int> */
    public function toArray(): array
    {
        return [
            'excavation_m3' => $this->excavationM3, 'bedding_m3' => $this->beddingM3, 'surround_m3' => $this->surroundM3, 'backfill_m3' => $this->backfillM3,
            'pipe_m3' => $this->pipeM3, 'spoil_m3' => $this->spoilM3, 'spoil_loose_m3' => $this->spoilLooseM3, 'trucks' => $this->trucks,
        ];
    }
}
