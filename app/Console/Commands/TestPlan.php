<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Imports\SectionTrace;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\TestMethods;

/** Plans a pressure test of a section described in a file: what is set on the gauge, phase by phase, and what lets it pass. */
final class TestPlan extends JsonCommand
{
    protected $signature = 'test:plan {method : Id of a test method, such as en805-loss or gas-plastic} {section : JSON file that describes the section; '
        .'- for standard input} {--choose=* : A choice that the method leaves, such as hours=4}';

    protected $description = 'Plans a pressure test: pressures at gauge, low and high point, phases, limits, cautions and sources';

    public function handle(): int
    {
        return $this->answer(function (): array {
            $method = TestMethods::of((string) $this->argument('method'));
            $section = TestSection::fromArray(SectionTrace::facts(self::text((string) $this->argument('section'), 'section'), $method->id()));
            $plan = $method->plan($section, self::choices((array) $this->option('choose')));
            $source = $method->source()->toArray();

            return ['source' => $source, 'standing' => $method->standing()->value, 'may_run' => $plan->window['feasible'], ...$plan->toArray()];
        }, JSON_PRESERVE_ZERO_FRACTION);
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
