<?php

declare(strict_types=1);

namespace Diastoma\Core\Simulation\Heat;

/** What came of a simulated weld. Times after the fusion end count from it. */
final readonly class HeatRun
{
    /**
     * @param  float  $meltPipeMm  deepest melt edge in the pipe, from the coil
     * @param  ?float  $timeTo60S  s from fusion end until the interface is below 60 °C; null when it was not within the time simulated
     * @param  ?float  $gapClosedS  s from the start until the melt had closed the gap; 0 when there was none; null when it never did
     * @param  float  $balanceError  |input − stored − lost| / input
     * @param  list<array{float, float}>  $curve  s from start, interface °C
     */
    public function __construct(
        public float $peakInterfaceC,
        public float $endInterfaceC,
        public float $meltPipeMm,
        public float $meltFittingMm,
        public ?float $timeTo60S,
        public ?float $timeTo45S,
        public ?float $gapClosedS,
        public float $energyKj,
        public float $balanceError,
        public float $cellMm,
        public array $curve,
    ) {
    }
}
