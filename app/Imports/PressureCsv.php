<?php

declare(strict_types=1);

namespace App\Imports;

use Diastoma\Core\PressureTest\PressureTrace;
use Diastoma\Core\Quantity\Pressure;
use Diastoma\Core\Quantity\Temperature;

/** A pressure logger's CSV: time, pressure and, where it was logged, temperature. The unit stands in the column's name. */
final class PressureCsv
{
    private const PRESSURE = ['pressure_kpa' => 'kPa', 'pressure_bar' => 'bar', 'pressure_mpa' => 'MPa', 'pressure_psi' => 'psi'];

    private const TEMPERATURE = ['temperature_c' => '°C', 'temperature_f' => '°F'];

    public static function trace(string $text): PressureTrace
    {
        $table = SampleTable::of($text);
        $seconds = $table->seconds();
        $pressure = $table->need(array_keys(self::PRESSURE), 'the pressure');
        $temperature = $table->column(array_keys(self::TEMPERATURE));
        $samples = [];
        foreach ($seconds as $row => $t) {
            $samples[] = [
                't' => $t,
                'p' => round(Pressure::of($table->number($row, $pressure), self::PRESSURE[$pressure])->in('kPa'), 6),
                'c' => $temperature === null || $table->text($row, $temperature) === '' ? null : round(Temperature::of($table->number($row, $temperature), self::TEMPERATURE[$temperature])->in('°C'), 6),
            ];
        }

        return PressureTrace::of($samples);
    }
}
