<?php

declare(strict_types=1);

namespace Diastoma\Core\Reckoner\Calculations;

use Diastoma\Core\Reckoner\Calculation;
use Diastoma\Core\Reckoner\Given;
use Diastoma\Core\Reckoner\Input;
use Diastoma\Core\Trench\Ground\Quantities;
use Diastoma\Core\Trench\Ground\Slope;
use Diastoma\Core\Trench\Ground\Soil;
use Diastoma\Core\Trench\Ground\SoilType;
use Diastoma\Core\Trench\Ground\Width;
use Diastoma\Core\Trench\Stretch;

/** The trench itself: how wide, how its sides stand, what comes out of it. */
final class TrenchCalculations
{
    /** @return list<Calculation> */
    public static function all(): array
    {
        return [
            new Calculation('trench.width', 'Least width of a trench for a pipe', [
                Input::choice('standard', [Width::EN1610, Width::D2321, Width::C600]), Input::number('dn_mm', 'mm', 0.0)->optional(),
                Input::number('od_mm', 'mm', 0.0), Input::number('depth_m', 'm', 0.0)->optional(),
                Input::choice('sides', [Width::SUPPORTED, Width::STEEP, Width::BATTERED])->optional(),
            ], ['width_mm', 'rule'], array_map(Width::source(...), [Width::EN1610, Width::D2321, Width::C600]), static function (Given $g): array {
                $standard = match ($g->text('standard')) {
                    Width::D2321 => Width::D2321, Width::C600 => Width::C600, default => Width::EN1610,
                };
                $od = $g->number('od_mm');
                $width = Width::of($standard, $g->maybe('dn_mm') ?? $od, $od, $g->maybe('depth_m'), $g->textOr('sides', Width::SUPPORTED));

                return ['width_mm' => $width->widthMm, 'rule' => $width->rule];
            }),
            new Calculation('trench.slope', 'How far the sides of a trench lie back', [
                Input::choice('soil', array_map(static fn (Soil $s): string => $s->value, Soil::cases())), Input::number('depth_m', 'm', 0.0),
                Input::number('bottom_m', 'm', 0.0),
            ], ['slope', 'angle_deg', 'top_m', 'volume_m3_per_m'], [Soil::source()], static function (Given $g): array {
                $slope = Slope::of(Soil::from($g->text('soil')), $g->number('depth_m'), $g->number('bottom_m'));

                return ['slope' => $slope->run, 'angle_deg' => $slope->angleDeg, 'top_m' => $slope->topM, 'volume_m3_per_m' => $slope->volumeM3PerM];
            }),
            new Calculation('trench.soil', 'Type of a soil, by its strength and the signs that lower it', [
                Input::fromZero('strength_tsf', 'tsf'), Input::several('signs', SoilType::signs()),
            ], ['type', 'why'], [Soil::source()], static function (Given $g): array {
                $type = SoilType::of($g->number('strength_tsf'), $g->several('signs'));

                return ['type' => $type->soil->value, 'why' => $type->why];
            }),
            new Calculation('trench.quantities', 'What comes out of a trench and goes into it', [
                Input::number('length_m', 'm', 0.0), Input::number('bottom_m', 'm', 0.0), Input::number('depth_m', 'm', 0.0),
                Input::fromZero('slope', '', 0.0), Input::number('od_mm', 'mm', 0.0), Input::fromZero('bedding_mm', 'mm'),
                Input::fromZero('surround_cover_mm', 'mm', Stretch::SURROUND_MM), Input::fromZero('bulking_percent', '%', Quantities::BULKING_PERCENT),
                Input::number('truck_m3', 'm³', 0.0, Quantities::TRUCK_M3), Input::fromZero('reused_percent', '%', 100.0),
            ], ['excavation_m3', 'bedding_m3', 'surround_m3', 'backfill_m3', 'pipe_m3', 'spoil_m3', 'spoil_loose_m3', 'trucks'],
                [Quantities::source()], static fn (Given $g): array => Quantities::of(
                    $g->number('length_m'), $g->number('bottom_m'), $g->number('depth_m'), $g->number('slope'), $g->number('od_mm'), $g->number('bedding_mm'),
                    $g->number('surround_cover_mm'), $g->number('bulking_percent'), $g->number('truck_m3'), $g->number('reused_percent'),
                )->toArray()),
        ];
    }
}
