<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Rules;

use Diastoma\Core\Electrofusion\Weld;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Rounding;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/** The voltage farthest from nominal during the fusion, against a watch band and a stop band. */
final readonly class VoltageHeld implements Rule
{
    public function __construct(private Weld $weld)
    {
    }

    public function id(): string
    {
        return $this->weld->rule('fusion.voltage');
    }

    public function judge(Situation $situation): ?Finding
    {
        $fusion = $situation->readings->record($this->weld->recordKey());
        $nominal = $this->weld->voltageV($situation);
        $low = $fusion['v_min'] ?? null;
        $high = $fusion['v_max'] ?? null;
        if ($nominal === null || ! is_numeric($low) || ! is_numeric($high)) {
            return null;
        }
        $worst = abs((float) $low - $nominal) > abs((float) $high - $nominal) ? (float) $low : (float) $high;
        $off = 100 * abs($worst - $nominal) / $nominal;
        $stop = $situation->rulebook->limit('ef.voltage.stop_percent');
        $severity = match (true) {
            ! Compare::atMost($off, $stop->value) => $this->weld->isPreheat ? Severity::Mend : Severity::Stop,
            ! Compare::atMost($off, $situation->limit('ef.voltage.watch_percent')) => Severity::Watch,
            default => Severity::Go,
        };
        [$share, $allowed] = Rounding::pair($off, $stop->value, 1, true, true);
        $volts = $situation->print($worst, Unit::Volt);

        return new Finding(
            $this->id(), $severity,
            "Voltage went to {$volts}, {$share} % off {$situation->print($nominal, Unit::Volt)}; {$allowed} % allowed.",
            match ($severity) {
                Severity::Mend => 'Check generator, cable length and leads, then preheat this side again.',
                Severity::Stop => 'Cut the joint out. Check generator, cable length and leads before the next one.',
                Severity::Watch => 'Look at generator and cable before the next joint.',
                default => '',
            },
            $stop->source, [$this->weld->recordKey()], $off, $stop->value, $stop->value - $off, Unit::Percent,
            'Heat goes with the square of the voltage.',
        );
    }
}
