<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Methods;

use Diastoma\Core\PressureTest\Figure;
use Diastoma\Core\PressureTest\PressureTrace;
use Diastoma\Core\PressureTest\Words;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Quantity\Pressure;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/** What the methods that hold a pressure and meter the water share. */
abstract class ConstantPressure extends Method
{
    protected static function water(string $key, string $label): ReadingSpec
    {
        return ReadingSpec::number($key, $label, Unit::Litre, 0.0, 1.0e6, 'where the trace has no column for it')->optional();
    }

    protected function mean(PressureTrace $trace, float $from, float $to): float
    {
        $pressures = $trace->pressures($from, $to);

        return $pressures === [] ? 0.0 : array_sum($pressures) / count($pressures);
    }

    protected function unmetered(): Finding
    {
        return $this->finding(
            'water', Severity::Mend, 'Nobody metered the water that was added.',
            'This method judges the water: bring a trace with a column added_l, or give what the meter showed.',
        );
    }

    protected function held(Seen $seen, string $phase, float $leastKpa, float $mostKpa, string $todo, string $rule = 'held'): Finding
    {
        $pressures = $seen->trace()->pressures($seen->from($phase), $seen->to($phase));
        [$least, $most] = $pressures === [] ? [0.0, 0.0] : [min($pressures), max($pressures)];
        $fine = $least >= $leastKpa * (1 - 1e-9) && $most <= $mostKpa * (1 + 1e-9);
        [$low, $from] = $seen->words->kpaPair($least, $leastKpa, false);
        [$high, $to] = $seen->words->kpaPair($most, $mostKpa);

        return $this->finding(
            $rule, $fine ? Severity::Go : Severity::Mend, 'Held between '.$low.' and '.$high.'; '.$from.' to '.$to.' allowed.', $fine ? '' : $todo, $least,
            $leastKpa, $least - $leastKpa, Unit::KiloPascal,
        );
    }

    /** How far the pressure may stand off, as the standards say it. */
    protected function band(): string
    {
        return Words::plain(round(Pressure::of($this->limit('band_kpa'), 'kPa')->in('psi'), 2)).' psi';
    }

    protected static function added(Seen $seen, float $litres, float $hours): Figure
    {
        return new Figure('Water added', 'metered', $seen->words->litres($litres).' in '.Words::plain($hours).' h');
    }
}
