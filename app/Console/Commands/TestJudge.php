<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Imports\PressureCsv;
use App\Imports\SectionTrace;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\PressureTest\Acceptance\TraceJudge;
use Diastoma\Core\PressureTest\Medium;
use Diastoma\Core\PressureTest\PressureTrace;
use Diastoma\Core\PressureTest\Reading\Diagnosis;
use Diastoma\Core\PressureTest\Reading\Section;
use Diastoma\Core\PressureTest\TestMethods;

/** Acceptance by a method and what the trace means. Exit 0 with JSON on standard output, 2 with a problem object on standard error. */
final class TestJudge extends JsonCommand
{
    protected $signature = 'test:judge {method : Id of a test method, such as en805-loss or gas-plastic} {trace : CSV of a pressure logger; - for '
        .'standard input} {--section= : JSON file that describes the section} {--allowed= : Leak allowed by the owner, L/h}';

    protected $description = 'Judges a pressure test from its trace: acceptance, corrections, air, leak rate, diagnosis';

    public function handle(): int
    {
        return $this->answer(function (): array {
            $method = (string) $this->argument('method');
            TestMethods::of($method);
            [$section, $facts] = SectionTrace::section(self::text((string) $this->option('section'), 'section'), $method);
            $trace = PressureCsv::text(self::text((string) $this->argument('trace'), 'trace'))->trace();
            $acceptance = (new TraceJudge($trace, $facts))->judge($method);
            $allowance = $acceptance['figures']['allowance_l_h'] ?? null;
            $allowed = is_numeric($this->option('allowed')) ? (float) $this->option('allowed') : (is_float($allowance) ? $allowance : null);
            [$read, $why] = $this->read($method, $trace, $section, $allowed);

            return ['acceptance' => $acceptance, 'diagnosis' => $read, 'no_diagnosis_because' => $why];
        }, JSON_PRESERVE_ZERO_FRACTION);
    }

    /**
     * @return array{?array<string, mixed>, ?string} what the trace looks like, or why nothing can be said
     */
    private function read(string $method, PressureTrace $trace, Section $section, ?float $allowed): array
    {
        if (TestMethods::of($method)->medium() === Medium::Air) {
            return [null, 'Gas is compressible: what a pipe full of water does says nothing of it.'];
        }
        try {
            return [Diagnosis::of($trace->thinned(Diagnosis::MOST)->rows(), $section, $allowed)->toArray(), null];
        } catch (InvalidInput $fault) {
            return [null, $fault->getMessage()]; // topped up to the end, say: the acceptance stands all the same
        }
    }
}
