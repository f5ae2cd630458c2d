<?php

declare(strict_types=1);

namespace Core\Tests\Net;

use Core\Tests\Layout\Lines;
use Diastoma\Core\Catalogue\Procedures;
use Diastoma\Core\Electrofusion\LargeBore\LargeBore;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Layout\Path\Profile;
use Diastoma\Core\Layout\PlanLimits;
use Diastoma\Core\Layout\Planner;
use Diastoma\Core\PressureTest\TestMethods;
use Diastoma\Core\PressureTest\TestPlan;
use Diastoma\Core\PressureTest\TestVerdict;
use Diastoma\Core\PressureTest\Words;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\UnitSystem;
use Diastoma\Core\Reckoner\Calculation;
use Diastoma\Core\Reckoner\Reckoner;
use Diastoma\Core\Rulebook\Finding;

/**
 * Everything that the core asks, draws, says and works out, line by line: what a crew and an inspector read. Pinned in said/*.txt, so that no word, figure
 * or margin changes unseen.
 */
final class Said
{
    /** @return list<string> names of the files */
    public static function files(): array
    {
        $all = [
            ...array_map(static fn (string $id): string => "procedure {$id} iso", Procedures::ids()), 'procedure electrofusion.coupler us',
            'procedure gasketed.di_push_on us', ...array_map(static fn ($m): string => "method {$m->id()}", TestMethods::all()), 'reckoner', 'layout',
        ];
        $only = (string) getenv('DIASTOMA_SAID');

        return $only === '' ? $all : array_values(array_filter($all, static fn (string $file): bool => preg_match("/{$only}/", $file) === 1));
    }

    public static function path(string $file): string
    {
        return __DIR__.'/said/'.str_replace([' ', '.'], '-', $file).'.txt';
    }

    /** @return list<string> */
    public static function lines(string $file): array
    {
        $parts = explode(' ', $file);

        return match ($parts[0]) {
            'procedure' => self::procedure(new Walk($parts[1], $parts[2])), 'method' => self::method($parts[1]), 'layout' => self::layout(),
            default => self::reckoner(),
        };
    }

    /** @return list<string> */
    private static function procedure(Walk $walk): array
    {
        $lines = [];
        $good = $walk->ways()['all that need not be'];
        $s = new Situation($good, $walk->facts(), $walk->rulebook);
        $verdict = $walk->verdict($good);
        $ways = $walk->procedure instanceof LargeBore ? [] : array_values($walk->ways());
        foreach ([$good, ...$ways] as $readings) {
            $then = new Situation($readings, $walk->facts(), $walk->rulebook);
            foreach ($walk->procedure->steps($then->knowing($walk->verdict($readings)->findings)) as $step) {
                $lines = [...$lines, ...self::flat("step {$step->id}", $step->toArray($walk->rulebook->units))];
            }
        }
        foreach ($verdict->findings as $k => $finding) {
            $lines[] = self::finding($finding);
        }
        foreach ($walk->procedure->clocks($s) as $clock) {
            $lines = [...$lines, ...self::flat("clock {$clock->id}", $clock->toArray())];
        }
        // what each bad answer is told, and what to do about it; a large bore says the same of each of its restraints
        foreach ($walk->procedure instanceof LargeBore ? [] : $walk->badly() as $bad) {
            foreach ($bad->verdict->findings as $finding) {
                if ($finding->severity->rank() > 0 && in_array($bad->spec->key, $finding->readings, true)) {
                    $lines[] = "{$bad->at} {$bad->words}: ".self::finding($finding);
                }
            }
        }

        return array_values(array_unique($lines));
    }

    private static function finding(Finding $f): string
    {
        $n = static fn (?float $x): string => $x === null ? '–' : sprintf('%.6g', $x);

        return "{$f->severity->value} {$f->rule}: {$f->said} {$f->todo} [{$n($f->measured)} of {$n($f->limit)}, {$n($f->margin)} "
            ."{$f->unit->value}; {$f->source->tag()}; "
            .implode(', ', $f->readings).']';
    }

    /** @return list<string> */
    private static function method(string $id): array
    {
        $net = new Spoilt($id);
        $lines = self::flat('plan', self::plan($net->plan));
        $lines = [...$lines, ...self::flat('plan in US units', self::plan($net->method->plan($net->section, [], new Words(UnitSystem::UsCustomary))))];
        $lines = [...$lines, ...self::verdict('run well', $net->judged($net->good(0)))];
        foreach ($net->hazards() as $hazard) {
            $verdict = $net->spoiltBy($hazard, 2);
            $lines = [...$lines, ...($verdict === null ? ["{$hazard->value}: not taken"] : self::verdict($hazard->value, $verdict))];
        }

        return array_values(array_unique($lines));
    }

    /** @return array<string, mixed> without the limits that it works by: docs/limits.md pins those */
    private static function plan(TestPlan $plan): array
    {
        return array_diff_key($plan->toArray(), ['limits' => 1]);
    }

    /** @return list<string> */
    private static function verdict(string $how, TestVerdict $verdict): array
    {
        return [
            ...array_map(static fn (Finding $f): string => "{$how}: ".self::finding($f), $verdict->findings),
            ...self::flat("{$how}, arithmetic", array_map(static fn ($f): array => $f->toArray(), $verdict->arithmetic)),
            ...self::flat("{$how}, figures", $verdict->figures),
        ];
    }

    /** @return list<string> plans of a straight, of bends to either side, of one that wants a fitting, over a hill, and one whose pipes run out */
    private static function layout(): array
    {
        $hill = Profile::throughPoints([[0.0, 10.0, 0.0], [60.0, 11.5, 60.0], [120.0, 10.0, 0.0]]);
        $lines = [];
        foreach ([
            'straight' => [Lines::of([[100, 0]]), Lines::limits(2.0)], 'right' => [Lines::of([[20, 0], [60, 240], [20, 0]]), Lines::limits(2.0, 1.0)],
            'left' => [Lines::of([[15, 0], [48, -180], [11, 0]]), Lines::limits(3.0, null, [6.0, 3.0], false)],
            'a sharp turn' => [Lines::of([[30, 0], [12, 20], [30, 0]]), Lines::limits(2.0, 1.0)],
            'over a hill' => [Lines::of([[120, 0]], $hill), Lines::limits(2.0, 1.0)],
            'runs out' => [Lines::of([[96, 0]]), PlanLimits::of([['length_m' => 12.0, 'count' => 3]], 2.0)],
        ] as $name => [$alignment, $limits]) {
            $lines = [...$lines, ...self::flat($name, Planner::plan($alignment, $limits)->toArray())];
        }

        return $lines;
    }

    /** @return list<string> every calculation with three sets of sample inputs */
    private static function reckoner(): array
    {
        $lines = [];
        foreach (Reckoner::all() as $calculation) {
            foreach ([1.0, 1.13, 0.83] as $by) {
                $input = self::inputs($calculation, $by);
                try {
                    $lines = [...$lines, ...self::flat("{$calculation->id} × {$by}", Reckoner::reckon($calculation->id, $input)['result'])];
                } catch (InvalidInput $fault) {
                    $lines[] = "{$calculation->id} × {$by}: {$fault->getMessage()}";
                }
            }
        }

        return $lines;
    }

    /** @return array<string, mixed> */
    private static function inputs(Calculation $calculation, float $by): array
    {
        $all = [];
        foreach ($calculation->inputs as $input) {
            $described = $input->toArray();
            if (! isset(self::VALUES[$input->name]) && ($described['optional'] ?? false) === true) {
                continue;
            }
            $value = self::VALUES[$input->name] ?? ($described['choices'][0] ?? 1.0);
            $all[$input->name] = match (true) {
                is_float($value) => in_array($input->name, self::EXACT, true) ? $value
                    : round($value * $by, 4), is_array($value) && is_float($value[0] ?? null) => array_map(
                        static fn (float $v): float => round($v * $by, 4), $value,
                    ), default => $value
            };
        }

        return $all;
    }

    /** Sizes that tables know. */
    private const EXACT = ['dn_mm', 'size_in', 'size', 'sdr', 'nominal_in', 'hours', 'pn_bar', 'angle_deg'];

    private const VALUES = [
        'diameters_mm' => [183.0, 180.0, 177.0, 180.5], 'nominal_od_mm' => 180.0, 'mrs_mpa' => 10.0, 'sdr' => 11.0, 'design_coefficient' => 1.25,
        'hds_psi' => 1000.0, 'dr' => 11.0, 'design_factor' => 0.4, 'dn_mm' => 300.0, 'size_in' => 6.0, 'size' => 300.0, 'circumference_mm' => 566.0,
        'end_od_mm' => 179.4, 'back_od_mm' => 180.2, 'od_min_mm' => 180.0, 'od_max_mm' => 181.1, 'fitting_length_mm' => 210.0,
        'fusion_end' => '2026-11-23T14:00:00+01:00', 'cooling_min' => 20.0, 'test_factor' => 4.0, 'voltage_v' => 40.0, 'resistance_ohm' => 0.64,
        'time_s' => 260.0,
        'od_before_mm' => 180.4, 'od_after_mm' => 180.0, 'od_mm' => 180.4, 'bore_mm' => 180.9, 'limit_mm' => 0.5, 'minimum_mm' => 0.2,
        'depth_per_pass_mm' => 0.1, 'gap_limit_mm' => 0.5, 'nominal_s' => 260.0, 'reference_c' => 23.0, 'ambient_c' => 13.0, 'coefficient_per_c' => 0.004,
        'cable_m' => 25.0, 'cable_mm2' => 10.0, 'efficiency' => 0.85, 'power_factor' => 0.8, 'flux_w_m2' => 20000.0, 'k' => 0.4, 'rho' => 950.0,
        'c' => 2300.0, 'depth_m' => 0.002, 'pipe_wall_mm' => 27.4, 'fitting_wall_mm' => 30.0, 'heated_length_mm' => 180.0, 'length_m' => 6.0,
        'angle_deg' => 3.0,
        'gap_max_mm' => 22.0, 'gap_min_mm' => 9.0, 'horizontal_deg' => 2.0, 'vertical_deg' => 1.0, 'wall_mm' => 16.4,
        'depths_mm' => [30.0, 31.0, 30.0, 42.0, 43.0, 31.0, 30.0, 30.0], 'tolerance_mm' => 6.0, 'total_deg' => 22.5, 'per_joint_deg' => 2.4,
        'radius_m' => 120.0, 'lengths_m' => [6.0, 3.0], 'allowed_deg' => 3.0, 'share' => 0.8,
        'design_pressure_kpa' => 1000.0, 'gauge_level_m' => 12.0, 'low_level_m' => 4.0, 'high_level_m' => 30.0, 'gauge_kpa' => 1000.0,
        'point_level_m' => 3.0, 'mdp_kpa' => 800.0, 'volume_m3' => 29.4, 'drop_kpa' => 20.0, 'diameter_mm' => 306.0, 'modulus_gpa' => 170.0,
        'readings_kpa' => [1200.0, 1192.0, 1188.0],
        'stp_kpa' => 1050.0, 'end_of_rest_kpa' => 900.0, 'main' => [[0.0, 753.0], [3.0, 758.0], [15.0, 761.0], [30.0, 760.0]], 'pressure_kpa' => 1200.0,
        'length_ft' => 400.0, 'diameter_in' => 12.0, 'pressure_psi' => 150.0, 'nominal_in' => 6.0, 'hours' => 2.0, 'length_km' => 0.4,
        'diameter_m' => 0.306, 'head_m' => 102.0,
        'v1_l' => 2.0, 'v2_l' => 1.3, 'pressures_kpa' => [1000.0, 850.0, 780.0], 'times_min' => [20.0, 140.0, 300.0], 'load_min' => 20.0,
        'chamber_area_m2' => 3.0, 'added_l' => 7.0, 'groundwater_ft' => 3.0, 'maop_psi' => 60.0, 'hdb_psi' => 1600.0, 'p1_kpa_gauge' => 600.0,
        't1_c' => 17.0, 't2_c' => 12.0, 'baro1_kpa' => 101.3, 'baro2_kpa' => 100.8,
        'test_kpa' => 1200.0, 'max_kpa' => 1600.0, 'id_mm' => 306.0, 'velocity_m_s' => 0.3, 'rated_kpa' => 6900.0, 'factor' => 1.25,
        'temperature_c' => 12.0, 'p1_kpa' => 200.0, 'p2_kpa' => 600.0, 'poisson' => 0.28, 'expansion_per_c' => 1.1e-5, 'hole_mm' => 0.5,
        'temperature_change_c' => -10.0, 'offset_mm' => 300.0, 'pn_bar' => 10.0,
    ];

    /**
     * @param  array<mixed>  $data
     * @return list<string> one line a value
     */
    private static function flat(string $at, array $data): array
    {
        $lines = [];
        foreach ($data as $key => $value) {
            $value = is_object($value) ? (array) $value : $value;
            $lines = [
                ...$lines,
                ...(is_array($value) ? self::flat("{$at}.{$key}", $value) : ["{$at}.{$key} = ".(is_float($value) ? sprintf('%.6g', $value) : json_encode(
                    $value, JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES,
                ))]),
            ];
        }

        return $lines;
    }
}
