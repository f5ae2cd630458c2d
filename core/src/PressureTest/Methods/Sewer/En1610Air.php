<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Methods\Sewer;

use Diastoma\Core\PressureTest\Acceptance\Sewer;
use Diastoma\Core\PressureTest\Figure;
use Diastoma\Core\PressureTest\HydrostaticHead;
use Diastoma\Core\PressureTest\Methods\Accepted;
use Diastoma\Core\PressureTest\Methods\Seen;
use Diastoma\Core\PressureTest\Option;
use Diastoma\Core\PressureTest\Reading\Material;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\TestPlan;
use Diastoma\Core\PressureTest\Words;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\UnitSystem;
use Diastoma\Core\Rulebook\Source;

/** Gravity sewer with air, methods LA to LD [EN 1610]: 10 % above for 5 min, then the drop within its time. After a fail method W decides. */
final class En1610Air extends SewerAir
{
    /** Groundwater above the invert presses back: kPa a metre [hydrostatics]. */
    private const KPA_PER_M = HydrostaticHead::GRAVITY;

    public function id(): string
    {
        return 'en1610-air';
    }

    public function families(): array
    {
        return [self::RUN, 'test.sewer-air', 'test.en1610'];
    }

    public function title(): string
    {
        return 'Gravity sewer with air, LA to LD';
    }

    public function source(): Source
    {
        return Sewer::source('en1610');
    }

    public function suits(TestSection $section, UnitSystem $units): ?array
    {
        return self::gravity($section) ? [
            'rank' => $units === UnitSystem::Metric ? 1 : 4, 'why' => 'A gravity sewer, by the European standard; air is quick.',
        ] : null;
    }

    public function options(): array
    {
        return [
            new Option(
                'method', 'Starting pressure',
                ['LC' => $this->choice('LC'), 'LD' => $this->choice('LD'), 'LB' => $this->choice('LB'), 'LA' => $this->choice('LA')],
            ),
            new Option('wall', 'Concrete is', ['other' => 'wet, or no concrete', 'dry_concrete' => 'dry']),
        ];
    }

    /** @return array{time_min: float, p0_mbar: float, drop_mbar: float} */
    private function table(TestSection $section, string $method, string $wall): array
    {
        return Sewer::en1610Air($method, $section->main()->dnMm, self::wall($section, $wall), $this->limits());
    }

    private function choice(string $method): string
    {
        $id = strtolower($method);

        return "{$method}: ".Words::plain($this->limit("{$id}_start_mbar")).' mbar, drop '.Words::plain($this->limit("{$id}_drop_mbar"));
    }

    /** Only concrete lets air through when it is dry. */
    private static function wall(TestSection $section, string $wall): string
    {
        return $section->main()->material === Material::Concrete ? $wall : 'other';
    }

    /** Starting pressure with the groundwater on top, kPa. */
    private static function startKpa(TestSection $section, float $p0Mbar): float
    {
        return $p0Mbar / 10 + self::KPA_PER_M * $section->groundwaterM;
    }

    /** @param  array{time_min: float, p0_mbar: float, drop_mbar: float}  $table */
    private static function timeFigure(TestSection $section, array $table, string $wall, Words $words): Figure
    {
        $dry = self::wall($section, $wall) === 'dry_concrete';
        $dn = Words::plain($section->main()->dnMm, 0);
        $kp = Words::plain(Sewer::kp($section->main()->dnMm, self::wall($section, $wall)), 4);
        [$p0, $drop] = [Words::plain($table['p0_mbar'], 1), Words::plain($table['drop_mbar'], 1)];

        return new Figure(
            'Time', 't = (1/Kp)·ln(p0/(p0 − Δp)), Kp = '.($dry ? '16/DN (dry concrete)' : '12/DN').' but 0.058 at most',
            $words->minutes($table['time_min']), "DN {$dn}: Kp {$kp}; (1/{$kp})·ln({$p0}/({$p0} − {$drop})), rounded",
        );
    }

    protected function draft(TestSection $section, array $options, Words $words): TestPlan
    {
        $table = $this->table($section, $options['method'], $options['wall']);
        [$p0, $drop] = [self::startKpa($section, $table['p0_mbar']), $table['drop_mbar'] / 10];
        $preload = $p0 + $this->share('above_percent') * $table['p0_mbar'] / 10;
        $words = $words->upTo($preload);
        $window = self::anyLevel($p0, $preload, $words);
        $highest = $this->limit('highest_mbar') / 10;
        if (! Compare::atMost($p0, $highest)) {
            $window = [
                ...$window, 'feasible' => false,
                'said' => 'Air will not do here. With '.$words->metres($section->groundwaterM).' of groundwater above the invert the test would start at '
                    .$words->kpa($p0).'; never above '.$words->kpa($highest)
                    .' (the highest of the table: value from memory). Lower the groundwater, or test with water.',
            ];
        }

        return new TestPlan($this->id(), $this->medium(), $preload, $p0, $preload, $preload, $window,
            ['said' => 'Air only while settling; none in the test.', 'l_per_h' => null, 'litres' => null],
            $this->phases($preload, $this->limit('settle_min'), $p0, $drop, $table['time_min']),
            [
                new Figure(
                    'Starting pressure and drop',
                    "method {$options['method']}".($section->groundwaterM > 0.0 ? ', and the groundwater above the invert' : ''),
                    $words->kpa($p0).', '.$words->kpa($drop),
                    $words->kpa($table['p0_mbar'] / 10).($section->groundwaterM > 0.0 ? ' + 9.81 kPa/m × '.$words->metres($section->groundwaterM) : ''),
                ),
                self::timeFigure($section, $table, $options['wall'], $words),
            ],
            [$this->medium()->caution()],
            [
                '0.7 K of cooling fails a tight pipe by method LA: let the air settle, and keep sun and draught off the plugs.',
                'After a fail, or again and again doubtful, the water test (method W) decides [EN 1610].',
                ...(
                    $section->groundwaterM > 0.0
                    ? ['Groundwater stands above the invert and presses back: the starting pressure is raised by its head (from memory; the engineer’s '
                        .'figure governs).']
                    : []
                ),
            ],
            options: $options,
        );
    }

    protected function accept(Seen $seen): Accepted
    {
        $options = $seen->plan->options;
        $table = $this->table($seen->section, $options['method'] ?? 'LC', $options['wall'] ?? 'other');
        [$p0, $drop] = [self::startKpa($seen->section, $table['p0_mbar']), $table['drop_mbar'] / 10];
        $words = $seen->words;
        $found = $this->dropped(
            $seen, $table['time_min'], $drop, $p0,
            'Look at plugs and hoses with soapy water, let the pressure down, test again; if it stays, the water test decides.',
        );

        return new Accepted([$this->lasted($seen, 'settle', $this->limit('settle_min'), 'Settling'), ...$found->findings], [
            self::timeFigure($seen->section, $table, $options['wall'] ?? 'other', $words),
            self::dropFigure($found, $words),
        ], $found->figures);
    }

    public static function dropFigure(Accepted $found, Words $words): Figure
    {
        [$start, $end] = [$found->figures['start_kpa'] ?? 0.0, $found->figures['end_kpa'] ?? 0.0];
        [$start, $end] = [is_float($start) ? $start : 0.0, is_float($end) ? $end : 0.0];

        return new Figure('Drop', 'start − end of the time', $words->kpa($start - $end), $words->kpa($start).' − '.$words->kpa($end));
    }
}
