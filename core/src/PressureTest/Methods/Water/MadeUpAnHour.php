<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Methods\Water;

use Diastoma\Core\PressureTest\Acceptance\MakeUp;
use Diastoma\Core\PressureTest\HydrostaticHead;
use Diastoma\Core\PressureTest\Methods\ConstantPressure;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\Words;

/** What both methods of AS/NZS 2566.2 share: the pressure, and the water allowed in an hour [App. M, from memory]. */
abstract class MadeUpAnHour extends ConstantPressure
{
    public function families(): array
    {
        return [self::RUN, 'test.as2566'];
    }

    protected function pipeFactor(): float
    {
        return $this->limit('pipe_factor');
    }

    public function usual(): array
    {
        return ['service' => 'water', 'factor' => $this->limit('factor'), 'owners' => false];
    }

    protected function allowance(TestSection $section, float $kpa): float
    {
        $head = $kpa / HydrostaticHead::GRAVITY;

        return array_sum(array_map(
            fn ($p): float => MakeUp::as2566LitresPerHour($p->lengthM / 1000, $p->insideMm / 1000, $head, $this->limits()), $section->parts,
        ));
    }

    protected function formula(): string
    {
        return 'Q = '.Words::plain($this->limit('l_h')).'·L·D·H';
    }

    protected function working(TestSection $section, float $kpa): string
    {
        $per = Words::plain($this->limit('l_h'));

        return implode(
            ' + ',
            array_map(
                static fn ($p): string => $per.'·'.Words::plain($p->lengthM / 1000, 3).'·'.Words::plain($p->insideMm / 1000, 3).'·'
                    .Words::plain($kpa / HydrostaticHead::GRAVITY, 1),
                $section->parts,
            ),
        ).' L/h';
    }
}
