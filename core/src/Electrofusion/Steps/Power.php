<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Steps;

use Diastoma\Core\Electrofusion\Energy;
use Diastoma\Core\Electrofusion\Supply;
use Diastoma\Core\Electrofusion\Weld;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Rules\NumberAtLeast;
use Diastoma\Core\Procedure\Rules\NumberAtMost;
use Diastoma\Core\Procedure\Shared;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** Generator, fuel, leads and cable, for the weld of a procedure that draws most. */
final class Power
{
    /** @param  non-empty-list<Weld>  $welds */
    public static function step(array $welds): Step
    {
        /** @var array<string, Step> $steps by the welds; nothing else in it depends on the joint */
        static $steps = [];

        return $steps[implode(
            ',', array_map(static fn (Weld $w): string => $w->name, $welds),
        )] ??= new Step('power', 'Power', 'Fuel for the whole work, engine warm and steady, before the leads go on.', [
            ReadingSpec::number('generator_kva', 'Generator size', Unit::KiloVoltAmpere, 0.1, 500, 'As its plate says')->shared(Shared::Unit),
            ReadingSpec::number('cable_m', 'Extra fusion lead, one way', Unit::Metre, 0, 200, 'Only when the leads were made longer')->optional()
                ->shared(Shared::Unit),
            ReadingSpec::number('cable_mm2', 'Its copper section', Unit::SquareMillimetre, 0.5, 300)->optional()->shared(Shared::Unit),
            ReadingSpec::yesNo('fuel_ok', 'Fuel for the whole weld and voltage steady?')->shared(Shared::Unit),
            ReadingSpec::yesNo('leads_ok', 'Leads clean and dry, not over an edge or in mud?')->shared(Shared::Unit),
        ], self::rules($welds), ['Live leads: never plug or unplug under load, never in water.']);
    }

    /**
     * @param  non-empty-list<Weld>  $welds
     * @return list<Rule>
     */
    private static function rules(array $welds): array
    {
        return [
            new Confirmed(
                'ef.fuel', 'fuel_ok', 'Supply ready.', 'The supply may fail during the weld.', 'Fill up, warm the engine, take other loads off.',
                Severity::Mend, Source::commonPractice(), 'An interrupted weld is lost.',
            ),
            new Confirmed(
                'ef.leads', 'leads_ok', 'Leads sound.', 'Leads dirty, wet or damaged.', 'Clean, dry and lay them clear.', Severity::Mend,
                Source::commonPractice(),
            ),
            new NumberAtLeast('ef.generator', [
                'generator_kva', $welds[0]->key('label_code'), $welds[0]->key('printed_voltage_v'),
            ], static fn (Situation $s): ?float => self::kvaNeeded($s, $welds) === null ? null
                : $s->readings->number('generator_kva'), 'ef.generator.efficiency_percent', 'Generator', 'Take a larger generator.', Severity::Mend,
                'Power at the start is V²/R, divided by efficiency and power factor.',
                static fn (Situation $s): float => self::kvaNeeded($s, $welds) ?? 0.0, Unit::KiloVoltAmpere),
            new NumberAtMost(
                'ef.cable_drop', ['cable_m', 'cable_mm2', $welds[0]->key('label_code')], static fn (Situation $s): ?float => self::dropPercent($s, $welds),
                'ef.cable.drop_percent', 'The longer lead takes, of the fusion voltage,', 'Shorten the lead or take thicker copper.', Severity::Mend,
                'What the lead loses does not heat the joint: drop = 2·ρ·length/section·I [IEC 60028].',
            ),
        ];
    }

    /** @param  non-empty-list<Weld>  $welds */
    private static function kvaNeeded(Situation $s, array $welds): ?float
    {
        return $s->once('kva', static function () use ($s, $welds): ?float {
            $most = null;
            foreach ($welds as $weld) {
                $volts = $weld->voltageV($s);
                $ohms = $weld->resistanceOhm($s);
                if ($volts !== null && $ohms !== null) {
                    $most = max($most ?? 0.0, Energy::of($volts, $ohms, 1.0)->powerW / 1000 / ($s->limit('ef.generator.efficiency_percent') / 100));
                }
            }

            return $most;
        });
    }

    /** @param  non-empty-list<Weld>  $welds */
    private static function dropPercent(Situation $s, array $welds): ?float
    {
        $length = $s->readings->number('cable_m');
        $section = $s->readings->number('cable_mm2');
        if ($length === null || $section === null) {
            return null;
        }
        $most = null;
        foreach ($welds as $weld) {
            $volts = $weld->voltageV($s);
            $ohms = $weld->resistanceOhm($s);
            if ($volts !== null && $ohms !== null) {
                $most = max($most ?? 0.0, 100 * Supply::of($volts, $ohms, $length, $section, 1.0, 1.0)->cableDropV / $volts);
            }
        }

        return $most;
    }
}
