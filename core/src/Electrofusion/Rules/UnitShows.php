<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Rules;

use Diastoma\Core\Electrofusion\Weld;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/** What the control unit shows before the start against the printed label: the voltage as printed, the time as corrected for temperature. */
final readonly class UnitShows implements Rule
{
    /** @param  'voltage'|'time'  $what */
    public function __construct(private Weld $weld, private string $what)
    {
    }

    public function id(): string
    {
        return $this->weld->rule("unit_shows.{$this->what}");
    }

    public function judge(Situation $situation): ?Finding
    {
        [$key, $wanted, $unit, $limitId] = $this->what === 'voltage'
            ? ['unit_shows_voltage_v', $this->weld->voltageV($situation), Unit::Volt, 'ef.voltage.watch_percent']
            : ['unit_shows_time_s', $this->weld->correctedTimeS($situation), Unit::Second, 'ef.time.percent'];
        $shown = $situation->readings->number($this->weld->key($key));
        if ($shown === null || $wanted === null || $wanted <= 0.0) {
            return null;
        }
        $limit = $situation->rulebook->limit($limitId);
        $off = 100 * abs($shown - $wanted) / $wanted;
        $same = Compare::atMost($off, $limit->value) || $this->what === 'time' && abs($shown - $wanted) <= 1.0; // units show whole seconds
        $label = $this->what === 'voltage' ? 'label' : 'label, corrected for temperature,';

        return new Finding(
            $this->id(), $same ? Severity::Go : Severity::Stop,
            ucfirst($this->what)." on the unit {$situation->print($shown, $unit)}, {$label} {$situation->print($wanted, $unit)}.",
            $same ? '' : 'Do not start. The unit has read another label or corrects otherwise: read the label again, check its temperature probe, and compare.',
            $limit->source, [$this->weld->key($key)], $shown, $wanted, unit: $unit,
            why: 'The unit does what it shows, not what is printed.',
        );
    }
}
