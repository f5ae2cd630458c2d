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
    private const SETTLE_MIN = 2.0; // from memory

    private const PRELOAD_PSI = 4.0;

    private const START_PSI = 3.5;

    private const DROP_PSI = 1.0;

    public function id(): string
    {
        return 'c924';
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

    private static function minutes(TestSection $section): float
    {
        return Sewer::c924Minutes(round(Length::of($section->main()->dnMm, 'mm')->in('in')), Length::of($section->lengthM(), 'm')->in('ft'));
    }

    protected function draft(TestSection $section, array $options, Words $words): TestPlan
    {
        [$preload, $start, $drop] = array_map(
            static fn (float $psi): float => Pressure::of($psi, 'psi')->in('kPa'), [self::PRELOAD_PSI, self::START_PSI, self::DROP_PSI],
        );
        $words = $words->upTo($preload);

        return new TestPlan($this->id(), $this->medium(), $preload, $start, $preload, $preload, self::anyLevel($start, $preload, $words),
            ['said' => 'Air only while settling; none in the test.', 'l_per_h' => null, 'litres' => null],
            self::phases($preload, self::SETTLE_MIN, $start, $drop, self::minutes($section)),
            [self::timeFigure($section, $words)], [$this->medium()->caution()],
            ['The table is remembered, not at hand: check it against your copy. Wet the pipe first: dry concrete lets air through.'], options: $options,
        );
    }

    private static function timeFigure(TestSection $section, Words $words): Figure
    {
        $inches = Words::plain(round(Length::of($section->main()->dnMm, 'mm')->in('in')), 0);

        return new Figure(
            'Time', 'minutes per 100 ft by size, times the length', $words->minutes(self::minutes($section)),
            "{$inches} in, ".Words::plain(Length::of($section->lengthM(), 'm')->in('ft'), 1).' ft',
        );
    }

    protected function accept(Seen $seen): Accepted
    {
        $psi = static fn (float $psi): float => Pressure::of($psi, 'psi')->in('kPa');
        $found = $this->dropped(
            $seen, self::minutes($seen->section), $psi(self::DROP_PSI), $psi(self::START_PSI),
            'Look at plugs and hoses, let the pressure down, find the joint, mend, test again.',
        );

        return new Accepted(
            [$this->lasted($seen, 'settle', self::SETTLE_MIN, 'Settling'), ...$found->findings],
            [self::timeFigure($seen->section, $seen->words), En1610Air::dropFigure($found, $seen->words)], $found->figures,
        );
    }
}
