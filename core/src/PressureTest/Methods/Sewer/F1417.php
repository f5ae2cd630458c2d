<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Methods\Sewer;

use Diastoma\Core\PressureTest\Acceptance\Sewer;
use Diastoma\Core\PressureTest\Figure;
use Diastoma\Core\PressureTest\Methods\Accepted;
use Diastoma\Core\PressureTest\Methods\Seen;
use Diastoma\Core\PressureTest\Option;
use Diastoma\Core\PressureTest\Reading\Material;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\TestPlan;
use Diastoma\Core\PressureTest\Words;
use Diastoma\Core\Quantity\Length;
use Diastoma\Core\Quantity\Pressure;
use Diastoma\Core\Quantity\UnitSystem;
use Diastoma\Core\Rulebook\Source;

/**
 * Plastic gravity sewer with low-pressure air [ASTM F1417]: settle at 4.0 psi, then no more than 1.0 psi (or 0.5 psi in half the time) from 3.5 psi in T =
 * 0.085·D·K/Q.
 */
final class F1417 extends SewerAir
{
    public function id(): string
    {
        return 'f1417';
    }

    public function families(): array
    {
        return [self::RUN, 'test.sewer-air', 'test.f1417'];
    }

    public function title(): string
    {
        return 'Plastic sewer with low-pressure air';
    }

    public function source(): Source
    {
        return Sewer::source('f1417');
    }

    public function suits(TestSection $section, UnitSystem $units): ?array
    {
        return self::gravity($section) && in_array($section->main()->material, [Material::Pe, Material::Pvc, Material::Grp], true) ? [
            'rank' => $units === UnitSystem::UsCustomary ? 1 : 6, 'why' => 'A plastic gravity sewer, by the American standard.',
        ] : null;
    }

    public function options(): array
    {
        $whole = $this->psiOf('drop_mbar');

        return [new Option('drop', 'Drop', ['1.0' => self::drop($whole), '0.5' => self::drop($whole / 2).' in half the time'])];
    }

    /** @return array{k: float, time_s: float, start_psi: float, end_psi: float} */
    private function table(TestSection $section): array
    {
        [$time, $k] = Sewer::f1417Time(Length::of($section->main()->dnMm, 'mm')->in('in'), Length::of($section->lengthM(), 'm')->in('ft'));
        $start = Sewer::f1417StartPsi(self::groundwaterFt($section), $this->limits());

        return ['k' => $k, 'time_s' => $time, 'start_psi' => $start, 'end_psi' => $start - $this->psiOf('drop_mbar')];
    }

    private static function groundwaterFt(TestSection $section): float
    {
        return Length::of($section->groundwaterM, 'm')->in('ft');
    }

    private static function drop(float $psi): string
    {
        return sprintf(abs(10 * $psi - round(10 * $psi)) < 1e-9 ? '%.1f psi' : '%.2f psi', $psi);
    }

    private function psiOf(string $limit): float
    {
        return Sewer::psi("test.f1417.{$limit}", $this->limits());
    }

    private static function psi(float $psi): float
    {
        return Pressure::of($psi, 'psi')->in('kPa');
    }

    protected function draft(TestSection $section, array $options, Words $words): TestPlan
    {
        $table = $this->table($section);
        $share = (float) $options['drop'];
        [$preload, $start, $drop] = [
            self::psi($table['start_psi'] + $this->psiOf('above_mbar')), self::psi($table['start_psi']),
            self::psi($share * $this->psiOf('drop_mbar')),
        ];
        $words = $words->upTo($preload);
        $minutes = $share * $table['time_s'] / 60;
        $from = Words::plain($this->psiOf('start_mbar'));
        $highest = $this->psiOf('highest_mbar');
        $window = self::anyLevel($preload, self::psi($highest), $words);
        $window = $window['feasible'] ? [...$window, 'min_kpa' => $start] : [
            ...$window, 'said' => Sewer::airWillNotDo(self::groundwaterFt($section), $table['start_psi'], $this->limits()),
        ];

        return new TestPlan($this->id(), $this->medium(), $preload, $start, $preload, $preload, $window,
            ['said' => 'Air only while settling; none in the test.', 'l_per_h' => null, 'litres' => null],
            $this->phases($preload, $this->limit('settle_min'), $start, $drop, $minutes),
            [
                new Figure(
                    'Starting pressure', "{$from} psi + 0.43 psi a foot of groundwater; with the preload of ".Words::plain($this->psiOf('above_mbar'))
                        .' psi '.Words::plain($highest).' psi at most', $words->kpa($start),
                    "{$from} + 0.43 × ".Words::plain(Length::of($section->groundwaterM, 'm')->in('ft'), 1).' psi',
                ),
                self::timeFigure($section, $table, $share, $words),
            ],
            [$this->medium()->caution()], ['Never above '.Words::plain($highest).' psi: a plug lets go.'], options: $options,
        );
    }

    /** @param  array{k: float, time_s: float, start_psi: float, end_psi: float}  $table */
    private static function timeFigure(TestSection $section, array $table, float $share, Words $words): Figure
    {
        $inches = Words::plain(Length::of($section->main()->dnMm, 'mm')->in('in'));

        return new Figure(
            'Time', 'T = 0.085·D·K/Q, K = max(0.000419·D·L, 1), Q = 0.0015'.($share < 1.0 ? ', half of it for half the drop' : ''),
            $words->minutes($share * $table['time_s'] / 60), ($share < 1.0 ? '0.5 × ' : '')."0.085·{$inches}·".Words::plain($table['k'], 3).'/0.0015 s',
        );
    }

    protected function accept(Seen $seen): Accepted
    {
        $table = $this->table($seen->section);
        $share = (float) ($seen->plan->options['drop'] ?? '1.0');
        $found = $this->dropped(
            $seen, $share * $table['time_s'] / 60, self::psi($share * $this->psiOf('drop_mbar')), self::psi($table['start_psi']),
            'Look at plugs and hoses with soapy water, let the pressure down, find the joint, mend, test again.',
        );

        return new Accepted(
            [$this->lasted($seen, 'settle', $this->limit('settle_min'), 'Settling'), ...$found->findings],
            [self::timeFigure($seen->section, $table, $share, $seen->words), En1610Air::dropFigure($found, $seen->words)], $found->figures,
        );
    }
}
