<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Methods\Gas;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\PressureTest\Acceptance\Gas;
use Diastoma\Core\PressureTest\Control;
use Diastoma\Core\PressureTest\Figure;
use Diastoma\Core\PressureTest\Medium;
use Diastoma\Core\PressureTest\Methods\Accepted;
use Diastoma\Core\PressureTest\Methods\Method;
use Diastoma\Core\PressureTest\Methods\Seen;
use Diastoma\Core\PressureTest\Option;
use Diastoma\Core\PressureTest\Phase;
use Diastoma\Core\PressureTest\Physics\FilledPipe;
use Diastoma\Core\PressureTest\Reading\Material;
use Diastoma\Core\PressureTest\Site\SimpleSection;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\TestPlan;
use Diastoma\Core\PressureTest\Words;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Pressure;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Quantity\UnitSystem;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/**
 * PE gas main with air or gas [49 CFR 192.513]: at least 1.5 × MAOP and 50 psi, at most 2.5 × the design pressure, the pipe no warmer than 100 °F;
 * as long as the smallest leak sought needs to show; the pressure corrected for temperature and barometer.
 */
final class GasPlastic extends Method
{
    /** In so long a settled gas main does not change: the middle of its readings counts. */
    private const STEADY_S = 120.0;

    public function id(): string
    {
        return 'gas-plastic';
    }

    public function families(): array
    {
        return [self::RUN, 'test.gas'];
    }

    public function title(): string
    {
        return 'PE gas main with air, corrected for weather';
    }

    public function source(): Source
    {
        return Gas::source();
    }

    public function medium(): Medium
    {
        return Medium::Air;
    }

    public function suits(TestSection $section, UnitSystem $units): ?array
    {
        return self::serves($section, ['gas']) && in_array(
            $section->main()->material, [Material::Pe, Material::Pvc, Material::Composite], true,
        ) ? ['rank' => 1, 'why' => 'A plastic gas main.'] : null;
    }

    public function usual(): array
    {
        return ['service' => 'gas', 'factor' => 1.5, 'owners' => false];
    }

    public function options(): array
    {
        return [new Option('leak', 'Smallest leak sought', ['5' => '5 L/h of free gas', '1' => '1 L/h', '0.5' => '0.5 L/h', '20' => '20 L/h'])];
    }

    public function asks(): array
    {
        return [
            ReadingSpec::number(
                'baro_start_kpa', 'Barometer at the start', Unit::KiloPascal, 60.0, 110.0, 'where it was not read 1.01325 bar is taken',
            )->optional(),
            ReadingSpec::number('baro_end_kpa', 'Barometer at the end', Unit::KiloPascal, 60.0, 110.0)->optional(),
            ReadingSpec::number('gauge_tolerance_kpa', 'Tolerance of the gauge', Unit::KiloPascal, 0.001, 100.0, 'else twice what it resolves')->optional(),
            self::leakSeen(),
        ];
    }

    /** @return array{float, ?float} kPa, least and most */
    private function pressures(TestSection $section): array
    {
        $psi = static fn (float $kpa): float => Pressure::of($kpa, 'kPa')->in('psi');
        $kpa = static fn (float $psi): float => Pressure::of($psi, 'psi')->in('kPa');
        $found = Gas::limits(
            $psi(self::above($section->workingKpa, 'working_kpa', 'An MAOP')), $section->hdbPsi, $section->dr, $section->designFactor, $this->limits(),
        );

        return [$kpa($found['min_test_psi']), $found['max_test_psi'] === null ? null : $kpa($found['max_test_psi'])];
    }

    private function tolerance(TestSection $section): float
    {
        return $this->limit('gauge_steps') * $section->gaugeResolutionKpa;
    }

    /** How long a leak needs to show, min: V·tolerance/(q·p_atm). */
    private function minutes(TestSection $section, float $leak): float
    {
        $hours = 1000 * $section->volumeM3() * $this->tolerance($section) / ($leak * FilledPipe::ATMOSPHERE_KPA);

        return max($this->limit('least_min'), ceil(60 * $hours / 5) * 5);
    }

    protected function draft(TestSection $section, array $options, Words $words): TestPlan
    {
        [$least, $most] = $this->pressures($section);
        if ($most === null && $section->limiting($this->pipeFactor())->kpa >= SimpleSection::NO_RATING_KPA) {
            throw InvalidInput::field(
                'rated_kpa',
                'What this pipe takes is not known, so no test can be planned: give the SDR with its design basis (hdb_psi, dr, design_factor), '
                    .'or the MOP it is rated for (rated_kpa).',
            );
        }
        // where the design pressure is not known 1.5 × the rating: from memory
        $highest = min($most ?? INF, $section->limiting($this->pipeFactor())->takesKpa($this->pipeFactor()));
        $gauge = min($highest, (1 + $this->share('margin_percent')) * $least);
        $minutes = $this->minutes($section, (float) $options['leak']);
        $feasible = Compare::atMost($least, $highest);
        $window = [
            'min_kpa' => $least, 'max_kpa' => $highest, 'feasible' => $feasible, 'splits_m' => [],
            'said' => $feasible ? "Levels do not matter with air: {$words->kpa($least)} to {$words->kpa($highest)} at the gauge."
                : "At least {$words->kpa($least)} is asked for and the weakest part takes {$words->kpa($highest)}. Ask the engineer.",
        ];
        $factor = $this->plain('factor');
        $floor = Words::plain(round(Pressure::of($this->limit('least_kpa'), 'kPa')->in('psi'), 2));
        $timesMost = $this->plain('most_factor');
        $pipe = Words::plain($this->pipeFactor());
        $falls = Gas::expectedKpa($gauge, $section->waterC, FilledPipe::ATMOSPHERE_KPA, $section->waterC - 1.0, FilledPipe::ATMOSPHERE_KPA) - $gauge;

        return new TestPlan($this->id(), $this->medium(), $gauge, $gauge, $gauge, $gauge, $window, [
            'said' => 'None once it is shut.', 'l_per_h' => null, 'litres' => null,
        ],
            [
                $this->raise($gauge, $this->limit('raise_min'), 'Let air in slowly and in steps; walk away while it rises.'),
                new Phase(
                    'settle', 'Settle', $this->limit('settle_min'), $least, $gauge, $highest, 'Top up while the air takes the temperature of the ground.',
                    Control::Hold,
                ),
                new Phase(
                    'test', 'Test', $minutes, $least, $gauge, $highest,
                    'Shut. Read pressure, temperature on the pipe and barometer at both ends of the time.', Control::Shut, true,
                ),
            ],
            [
                new Figure(
                    'Least test pressure', "the greater of {$factor}·MAOP and {$floor} psi", $words->kpa($least),
                    "{$factor} × ".$words->kpa($section->workingKpa).'; '.$words->kpa($this->limit('least_kpa')),
                ),
                new Figure(
                    'Greatest test pressure',
                    $most === null ? "{$pipe} × rating of the weakest part (from memory); give HDB, DR and design factor for {$timesMost} × design pressure"
                        : "{$timesMost} × design pressure 2·HDB·DF/(DR − 1), and {$pipe} × the weakest rating",
                    $words->kpa($highest),
                ),
                new Figure(
                    'Time', 't = V·tolerance/(q·p_atm), '.Words::span($this->limit('least_min')).' at the least', $words->minutes($minutes),
                    Words::plain($section->volumeM3(), 3).' m³ × '.$words->kpa($this->tolerance($section))." / ({$options['leak']} L/h × "
                        .$words->kpa(FilledPipe::ATMOSPHERE_KPA).')',
                ),
                new Figure('A degree of cooling alone makes', '(p + b)·ΔT/T', $words->kpa($falls)),
            ],
            [$this->medium()->caution()],
            [
                'Pipe no warmer than '.$words->celsius($this->limit('warmest_c')).', or the temperature of its rating [49 CFR 192.513].',
                '2.5 × the design pressure since 2019, 3 × before.',
                'The time to settle, the least time and the margin of '.$this->plain('margin_percent').' % are common practice; '
                    .$this->plain('gauge_steps').' steps of the gauge as tolerance are from memory.',
            ],
            options: $options,
        );
    }

    protected function accept(Seen $seen): Accepted
    {
        $words = $seen->words;
        [$least] = $this->pressures($seen->section);
        [$from, $to] = [$seen->from('test'), $seen->to('test')];
        [$t1, $t2] = [$seen->trace()->celsiusAt($from), $seen->trace()->celsiusAt($to)];
        $findings = [
            $this->lasted($seen, 'settle', $this->limit('settle_min'), 'Settling'),
            $this->lasted($seen, 'test', $this->minutes($seen->section, (float) ($seen->plan->options['leak'] ?? 5)), 'Test'),
        ];
        if ($t1 === null || $t2 === null) {
            return new Accepted(
                [
                    ...$findings,
                    $this->finding(
                        'temperature', Severity::Mend, 'No temperature was logged.',
                        'Without it a gas test says nothing: a degree moves the gauge as a leak does. Log the temperature of the pipe, and test again.',
                    ),
                ],
                [], [],
            );
        }
        $b1 = $seen->run->number('baro_start_kpa') ?? FilledPipe::ATMOSPHERE_KPA;
        $b2 = $seen->run->number('baro_end_kpa') ?? $b1;
        $tolerance = $seen->run->number('gauge_tolerance_kpa') ?? $this->tolerance($seen->section);
        [$p1, $p2] = [$seen->kpaIn('test', $from, self::STEADY_S), $seen->kpaIn('test', $to, self::STEADY_S)];
        $expected = Gas::expectedKpa($p1, $t1, $b1, $t2, $b2);
        $missing = $expected - $p2;
        $hours = max(1e-6, ($to - $from) / 3600);
        $perKpa = 1000 * $seen->section->volumeM3() / FilledPipe::ATMOSPHERE_KPA / $hours;
        $lowest = min([$p1, ...$seen->trace()->pressures($from, $to)]);

        return new Accepted([
            ...$findings, $this->least($seen, $lowest, $least), $this->warmest($seen),
            $this->most(
                'missing', 'Missing from what the weather explains', abs($missing), $tolerance, Unit::KiloPascal, $words->kpaPair(...),
                $missing > 0 ? 'Gas escapes. Lower the pressure first, find it with soapy water at low pressure, mend, test again.'
                    : 'The pressure rose more than the weather explains: the thermometer does not show the pipe, or air came in. Settle longer, test again.',
            ),
            ...($seen->run->number('baro_start_kpa') === null || $seen->run->number('baro_end_kpa') === null ? [$this->finding(
                'barometer', Severity::Watch, 'The barometer was not read at both ends; '.$words->kpa($b1).' is taken.',
                'Weather can move it by 2 kPa in a night: read it.',
            )] : []),
        ], [
            new Figure(
                'Expected at the end', 'p2 = (p1 + b1)·T2/T1 − b2', $words->kpa($expected),
                sprintf(
                    '(%s + %s)·%s/%s − %s kPa', Words::plain($p1), Words::plain($b1), Words::plain($t2 + 273.15), Words::plain($t1 + 273.15),
                    Words::plain($b2),
                ),
            ),
            new Figure('Read at the end', 'from the trace', $words->kpa($p2)),
            new Figure('Missing', 'expected − read', $words->kpa($missing), $words->kpa($expected).' − '.$words->kpa($p2)),
            new Figure(
                'That is a leak of', 'V·missing/(p_atm·t)', Words::plain($missing * $perKpa).' ± '.Words::plain($tolerance * $perKpa).' L/h of free gas',
                Words::plain($seen->section->volumeM3(), 3).' m³, '.Words::plain($hours).' h',
            ),
        ], [
            'start_kpa' => $p1, 'end_kpa' => $p2, 'start_c' => $t1, 'end_c' => $t2, 'expected_end_kpa' => $expected, 'missing_kpa' => $missing,
            'gauge_tolerance_kpa' => $tolerance, 'least_test_kpa' => $least, 'leak_l_h' => $missing * $perKpa,
            'leak_uncertainty_l_h' => $tolerance * $perKpa,
        ]);
    }

    private function least(Seen $seen, float $lowest, float $least): Finding
    {
        $fine = Compare::atLeast($lowest, $least);

        return $this->finding(
            'least', $fine ? Severity::Go : Severity::Mend, 'Lowest in the test '.implode('; ', $seen->words->kpaPair($lowest, $least, false)).' wanted.',
            $fine ? '' : 'Raise it to the test pressure, settle, test again.', $lowest, $least, $lowest - $least, Unit::KiloPascal,
        );
    }

    private function warmest(Seen $seen): Finding
    {
        $logged = array_filter($seen->trace()->c ?? [], static fn (?float $c): bool => $c !== null);
        $warmest = $logged === [] ? 0.0 : max($logged);

        return $this->finding(
            'warmest', Compare::atMost($warmest, $this->limit('warmest_c')) ? Severity::Go : Severity::Stop,
            'Warmest '.$seen->words->celsius($warmest).'; '.$seen->words->celsius($this->limit('warmest_c')).' allowed.',
            Compare::atMost($warmest, $this->limit('warmest_c')) ? '' : 'PE weakens when warm. Let the pressure down, shade the pipe, ask the engineer.',
            $warmest,
            $this->limit('warmest_c'), $this->limit('warmest_c') - $warmest, Unit::Celsius,
        );
    }
}
