<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Coupler;

use Diastoma\Core\Electrofusion\Energy;
use Diastoma\Core\Electrofusion\Rules\EndedByUnit;
use Diastoma\Core\Electrofusion\Rules\LabelAgrees;
use Diastoma\Core\Electrofusion\Rules\NotBefore;
use Diastoma\Core\Electrofusion\Rules\PreparedBeforeFusion;
use Diastoma\Core\Electrofusion\Rules\VoltageHeld;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Rulebook\Rule;
use Diastoma\Core\Rulebook\Rules\Confirmed;
use Diastoma\Core\Rulebook\Rules\NumberAtLeast;
use Diastoma\Core\Rulebook\Rules\NumberAtMost;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** The fusion itself, cooling, release, and the look at the cold joint. */
final class Fusing
{
    /** @return list<Step> */
    public static function steps(Situation $s, PreparedBeforeFusion $prepared): array
    {
        return [self::fuse($s, $prepared), self::cool(), self::release(), self::look()];
    }

    private static function fuse(Situation $s, PreparedBeforeFusion $prepared): Step
    {
        /** @var ?list<Rule> $rules */
        static $rules = null;
        $rules ??= self::traceRules();

        return new Step('fuse', 'Fuse', 'Plug on, check what the unit shows against the label, start. Keep clear until it has ended.', [
            ReadingSpec::record('fusion', 'Record of the control unit', 'fusion_trace'),
        ], [
            $prepared,
            ...$rules,
        ], [
            'Hot melt and live leads: stay a metre back while it fuses. Melt, smoke or flame: stop the unit.',
            'The fitting maker\'s instructions govern over every figure here.',
        ], ['voltage_v' => $s->readings->number('printed_voltage_v'), 'time_s' => Coupler::correctedTimeS($s), 'resistance_ohm' => LabelAgrees::label($s)?->resistanceOhm()]);
    }

    /** @return list<Rule> */
    private static function traceRules(): array
    {
        return [
            new EndedByUnit,
            new NumberAtMost('ef.fusion.time', ['fusion', 'printed_fusion_time_s'], self::timeOff(...), 'ef.time.percent', 'Fusion time off the corrected time by', 'Cut the joint out, unless the maker allows one repeat after full cooling.', Severity::Stop, 'Too short, and the melt never pressed; too long, and it ran out.', null, null, 1.0),
            new VoltageHeld,
            new NumberAtMost('ef.fusion.resistance', ['fusion', 'label_code'], self::resistanceOff(...), 'ef.resistance.percent', 'Start resistance at 20 °C off the label by', 'Not this fitting, or a poor contact. Cut the joint out; measure the next fitting cold.', Severity::Stop),
            new NumberAtMost('ef.fusion.step', ['fusion'], static fn (Situation $s): ?float => self::figure($s, 'r_step_percent'), 'ef.resistance.step_percent', 'Largest jump of resistance', 'Turns touched or a contact moved: cut the joint out.', Severity::Stop, 'A jump means shorted turns or a pipe not fully in.'),
            new NumberAtLeast('ef.fusion.energy', ['fusion', 'label_code'], self::energyShare(...), 'ef.energy.low_percent', 'Energy, of nominal,', 'Too little heat went in: cut the joint out.', Severity::Stop, 'Windings that warm draw less than V²·t/R; less than this is a fault.'),
        ];
    }

    private static function cool(): Step
    {
        /** @var ?Step $step nothing in it depends on the joint */
        static $step = null;

        return $step ??= new Step('cool', 'Cool', 'Nobody moves the pipes, nothing leans on them, no water to cool them. Write the release time on the fitting.', [
            ReadingSpec::yesNo('release_written', 'Release time written on the fitting?'),
        ], [
            new Confirmed('ef.release_written', 'release_written', 'Release time is on the fitting.', 'Nobody can see on the fitting when it may be released.', 'Write it there now.', Severity::Mend, Source::commonPractice()),
        ], ['The fitting is hot: gloves.']);
    }

    private static function release(): Step
    {
        /** @var ?Step $step nothing in it depends on the joint */
        static $step = null;

        return $step ??= new Step('release', 'Release', 'When the release time has come: clamps off.', [
            ReadingSpec::yesNo('undisturbed', 'Undisturbed the whole time?'),
            ReadingSpec::now('released_at', 'Clamps off'),
        ], [
            new Confirmed('ef.undisturbed', 'undisturbed', 'Cooled undisturbed.', 'It was moved while it cooled.', 'Cut the joint out.', Severity::Stop, Source::commonPractice(), 'A melt that moves while it sets tears inside.'),
            new NotBefore('ef.cooling', 'released_at', static fn (Situation $s): ?\DateTimeImmutable => Coupler::coolingClocks($s)?->releaseAt, 'Released', 'The joint is lost: cut it out.', Severity::Stop, Source::maker('cooling time printed on the fitting'), 'No clamp comes off before the cooling time has run.'),
        ]);
    }

    private static function look(): Step
    {
        /** @var ?Step $step nothing in it depends on the joint */
        static $step = null;

        return $step ??= new Step('look', 'Look at it', 'Look at the cold joint all round.', [
            ReadingSpec::yesNo('indicators_up', 'Melt indicators up on both sides?'),
            ReadingSpec::yesNo('no_melt_outside', 'No melt outside the fitting?'),
            ReadingSpec::yesNo('marks_still_at_edge', 'Marks still at the edge?'),
            ReadingSpec::yesNo('still_aligned', 'Still in line?'),
        ], [
            self::yes('ef.indicators', 'indicators_up', 'Indicators up.', 'A melt indicator did not come up.', 'Cut the joint out: no melt pressure was built up.'),
            self::yes('ef.melt', 'no_melt_outside', 'No melt outside.', 'Melt came out.', 'Cut the joint out: the coil lay bare or the gap was too large.'),
            self::yes('ef.marks_after', 'marks_still_at_edge', 'Marks still at the edge.', 'A pipe has moved out.', 'Cut the joint out.'),
            self::yes('ef.aligned_after', 'still_aligned', 'Still in line.', 'Out of line now.', 'Cut the joint out: it moved while it was melt.'),
        ], ['A release of clamps can let stressed pipes spring: stand clear.']);
    }

    private static function figure(Situation $s, string $key): ?float
    {
        $value = $s->readings->record('fusion')[$key] ?? null;

        return is_int($value) || is_float($value) ? (float) $value : null;
    }

    private static function timeOff(Situation $s): ?float
    {
        $wanted = Coupler::correctedTimeS($s);
        $ran = self::figure($s, 'duration_s');

        return $wanted === null || $ran === null ? null : 100 * abs($ran - $wanted) / $wanted;
    }

    private static function resistanceOff(Situation $s): ?float
    {
        $label = LabelAgrees::label($s)?->resistanceOhm();
        $start = self::figure($s, 'r_start_20_ohm');

        return $label === null || $label <= 0.0 || $start === null ? null : 100 * abs($start - $label) / $label;
    }

    private static function energyShare(Situation $s): ?float
    {
        $label = LabelAgrees::label($s);
        $volts = $s->readings->number('printed_voltage_v');
        $time = Coupler::correctedTimeS($s);
        $got = self::figure($s, 'energy_kj');
        if ($label === null || $label->resistanceOhm() <= 0.0 || $volts === null || $time === null || $got === null) {
            return null;
        }

        return 100 * $got / Energy::of($volts, $label->resistanceOhm(), $time)->energyKj;
    }

    private static function yes(string $id, string $reading, string $yes, string $no, string $todo): Rule
    {
        return new Confirmed($id, $reading, $yes, $no, $todo, Severity::Stop, Source::commonPractice());
    }
}
