<?php

declare(strict_types=1);

namespace Core\Tests\Net;

use Core\Tests\PressureTest\Sections;
use Diastoma\Core\PressureTest\Control;
use Diastoma\Core\PressureTest\Option;
use Diastoma\Core\PressureTest\Phase;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\TestMethod;
use Diastoma\Core\PressureTest\TestMethods;
use Diastoma\Core\PressureTest\TestPlan;
use Diastoma\Core\Quantity\UnitSystem;

/** What every method plans, with every choice that it leaves, for one section of each kind: a table to read. */
final class Plans
{
    public const FILE = __DIR__.'/plans.txt';

    public const HEAD = 'method | choice | for whom (rank in ISO, US) | source | gauge kPa | low point | high point | judged from | factor at the low '
        .'point | minutes | fall let pass kPa | water let pass L';

    /** A hill of 12 m in the middle and a gauge 2 m above the low end: gauge, low and high point differ. */
    private const HILL = ['profile' => [[0, 0.0], [200, 12.0], [400, 4.0]], 'gauge_level_m' => 2.0];

    /** @return list<string> */
    public static function all(): array
    {
        $lines = [self::HEAD];
        foreach (TestMethods::all() as $method) {
            foreach (self::choices($method) as $choice) {
                $lines[] = self::line($method, $choice);
            }
        }

        return $lines;
    }

    public static function section(string $method): TestSection
    {
        return Sections::for(TestMethods::of($method), self::HILL);
    }

    /** @return list<array<string, string>> the usual one, and each other choice in turn */
    public static function choices(TestMethod $method): array
    {
        $usual = array_map(
            strval(...),
            array_column(array_map(static fn (Option $o): array => [$o->key, (string) array_key_first($o->choices)], $method->options()), 1, 0),
        );
        $all = [$usual];
        foreach ($method->options() as $option) {
            foreach (array_slice(array_keys($option->choices), 1) as $other) {
                $all[] = [...$usual, $option->key => (string) $other];
            }
        }

        return $all;
    }

    /** @param  array<string, string>  $choice */
    public static function line(TestMethod $method, array $choice): string
    {
        $section = self::section($method->id());
        $rank = static fn (UnitSystem $units): string => (string) ($method->suits($section, $units)['rank'] ?? '–');
        try {
            $plan = $method->plan($section, $choice);
        } catch (\Diastoma\Core\Exception\InvalidInput $fault) {
            return "{$method->id()} | ".self::words($choice).' | refused: '.$fault->getMessage();
        }

        return implode(' | ', [
            $method->id(), self::words($choice),
            "{$section->service} {$section->main()->material->value} ({$rank(UnitSystem::Metric)}, {$rank(UnitSystem::UsCustomary)})",
            $method->source()->kind->value.': '.$method->source()->tag(), ...self::figures($plan, $section),
        ]).($plan->window['feasible'] ? '' : ' | not to be run: '.$plan->window['said']);
    }

    /** @return list<string> */
    public static function figures(TestPlan $plan, TestSection $section): array
    {
        $judged = $plan->judged();
        $n = static fn (float $x): string => sprintf('%.7g', $x);

        return [
            $n($plan->gaugeKpa), $n($plan->lowKpa), $n($plan->highKpa), $n($plan->judgedKpa),
            $section->workingKpa > 0.0 ? sprintf('%.4g × working', $plan->lowKpa / $section->workingKpa) : '–',
            implode(
                ', ',
                array_map(static fn (Phase $p): string => "{$p->id} ".$n($p->minutes).($p->extendMin > 0.0 ? '–'.$n($p->extendMin) : ''), $plan->phases),
            ),
            $judged->control === Control::Shut ? $n($judged->targetKpa - $judged->lowKpa) : '–',
            $plan->makeUp['litres'] !== null ? $n($plan->makeUp['litres'])
                : ($plan->makeUp['l_per_h'] !== null ? $n($plan->makeUp['l_per_h']).' an hour' : '–'),
        ];
    }

    /** @param  array<string, string>  $choice */
    private static function words(array $choice): string
    {
        return $choice === [] ? '–' : implode(', ', array_map(static fn (string $k, string $v): string => "{$k} {$v}", array_keys($choice), $choice));
    }
}
