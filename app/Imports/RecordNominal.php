<?php

declare(strict_types=1);

namespace App\Imports;

use Diastoma\Core\Electrofusion\Diagnosis\Nominal;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Label\FusionLabel;

/** What a record should have been, from a label code: given, or named in the file. */
final class RecordNominal
{
    /** @throws InvalidInput if neither names a label, or it is not one */
    public static function of(FusionFile $file, ?string $label, ?float $fittingC): Nominal
    {
        $code = $label ?? $file->label ?? throw InvalidInput::field(
            'label', 'Say what the fusion should have been: give the 24 digits of the fitting\'s bar code. The file does not name them.',
        );
        $read = FusionLabel::of($code);

        return Nominal::of(
            $read->voltageV(), $read->resistanceOhm() > 0.0 ? $read->resistanceOhm() : null, $read->fusionTimeS(), $fittingC ?? $file->fittingC ?? 20.0,
        );
    }
}
