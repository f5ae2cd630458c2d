<?php

declare(strict_types=1);

namespace Core\Tests\Net;

use Core\Tests\PressureTest\Sections;
use Diastoma\Core\PressureTest\MethodLimits;
use Diastoma\Core\PressureTest\Phase;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\Standing;
use Diastoma\Core\PressureTest\TestMethod;
use Diastoma\Core\PressureTest\TestMethods;
use Diastoma\Core\PressureTest\TestPlan;
use Diastoma\Core\PressureTest\TestVerdict;
use Diastoma\Core\Rulebook\Rulebook;
use Diastoma\Core\Rulebook\Rulebooks;
use Diastoma\Core\Rulebook\Tests\TestLimits;

/**
 * Every limit of the pressure tests, moved: what the methods that work by it plan or judge otherwise. First the plan, then a test that was run well, then
 * the same spoilt in each way; the first change is what is pinned.
 */
final class TestBounds
{
    public const FILE = __DIR__.'/test-limits.txt';

    private const LADDER = [0.9, 1.1, 0.5, 2.0, 0.1, 10.0];

    private const HAZARDS = [
        Hazard::Leak, Hazard::HeldShort, Hazard::TooLow, Hazard::TooHigh, Hazard::Gap, Hazard::NoSettling, Hazard::TooFast, Hazard::Stuck, Hazard::Air,
    ];

    /** @var array<string, Spoilt> by method */
    private static array $spoilt = [];

    /** @var array<string, array<string, array<string, string>>> by method and hazard: what is found by the limits that ship */
    private static array $was = [];

    /** @return list<string> “limit | method | what changes”; it is spoilt only where no plan and no good test changes */
    public static function of(string $id): array
    {
        $methods = array_filter(
            TestMethods::all(), static fn (TestMethod $m): bool => in_array(substr($id, 0, (int) strrpos($id, '.')), $m->families(), true),
        );
        if (str_starts_with($id, 'test.run.')) { // the same in every method
            $methods = array_filter($methods, static fn (TestMethod $m): bool => $m->id() === 'en805-loss');
        }
        foreach ([[null], self::HAZARDS] as $hazards) {
            $lines = [];
            foreach ($methods as $method) {
                $change = self::change($id, $method, $hazards);
                if ($change !== null) {
                    $lines[] = "{$id} | {$method->id()} | {$change}";
                }
            }
            if ($lines !== []) {
                return $lines;
            }
        }

        return [];
    }

    /** @return list<string> */
    public static function pinned(): array
    {
        return is_file(self::FILE) ? (file(self::FILE, FILE_IGNORE_NEW_LINES | FILE_SKIP_EMPTY_LINES) ?: []) : [];
    }

    /** @param  list<?Hazard>  $hazards */
    private static function change(string $id, TestMethod $method, array $hazards): ?string
    {
        $section = self::section($id, $method->id());
        foreach (self::ladder($id) as $times => $moved) {
            $other = $method->by(MethodLimits::of($moved));
            if (self::planned($method, $section) !== self::planned($other, $section)) {
                return "{$times} ×: plans otherwise";
            }
        }
        $spoilt = self::$spoilt[$method->id()] ??= new Spoilt($method->id());
        foreach (array_filter($hazards, static fn (?Hazard $h): bool => $h?->isNone($method) === null) as $hazard) {
            foreach (self::ladder($id) as $times => $moved) {
                $by = $spoilt->plan->by(MethodLimits::of($moved)->ofFamilies($method->families()));
                self::$was[$method->id()][$hazard->name ?? ''] ??= self::found($spoilt, $hazard);
                $change = self::differs(self::$was[$method->id()][$hazard->name ?? ''], self::found($spoilt, $hazard, $by));
                if ($change !== null) {
                    return "{$times} ×, ".($hazard->value ?? 'a test run well').": {$change}";
                }
            }
        }

        return null;
    }

    /** @return list<string> “limit = value | method”: where a gross leak would be taken as good, with one limit as loose as it may be set */
    public static function letsPass(string $id): array
    {
        $range = TestLimits::of($id) ?? throw new \OutOfBoundsException($id);
        $found = [];
        foreach (TestMethods::all() as $method) {
            if ($method->standing() !== Standing::Proves || ! in_array(substr($id, 0, (int) strrpos($id, '.')), $method->families(), true)) {
                continue;
            }
            $spoilt = self::$spoilt[$method->id()] ??= new Spoilt($method->id());
            foreach (array_filter([$range->least, $range->most], is_float(...)) as $value) {
                $by = MethodLimits::of(Rulebooks::iso()->withLimit($id, $value, 'Net', 'as loose as it may be'));
                if ($spoilt->gross($spoilt->plan->by($by->ofFamilies($method->families())))->passed()) {
                    $found[] = "{$id} = {$value} | {$method->id()}";
                }
            }
        }

        return $found;
    }

    /** @return iterable<string, Rulebook> */
    private static function ladder(string $id): iterable
    {
        $range = TestLimits::of($id) ?? throw new \OutOfBoundsException($id);
        foreach (self::LADDER as $times) {
            $value = $times * $range->limit->value;
            if ($value >= $range->least && $value <= ($range->most ?? INF)) {
                yield (string) $times => Rulebooks::iso()->withLimit($id, $value, 'Net', 'moved to see what hangs on it');
            }
        }
    }

    /** A section on which the limit can matter. */
    private static function section(string $id, string $method): TestSection
    {
        $concrete = static fn (float $dn): array => ['material' => 'concrete', 'length_m' => 60.0, 'dn_mm' => $dn, 'inside_mm' => $dn, 'wall_mm' => 50.0];

        return match (true) {
            str_starts_with($id, 'test.c924.in_') => Sections::sewer(['parts' => [$concrete(25.4 * (float) substr($id, 13))]]),
            $id === 'test.en805.stp_calculated_kpa' => Sections::iron(['surge' => 'calculated']),
            $id === 'test.en805.stp_add_kpa' => Sections::iron(['working_kpa' => 1500.0, 'ratings' => [['name' => 'valve', 'kpa' => 4000.0]]]),
            $id === 'test.en805.soak_min' => Sections::iron(['cement_lined' => true]),
            $id === 'test.en805.loss_concrete_kpa' => Sections::iron(['parts' => [$concrete(300.0)], 'steel_cylinder' => false]),
            $id === 'test.gas.most_factor' => Sections::gas(['hdb_psi' => 1600.0, 'dr' => 11.0, 'design_factor' => 0.32]),
            $id === 'test.gas.least_kpa' => Sections::gas(['working_kpa' => 100.0]),
            $id === 'test.run.pipe_factor' => Sections::iron(['ratings' => [['name' => 'pipe', 'kpa' => 850.0]]]),
            $id === 'test.c600.pipe_factor' => Sections::iron(['ratings' => [['name' => 'pipe', 'kpa' => 1100.0]]]),
            $id === 'test.c604.pipe_factor' => Sections::steel(['ratings' => [['name' => 'pipe', 'kpa' => 760.0]]]),
            $id === 'test.as2566.pipe_factor' => Sections::iron(['ratings' => [['name' => 'pipe', 'kpa' => 760.0]]]),
            $id === 'test.en1610.highest_mbar' => Sections::sewer(['groundwater_m' => 1.0]),
            $id === 'test.en1610.chambers_l_m2' => Sections::sewer(['chamber_area_m2' => 4.0]),
            default => Plans::section($method),
        };
    }

    /** @return list<string> what every choice of the method plans */
    private static function planned(TestMethod $method, TestSection $section): array
    {
        $said = [(string) $method->restHours()];
        foreach (Plans::choices($method) as $choice) {
            try {
                $plan = $method->plan($section, $choice);
                $said[] = implode(' | ', [
                    ...Plans::figures($plan, $section), $plan->window['feasible'] ? 'yes' : 'no', $plan->window['min_kpa'], $plan->window['max_kpa'],
                    $plan->makeUp['said'],
                    ...array_map(static fn (Phase $p): string => "{$p->lowKpa} {$p->targetKpa} {$p->highKpa}", $plan->phases),
                ]);
            } catch (\Diastoma\Core\Exception\InvalidInput $fault) {
                $said[] = $fault->getMessage();
            }
        }

        return $said;
    }

    /** @return array<string, string> severity by rule */
    private static function found(Spoilt $spoilt, ?Hazard $hazard, ?TestPlan $by = null): array
    {
        $verdict = $hazard === null ? $spoilt->judged($spoilt->good(0), $by) : $spoilt->spoiltBy($hazard, 0, $by);
        $found = ['passes' => $verdict?->passed() === true ? 'yes' : 'no', 'undecided' => $verdict?->isUndecided() === true ? 'yes' : 'no'];
        foreach ($verdict instanceof TestVerdict ? $verdict->findings : [] as $finding) {
            $found[$finding->rule] = $finding->severity->value;
        }

        return $found;
    }

    /**
     * @param  array<string, string>  $was
     * @param  array<string, string>  $is
     */
    private static function differs(array $was, array $is): ?string
    {
        foreach ([...$was, ...$is] as $rule => $severity) {
            $before = $was[$rule] ?? '–';
            $after = $is[$rule] ?? '–';
            if ($before !== $after) {
                return "{$rule} {$before} → {$after}";
            }
        }

        return null;
    }
}
