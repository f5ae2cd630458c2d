<?php

declare(strict_types=1);

namespace App\Demo;

use Diastoma\Core\Electrofusion\Weld;
use Diastoma\Core\Procedure\Facts;
use Diastoma\Core\Procedure\Procedure;
use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Rulebooks;
use Diastoma\Core\Simulation\MadeUpLabel;

/** The labels of sample fittings, for simulated jobs where nobody holds one. All values invented. */
final class SampleLabel
{
    /**
     * @return array{code: string, dn_mm: int, voltage_v: int, fusion_time_s: int, cooling_min: int, length_mm: int, resistance_ohm: float, material: string,
     *     sdr_from: int, sdr_to: int}
     */
    public static function of(Procedure $procedure, Facts $facts, Weld $weld): array
    {
        $label = MadeUpLabel::of($procedure, new Situation(new Readings, $facts, Rulebooks::iso()), $weld);

        return [
            'code' => $label->code, 'dn_mm' => (int) round($label->printedMm), 'voltage_v' => $label->voltageV, 'fusion_time_s' => $label->timeS,
            'cooling_min' => $label->minutes, 'length_mm' => $label->lengthMm,
            'resistance_ohm' => $label->resistanceOhm, 'material' => 'PE 100', 'sdr_from' => 11, 'sdr_to' => 17,
        ];
    }

    /**
     * One for each fusion of a procedure, by the weld's name.
     *
     * @param  list<Weld>  $welds
     * @return array<string, array<string, mixed>>
     */
    public static function each(Procedure $procedure, Facts $facts, array $welds): array
    {
        $labels = [];
        foreach ($welds as $weld) {
            $labels[$weld->name] = self::of($procedure, $facts, $weld);
        }

        return $labels;
    }
}
