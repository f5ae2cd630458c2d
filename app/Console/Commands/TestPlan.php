<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Imports\SectionTrace;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\TestMethods;
use Illuminate\Console\Command;

/** Plans a pressure test of a section described in a file: what is set on the gauge, phase by phase, and what lets it pass. */
final class TestPlan extends Command
{
    private const BAD_INPUT = 2;

    private const FLAGS = JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR;

    protected $signature = 'test:plan {method : Id of a test method, such as en805-loss or gas-plastic} {section : JSON file that describes the section; - for standard input} {--choose=* : A choice that the method leaves, such as hours=4}';

    protected $description = 'Plans a pressure test: pressures at gauge, low and high point, phases, limits, cautions and sources';

    public function handle(): int
    {
        try {
            $method = TestMethods::of((string) $this->argument('method'));
            $section = TestSection::fromArray(SectionTrace::facts(CommandFile::text((string) $this->argument('section'), 'section'), $method->id()));
            $plan = $method->plan($section, self::choices((array) $this->option('choose')));
            $this->line(json_encode(['source' => $method->source()->toArray(), 'standing' => $method->standing()->value, 'may_run' => $plan->window['feasible'], ...$plan->toArray()], self::FLAGS | JSON_PRESERVE_ZERO_FRACTION));

            return self::SUCCESS;
        } catch (InvalidInput $fault) {
            fwrite(STDERR, json_encode(Reckon::problem($fault), self::FLAGS | JSON_PARTIAL_OUTPUT_ON_ERROR)."\n");

            return self::BAD_INPUT;
        }
    }

    /**
     * @param  array<mixed>  $given
     * @return array<string, string>
     *
     * @throws InvalidInput if one is no key=value
     */
    private static function choices(array $given): array
    {
        $choices = [];
        foreach ($given as $one) {
            $parts = is_string($one) ? explode('=', $one, 2) : [];
            if (count($parts) !== 2) {
                throw InvalidInput::field('choose', 'Give a choice as key=value, such as --choose=hours=4.', is_scalar($one) ? $one : null);
            }
            $choices[$parts[0]] = $parts[1];
        }

        return $choices;
    }
}
