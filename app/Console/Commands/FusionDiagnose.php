<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Imports\FusionFile;
use App\Imports\RecordNominal;
use Diastoma\Core\Electrofusion\Diagnosis\Diagnosis;
use Diastoma\Core\Electrofusion\Diagnosis\Nominal;
use Diastoma\Core\Exception\InvalidInput;

/** What the trace in a file most looks like. Exit 0 with JSON on standard output, 2 with a problem object on standard error. */
final class FusionDiagnose extends JsonCommand
{
    protected $signature = 'fusion:diagnose {file : Record of a control unit, CSV or JSON; - for standard input} {--label= : The fitting\'s 24-digit '
        .'code} {--nominal= : {"voltage_v", "resistance_ohm", "time_s", "fitting_c"} as JSON, where there is no code} {--fitting-c= : Temperature of the '
            .'fitting before the fusion, °C; else the file\'s, else 20}';

    protected $description = 'Diagnoses the record of a fusion: class, confidence, evidence, advice';

    public function handle(): int
    {
        return $this->answer(function (): array {
            $file = FusionFile::of(self::text((string) $this->argument('file'), 'file'));
            $given = $this->option('fitting-c');
            $nominal = $this->nominal($given === null ? null : self::number('fitting-c', $given), $file);

            return Diagnosis::of($file->trace, $nominal)->toArray();
        });
    }

    private function nominal(?float $fittingC, FusionFile $file): Nominal
    {
        if (is_string($this->option('nominal'))) {
            $data = json_decode($this->option('nominal'), true);
            if (! is_array($data)) {
                throw InvalidInput::field(
                    'nominal', 'nominal is not a JSON object like {"voltage_v": 40, "resistance_ohm": 0.64, "time_s": 260}.', $this->option('nominal'),
                );
            }
            $fitting = isset($data['fitting_c']) ? self::number('fitting_c', $data['fitting_c']) : $fittingC;

            return Nominal::of(
                self::number('voltage_v', $data['voltage_v'] ?? null),
                isset($data['resistance_ohm']) ? self::number('resistance_ohm', $data['resistance_ohm']) : null,
                self::number('time_s', $data['time_s'] ?? null), $fitting ?? $file->fittingC ?? 20.0,
            );
        }
        $label = $this->option('label');

        return RecordNominal::of($file, is_string($label) ? $label : null, $fittingC);
    }

    private static function number(string $field, mixed $value): float
    {
        return is_numeric($value) ? (float) $value : throw InvalidInput::field(
            $field, "{$field} is missing or not a number.", is_scalar($value) ? $value : null,
        );
    }
}
