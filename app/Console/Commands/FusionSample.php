<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Demo\SampleLabel;
use Diastoma\Core\Electrofusion\Coupler;
use Diastoma\Core\Electrofusion\Diagnosis\TraceClass;
use Diastoma\Core\Electrofusion\Weld;
use Diastoma\Core\Procedure\Facts;
use Diastoma\Core\Simulation\FusionControlUnit;
use Illuminate\Console\Command;

/** Writes sample records of the simulated unit, one of each class, for practice. The files in docs/samples are made by this. */
final class FusionSample extends Command
{
    protected $signature = 'fusion:sample {folder=docs/samples : Where to write them} {--seed=7}';

    protected $description = 'Writes a sample fusion record of each class as CSV, and a good one as JSON';

    public function handle(): int
    {
        $label = SampleLabel::of(new Coupler, new Facts(['dn_mm' => 180]), Weld::only());
        $folder = (string) $this->argument('folder');
        is_dir($folder) || mkdir($folder, 0o755, true);
        foreach (TraceClass::cases() as $class) {
            $trace = (new FusionControlUnit(
                $label['voltage_v'], $label['resistance_ohm'], $label['fusion_time_s'], 16.0, $class,
            ))->run((int) $this->option('seed'));
            $lines = ['time_s;voltage_v;current_a;label;fitting_c;end_code'];
            foreach ($trace->samples as $s) {
                $lines[] = str_replace('.', ',', "{$s['t']};{$s['v']};{$s['i']}").";{$label['code']};16;{$trace->endCode}";
            }
            file_put_contents("{$folder}/fusion-{$class->value}.csv", implode("\n", $lines)."\n");
            if ($class === TraceClass::Good) {
                $samples = array_map(static fn (array $s): array => ['time_s' => $s['t'], 'voltage_v' => $s['v'], 'current_a' => $s['i']], $trace->samples);
                file_put_contents(
                    "{$folder}/fusion-good.json",
                    json_encode(['label' => $label['code'], 'fitting_c' => 16, 'end_code' => $trace->endCode, 'samples' => $samples], JSON_THROW_ON_ERROR)."\n",
                );
            }
        }
        $this->line("Written to {$folder}.");

        return self::SUCCESS;
    }
}
