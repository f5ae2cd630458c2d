<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest;

/** What a crew sets on the gauge, phase by phase. Pressures are gauge readings unless the name says where else. */
final readonly class TestPlan
{
    /**
     * @param  list<array{id: string, title: string, minutes: float, low_kpa: float, target_kpa: float, high_kpa: float, do: string}>  $phases
     * @param  list<string>  $notes
     */
    public function __construct(
        public string $method,
        public float $testPressureLowKpa,
        public float $gaugeExpansionKpa,
        public float $gaugeTestKpa,
        public float $highExpansionKpa,
        public float $highTestKpa,
        public string $makeUp,
        public array $phases,
        public array $notes = [],
    ) {
    }

    /**
     * When each phase begins, in seconds from the start of pumping.
     *
     * @return array{raised_s: float, reduce_s: float, test_s: float, end_s: float}
     */
    public function schedule(): array
    {
        $at = 0.0;
        $ends = [];
        foreach ($this->phases as $phase) {
            $at += 60 * $phase['minutes'];
            $ends[] = $at;
        }

        return ['raised_s' => $ends[0] ?? 0.0, 'reduce_s' => $ends[1] ?? 0.0, 'test_s' => $ends[2] ?? 0.0, 'end_s' => $ends[3] ?? 0.0];
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'method' => $this->method, 'test_pressure_low_kpa' => $this->testPressureLowKpa, 'gauge_expansion_kpa' => $this->gaugeExpansionKpa,
            'gauge_test_kpa' => $this->gaugeTestKpa, 'high_expansion_kpa' => $this->highExpansionKpa, 'high_test_kpa' => $this->highTestKpa,
            'make_up' => $this->makeUp, 'phases' => $this->phases, 'notes' => $this->notes,
        ];
    }
}
