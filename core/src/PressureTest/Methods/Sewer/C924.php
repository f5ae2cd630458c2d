<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Methods\Sewer;

use Diastoma\Core\PressureTest\Acceptance\Sewer;
use Diastoma\Core\PressureTest\Figure;
use Diastoma\Core\PressureTest\Methods\Accepted;
use Diastoma\Core\PressureTest\Methods\Seen;
use Diastoma\Core\PressureTest\Reading\Material;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\TestPlan;
use Diastoma\Core\PressureTest\Words;
use Diastoma\Core\Quantity\Length;
use Diastoma\Core\Quantity\Pressure;
use Diastoma\Core\Quantity\UnitSystem;
use Diastoma\Core\Rulebook\Source;

/** Concrete gravity sewer of 4 to 24 in with low-pressure air: 3.5 to 2.5 psi in minutes by table [ASTM C924, from memory]. */
final class C924 extends SewerAir
{
    public function id(): string
    {
        return 'c924';
    }

    public function families(): array
    {
        return [self::RUN, 'test.sewer-air', 'test.c924'];
    }

    public function title(): string
    {
        return 'Concrete sewer with low-pressure air';
    }

    public function source(): Source
    {
        return Sewer::source('c924');
    }

    public function suits(TestSection $section, UnitSystem $units): ?array
    {
        return self::gravity($section) && $section->main()->material === Material::Concrete ? [
            'rank' => $units === UnitSystem::UsCustomary ? 1 : 6, 'why' => 'A concrete gravity sewer, by the American standard.',
        ] : null;
    }

    private function minutes(TestSection $section): float
    {
        return Sewer::c924Minutes(round(Length::of($section->main()->dnMm, 'mm')->in('in')), Length::of($section->lengthM(), 'm')->in('ft'), $this->limits());
    }

    protected function draft(TestSection $section, array $options, Words $words): TestPlan
    {
        [$preload, $start, $drop] = array_map(fn (string $id): float => $this->limit("{$id}_mbar") / 10, ['preload', 'start', 'drop']);
        $words = $words->upTo($preload);

        return new TestPlan($this->id(), $this->medium(), $preload, $start, $preload, $preload, self::anyLevel($start, $preload, $words),
            ['said' => 'Air only while settling; none in the test.', 'l_per_h' => null, 'litres' => null],
            $this->phases($preload, $this->limit('settle_min'), $start, $drop, $this->minutes($section)),
            [$this->timeFigure($section, $words)], [$this->medium()->caution()],
            ['The table is remembered, not at hand: check it against your copy. Wet the pipe first: dry concrete lets air through.'], options: $options,
        );
    }

    private function timeFigure(TestSection $section, Words $words): Figure
    {
        $inches = Words::plain(round(Length::of($section->main()->dnMm, 'mm')->in('in')), 0);

        return new Figure(
            'Time', 'minutes per 100 ft by size, times the length', $words->minutes($this->minutes($section)),
            "{$inches} in, ".Words::plain(Length::of($section->lengthM(), 'm')->in('ft'), 1).' ft',
        );
    }

    protected function accept(Seen $seen): Accepted
    {
        $found = $this->dropped(
            $seen, $this->minutes($seen->section), $this->limit('drop_mbar') / 10, $this->limit('start_mbar') / 10,
            'Look at plugs and hoses, let the pressure down, find the joint, mend, test again.',
        );

        return new Accepted(
            [$this->lasted($seen, 'settle', $this->limit('settle_min'), 'Settling'), ...$found->findings],
            [$this->timeFigure($seen->section, $seen->words), En1610Air::dropFigure($found, $seen->words)], $found->figures,
        );
    }
}
