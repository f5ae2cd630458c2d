<?php

declare(strict_types=1);

namespace Diastoma\Core\Layout;

/** One pipe of a plan. */
final readonly class PlannedPipe
{
    /**
     * @param  int  $joint  place in the plan's list of joints of its near end; its far end is the next
     * @param  float  $cutFromM  stock length it is cut from; 0 when it is whole
     * @param  float  $strayM  furthest that it lies from the alignment
     */
    public function __construct(
        public int $number, public int $joint, public float $lengthM, public float $cutFromM, public float $fromStationM, public float $toStationM,
        public float $strayM,
    ) {
    }

    public function isCut(): bool
    {
        return $this->cutFromM > 0.0;
    }

    /** @return array<string, int|float|bool|null> */
    public function toArray(): array
    {
        return [
            'number' => $this->number, 'joint' => $this->joint, 'length_m' => $this->lengthM, 'cut' => $this->isCut(),
            'cut_from_m' => $this->isCut() ? $this->cutFromM : null,
            'from_station_m' => $this->fromStationM, 'to_station_m' => $this->toStationM, 'stray_mm' => 1000 * $this->strayM,
        ];
    }
}
