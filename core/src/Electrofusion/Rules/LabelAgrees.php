<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Rules;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Label\FusionLabel;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Rule;
use Diastoma\Core\Rulebook\Severity;

/** One decoded value of the bar code against the value printed on the label, read by the operator. A difference is stop; the printed label rules. */
final readonly class LabelAgrees implements Rule
{
    /** @param  'diameter'|'voltage'|'time'  $what */
    public function __construct(private string $what)
    {
    }

    public function id(): string
    {
        return "ef.label.{$this->what}";
    }

    public static function label(Situation $s): ?FusionLabel
    {
        $code = $s->readings->text('label_code');
        if ($code === null) {
            return null;
        }

        return $s->once('label', static function () use ($code): ?FusionLabel {
            try {
                return FusionLabel::of($code);
            } catch (InvalidInput) {
                return null;
            }
        });
    }

    public function judge(Situation $situation): ?Finding
    {
        $label = self::label($situation);
        [$reading, $unit, $decoded] = match ($this->what) {
            'diameter' => ['printed_dn_mm', Unit::Millimetre, $label?->diameterMm()],
            'voltage' => ['printed_voltage_v', Unit::Volt, $label?->voltageV()],
            'time' => ['printed_fusion_time_s', Unit::Second, $label?->fusionTimeS()],
        };
        $printed = $situation->readings->number($reading);
        if ($decoded === null || $printed === null) {
            return null;
        }
        $tolerance = $this->what === 'voltage' ? 0.51 : 0.01; // two digits hold whole volts: 39.5 V is coded 39 or 40
        $same = abs($decoded - $printed) <= $tolerance;
        $pipe = $situation->facts->number('dn_mm');
        $fits = $this->what !== 'diameter' || abs($printed - $pipe) < 0.01;
        $said = ucfirst($this->what)." printed {$situation->print($printed, $unit)}, bar code {$situation->print($decoded, $unit)}";

        return new Finding(
            $this->id(), $same && $fits ? Severity::Go : Severity::Stop,
            $fits ? $said.'.' : $said."; the pipe is dn {$situation->print($pipe, $unit)}.",
            match (true) {
                ! $same => 'Do not fuse. Compare label and fitting; if they truly differ, set the fitting aside and take another.',
                ! $fits => 'Wrong fitting for this pipe. Do not fuse: fetch the right size.',
                default => '',
            },
            FusionLabel::source(), ['label_code', $reading], $printed, $decoded, unit: $unit,
            why: 'The field map of the bar code is from memory; the printed label rules.',
        );
    }
}
