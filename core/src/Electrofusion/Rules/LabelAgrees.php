<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Rules;

use Diastoma\Core\Electrofusion\PipeSize;
use Diastoma\Core\Electrofusion\Weld;
use Diastoma\Core\Label\FusionLabel;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/** One decoded value of the bar code against the value printed on the label, read by the operator. A difference is stop; the printed label rules. */
final readonly class LabelAgrees implements Rule
{
    /** Three digits hold the size. */
    private const LARGEST_CODED_DN = 999.0;

    /** @param  'diameter'|'voltage'|'time'  $what */
    public function __construct(private Weld $weld, private string $what)
    {
    }

    public function id(): string
    {
        return $this->weld->rule("label.{$this->what}");
    }

    public function judge(Situation $situation): ?Finding
    {
        $label = $this->weld->label($situation);
        [$reading, $unit, $decoded] = match ($this->what) {
            'diameter' => ['printed_dn_mm', Unit::Millimetre, $label?->diameterMm()],
            'voltage' => ['printed_voltage_v', Unit::Volt, $label?->voltageV()],
            'time' => ['printed_fusion_time_s', Unit::Second, $label?->fusionTimeS()],
        };
        $reading = $this->weld->key($reading);
        $printed = $situation->readings->number($reading);
        if ($printed === null || $decoded === null && $this->what !== 'diameter') {
            return null;
        }
        $tooLarge = $this->what === 'diameter' && $printed > self::LARGEST_CODED_DN;
        $decoded = $tooLarge ? $printed : $decoded ?? $printed;
        $tolerance = $this->what === 'voltage' ? 0.51 : 0.01; // two digits hold whole volts: 39.5 V is coded 39 or 40
        $same = abs($decoded - $printed) <= $tolerance;
        $pipe = PipeSize::printedMm($situation);
        // a code of an inch size may carry the outside diameter
        $same = $same || $this->what === 'diameter' && abs($decoded - $situation->facts->number('dn_mm')) <= 1.0 && abs($printed - $pipe) < 0.01;
        $fits = $this->what !== 'diameter' || abs($printed - $pipe) < 0.01;
        $said = ucfirst($this->what)." printed {$situation->print($printed, $unit)}".match (true) {
            $tooLarge => ', more than the bar code can hold', $label === null => ', no bar code read',
            default => ", bar code {$situation->print($decoded, $unit)}",
        };

        return new Finding(
            $this->id(), $same && $fits ? Severity::Go : Severity::Stop,
            $fits ? $said.'.' : $said."; the pipe is {$situation->print($pipe, $unit)}.",
            match (true) {
                ! $same => 'Do not fuse. Compare label and fitting; if they truly differ, set the fitting aside and take another.',
                ! $fits => 'Wrong fitting for this pipe. Do not fuse: fetch the right size.',
                default => '',
            },
            FusionLabel::source(), [$this->weld->key('label_code'), $reading], $printed, $decoded, unit: $unit,
            why: 'The field map of the bar code is from memory; the printed label rules.',
        );
    }
}
