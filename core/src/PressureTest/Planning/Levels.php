<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Planning;

use Diastoma\Core\PressureTest\Acceptance\Staging;
use Diastoma\Core\PressureTest\HydrostaticHead;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\Words;

/** What the gauge may show so that the high point sees enough and the low point not too much; else where to split. */
final readonly class Levels
{
    public float $lowM;

    public float $highM;

    public function __construct(private TestSection $section)
    {
        $this->lowM = $section->profile->lowest()[1];
        $this->highM = $section->profile->highest()[1];
    }

    /** Gauge reading for a pressure at the low point. */
    public function gaugeForLow(float $kpa): float
    {
        return HydrostaticHead::pressureAt($kpa, $this->lowM, $this->section->gaugeLevelM);
    }

    public function gaugeForHigh(float $kpa): float
    {
        return HydrostaticHead::pressureAt($kpa, $this->highM, $this->section->gaugeLevelM);
    }

    public function atLow(float $gaugeKpa): float
    {
        return HydrostaticHead::pressureAt($gaugeKpa, $this->section->gaugeLevelM, $this->lowM);
    }

    public function atHigh(float $gaugeKpa): float
    {
        return HydrostaticHead::pressureAt($gaugeKpa, $this->section->gaugeLevelM, $this->highM);
    }

    /**
     * @return array{min_kpa: float, max_kpa: float, feasible: bool, splits_m: list<float>, said: string}
     */
    public function window(float $leastHighKpa, float $mostLowKpa, Words $words): array
    {
        $window = Staging::gaugeWindow($leastHighKpa, $mostLowKpa, $this->section->gaugeLevelM, $this->lowM, $this->highM);
        $largest = 1000 * ($mostLowKpa - $leastHighKpa) / (HydrostaticHead::FRESH_WATER * HydrostaticHead::GRAVITY);
        $splits = $window['feasible'] ? [] : $this->section->profile->splits($largest);
        $climb = $words->metres($this->highM - $this->lowM);
        $said = match (true) {
            $window['feasible'] => 'At least '.$words->kpa($leastHighKpa).' at the high point, at most '.$words->kpa($mostLowKpa).' at the low point.',
            $splits === [] => 'No gauge reading does both: '.$words->kpa($leastHighKpa).' wanted at the high point, '.$words->kpa($mostLowKpa)
                .' allowed at the low one. Check the rating of the weakest part against the working pressure.',
            default => "The section climbs {$climb}; at most ".$words->metres(floor(10 * $largest) / 10).' fit between '.$words->kpa($leastHighKpa)
                .' wanted high and '.$words->kpa($mostLowKpa).' allowed low. Split it at station '.implode(
                    ', ', array_map($words->metres(...), $splits),
                ).'.',
        };

        return [
            'min_kpa' => $window['min_gauge_kpa'], 'max_kpa' => $window['max_gauge_kpa'], 'feasible' => $window['feasible'], 'splits_m' => $splits,
            'said' => $said,
        ];
    }
}
