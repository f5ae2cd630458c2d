<?php

declare(strict_types=1);

namespace Diastoma\Core\Rulebook;

use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Quantity\UnitSystem;
use Diastoma\Core\Rulebook\Tests\TestLimits;

/** The two rulebooks that ship. A job picks one and may tighten or, with a reason and a name, loosen each limit. */
final class Rulebooks
{
    public static function iso(): Rulebook
    {
        return Rulebook::of('iso', 1, 'ISO-metric', UnitSystem::Metric,
            [...self::shared(), ...GasketLimits::all(), ...MechanicalLimits::all(), ...TrenchLimits::all(), ...YardLimits::all(), ...ShiftLimits::all(),
                ...TestLimits::all(), ...StoryLimits::all(), ...[
                    self::limit('ef.ovality.percent', 1.5, Unit::Percent, 'Ovality that calls for re-rounding, of dn', Source::standard('DVS 2207-1')),
                    self::limit('ef.ovality.mm', 3.0, Unit::Millimetre, 'Ovality that calls for re-rounding, whichever is less', Source::commonPractice()),
                    self::limit('ef.scrape.radial_mm', 0.20, Unit::Millimetre, 'Least scrape depth, radial', Source::standard('DVS 2207-1')),
                    self::limit('ef.scrape.beyond_stab_mm', 20.0, Unit::Millimetre, 'Scrape beyond the stab depth', Source::commonPractice()),
                ]], [
                    'ef.solvents' => ['ethanol 99 % + MEK 1 %', 'isopropanol ≥ 96 %', Schools::PRESOAKED], Schools::SCRAPE_PROOF => [Schools::BY_DIAMETER],
                    Schools::TEST_WAIT => [Schools::BY_FACTOR], Schools::PAPER => ['supervisor'],
                ]);
    }

    public static function us(): Rulebook
    {
        return Rulebook::of('us', 1, 'US-customary', UnitSystem::UsCustomary,
            [...self::shared(), ...GasketLimits::all(), ...MechanicalLimits::all(), ...TrenchLimits::all(true), ...YardLimits::all(), ...ShiftLimits::all(),
                ...TestLimits::all(), ...StoryLimits::all(), ...[
                    self::limit('ef.ovality.percent', 1.5, Unit::Percent, 'Ovality that calls for re-rounding, of OD', Source::commonPractice()),
                    self::limit('ef.scrape.radial_mm', 0.1778, Unit::Millimetre, 'Least scrape depth, radial (0.007 in)', Source::commonPractice()),
                    self::limit('ef.scrape.beyond_stab_mm', 12.7, Unit::Millimetre, 'Scrape to just past the stab depth (1/2 in)', Source::fromMemory()),
                ]], [
                    'ef.solvents' => ['isopropanol ≥ 90 %', 'isopropanol ≥ 96 %', Schools::PRESOAKED, 'acetone (where the state requires it)'],
                    Schools::SCRAPE_PROOF => [Schools::BY_SCRIBE], Schools::TEST_WAIT => [Schools::BY_MAKER], Schools::PAPER => ['supervisor'],
                ]);
    }

    /** @return list<Rulebook> */
    public static function all(): array
    {
        return [self::iso(), self::us()];
    }

    public static function of(string $id): ?Rulebook
    {
        return match ($id) {
            'iso' => self::iso(),
            'us' => self::us(),
            default => null,
        };
    }

    /** @return list<Limit> limits on which both agree */
    private static function shared(): array
    {
        $practice = Source::commonPractice();

        return [
            self::limit(
                'ef.ambient.min_c', -10.0, Unit::Celsius, 'Lowest ambient temperature for fusion',
                Source::commonPractice('fitting instructions; joints are qualified over −5 … +40 °C, ISO 11413'),
            ),
            self::limit(
                'ef.ambient.max_c', 45.0, Unit::Celsius, 'Highest ambient temperature for fusion',
                Source::commonPractice('fitting instructions; joints are qualified over −5 … +40 °C, ISO 11413'),
            ),
            self::limit('ef.temperature_difference_k', 10.0, Unit::Kelvin, 'Pipe against fitting', $practice),
            self::limit('ef.mean_apart_percent', 1.0, Unit::Percent, 'Two measures of one pipe, means apart: at most', Source::fromMemory()),
            self::limit('ef.temperature_apart_k', 20.0, Unit::Kelvin, 'Pipe against fitting: at most', Source::fromMemory()),
            self::limit('ef.wash.fitting_lengths', 3.0, Unit::Times, 'Wash, in fitting lengths', $practice),
            self::limit('ef.gouge.share_percent', 10.0, Unit::Percent, 'Deepest gouge, of the wall', $practice),
            self::limit('ef.square.share_percent', 2.0, Unit::Percent, 'Out of square, of dn', Source::fromMemory()),
            self::limit('ef.stab.tolerance_mm', 3.0, Unit::Millimetre, 'Stab mark from its place', Source::fromMemory()),
            self::limit('ef.gap.small_mm', 0.5, Unit::Millimetre, 'Annular gap, dn 355 and below', $practice),
            self::limit('ef.gap.large_mm', 1.0, Unit::Millimetre, 'Annular gap above dn 355', $practice),
            self::limit('ef.gap.small_up_to_dn', 355.0, Unit::Millimetre, 'Largest dn for the small gap', $practice),
            self::limit('ef.drying_s', 120.0, Unit::Second, 'Solvent drying time', $practice),
            self::limit('ef.voltage.watch_percent', 2.0, Unit::Percent, 'Voltage off nominal: watch', Source::fromMemory()),
            self::limit('ef.voltage.stop_percent', 5.0, Unit::Percent, 'Voltage off nominal: stop', Source::fromMemory()),
            self::limit(
                'ef.resistance.percent', 10.0, Unit::Percent, 'Start resistance at 20 °C off the label, where its tolerance class is not known',
                Source::fromMemory(),
            ),
            self::limit('ef.resistance.step_percent', 4.0, Unit::Percent, 'Jump of resistance between samples', Source::fromMemory()),
            self::limit('ef.time.percent', 1.0, Unit::Percent, 'Fusion time off the corrected time', Source::fromMemory()),
            self::limit(
                'ef.energy.low_percent', 65.0, Unit::Percent, 'Least energy, of V²·t/R: copper windings that warm by 200 K draw 26 % less',
                Source::fromMemory(),
            ),
            self::limit(
                'ef.test_factor', 4.0, Unit::Times, 'Wait before pressure test, in cooling times', Source::commonPractice("or the fitting maker's table"),
            ),
            self::limit('ef.generator.efficiency_percent', 80.0, Unit::Percent, 'Control unit efficiency times power factor', Source::fromMemory()),
            self::limit('ef.cable.drop_percent', 5.0, Unit::Percent, 'Voltage lost on a longer fusion lead', Source::fromMemory()),
            self::limit('ef.gap.preheated_mm', 2.0, Unit::Millimetre, 'Gap after preheating a side: must be less', $practice),
            self::limit('ef.saddle.gap_mm', 0.05, Unit::Millimetre, 'Gap under a saddle: the thinnest feeler finds none', Source::fromMemory()),
            self::limit('ef.branch.least_min', 5.0, Unit::Minute, 'Test of saddle and branch: at least', Source::fromMemory()),
            self::limit('ef.spool.gap_max_mm', 10.0, Unit::Millimetre, 'Gap between spool and main, each end: at most', Source::fromMemory()),
            self::limit('ef.spool.gap_min_mm', 2.0, Unit::Millimetre, 'Gap between spool and main, each end: at least', Source::fromMemory()),
            self::limit('ef.spool.centre_mm', 3.0, Unit::Millimetre, 'Slip coupler off its centring mark', Source::fromMemory()),
            self::limit(
                'ef.reference_c', 23.0, Unit::Celsius, "Reference temperature of the label's fusion time",
                Source::fromMemory('ISO 13950', "20 or 23 °C as the label's scheme says"),
            ),
        ];
    }

    private static function limit(string $id, float $value, Unit $unit, string $title, Source $source): Limit
    {
        return new Limit($id, $value, $unit, $source, $title);
    }
}
