<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Steps;

use Diastoma\Core\Electrofusion\Energy;
use Diastoma\Core\Electrofusion\LargeBore\GapClosed;
use Diastoma\Core\Electrofusion\LargeBore\Sides;
use Diastoma\Core\Electrofusion\Rules\EndedByUnit;
use Diastoma\Core\Electrofusion\Rules\PreparedBeforeFusion;
use Diastoma\Core\Electrofusion\Rules\RepeatedOnce;
use Diastoma\Core\Electrofusion\Rules\TraceLooks;
use Diastoma\Core\Electrofusion\Rules\VoltageHeld;
use Diastoma\Core\Electrofusion\Weld;
use Diastoma\Core\Procedure\Gate;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Rules\InDate;
use Diastoma\Core\Procedure\Rules\NumberAtLeast;
use Diastoma\Core\Procedure\Rules\NumberAtMost;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** A fusion on the control unit and what its trace must show. */
final class Fusing
{
    /** @param  list<Step>  $before  every step that must be in order when it starts */
    public static function step(Situation $s, Weld $weld, array $before, string $title = 'Fuse', ?Gate $gate = null, string $group = ''): Step
    {
        $interrupted = ! $weld->isPreheat && $weld->diagnosedClass($s)?->mayBeRepeated() === true;
        $repeat = $interrupted || $s->readings->has($weld->key('maker_allows_repeat'))
            ? [ReadingSpec::yesNo(
                $weld->key('maker_allows_repeat'), "Does the fitting maker's own rule allow one repeat after full cooling?",
                'Only with the rule in your hand',
            )->optional()] : [];

        return new Step($weld->key('fuse'), $title, 'Connect the leads, check what the unit shows against the label, start. Keep clear until it has ended.', [
            ReadingSpec::record($weld->recordKey(), 'Record of the control unit', 'fusion_trace'), ...$repeat,
        ], [...($weld->isPreheat ? [] : [new PreparedBeforeFusion($weld, $before)]), ...self::rules($weld)], [
            'Hot melt and live leads: stay a metre back while it fuses. Melt, smoke or flame: stop the unit.',
            'The fitting maker\'s instructions govern over every figure here.',
        ], static fn (): array => self::guide($s, $weld), gate: $gate, group: $group);
    }

    /** @return array<string, mixed> what the control unit's panel draws */
    public static function guide(Situation $s, Weld $weld): array
    {
        $side = $weld->isPreheat ? Sides::sideOf($weld) : null;
        $times = $s->readings->times($weld->recordKey());

        return [
            'record' => $weld->recordKey(), 'voltage_v' => $weld->voltageV($s), 'time_s' => $weld->correctedTimeS($s),
            'resistance_ohm' => $weld->resistanceOhm($s),
            'diagnosis' => $s->readings->record($weld->recordKey())['diagnosis'] ?? null, 'times' => $times,
            'heat' => self::heat($s, $weld), 'voltage_band_percent' => $s->limit('ef.voltage.stop_percent'),
            'may_repeat' => $side !== null ? $times > 0 && $weld->preheatRefused($s, Sides::gapIsOpen($s, $side)) === ''
                : $times === 1 && $weld->diagnosedClass($s)?->mayBeRepeated() === true && $s->readings->yes($weld->key('maker_allows_repeat')) === true,
            'settles' => $side === null ? [] : array_map(GapClosed::of(...), array_keys(Sides::gaps($side))),
        ];
    }

    /**
     * What the heat model needs of this weld; null where it does not apply (saddles, restraints, preheats) or is not known yet.
     *
     * The fitting's wall is taken as 1.2 × the pipe's and the heated length as two thirds of the fitting, or of its half for one side: from memory.
     *
     * @return array<string, float>|null inputs of heat.coupler
     */
    private static function heat(Situation $s, Weld $weld): ?array
    {
        $length = $s->readings->number('fitting_length_mm');
        $volts = $weld->voltageV($s);
        $ohms = $weld->resistanceOhm($s);
        $time = $weld->correctedTimeS($s);
        $ambient = $s->readings->number('ambient_c');
        if ($length === null || $volts === null || $ohms === null || $time === null || $ambient === null || $weld->couplerShare <= 0.0) {
            return null;
        }
        $gaps = [...$s->readings->series('gap_a_mm') ?? [], ...$s->readings->series('gap_b_mm') ?? []];

        return [
            'dn_mm' => $s->facts->number('dn_mm'), 'pipe_wall_mm' => $s->facts->number('wall_mm'),
            'fitting_wall_mm' => round(1.2 * $s->facts->number('wall_mm'), 1), 'heated_length_mm' => round($length * 2 / 3 * $weld->couplerShare, 1),
            'voltage_v' => $volts, 'resistance_ohm' => $ohms, 'time_s' => $time, 'ambient_c' => $ambient, 'gap_mm' => $gaps === [] ? 0.2 : max($gaps),
        ];
    }

    /** @return list<Rule> what a trace must show, whatever is fused */
    public static function rules(Weld $weld): array
    {
        /** @var array<string, list<Rule>> $rules by the weld */
        static $rules = [];
        $record = $weld->recordKey();
        $code = $weld->key('label_code');

        if ($weld->isPreheat) {
            return $rules[$weld->name] ??= [self::operator($weld), new EndedByUnit($weld), new TraceLooks($weld), new VoltageHeld($weld)];
        }

        return $rules[$weld->name] ??= [
            self::operator($weld), new EndedByUnit($weld),
            new TraceLooks($weld),
            new NumberAtMost(
                $weld->rule('fusion.time'), [$record, $weld->key('printed_fusion_time_s')], static fn (Situation $s): ?float => self::timeOff($s, $weld),
                'ef.time.percent', 'Fusion time off the corrected time by', 'Cut the joint out, unless the maker allows one repeat after full cooling.',
                Severity::Stop, 'Too short, and the melt never pressed; too long, and it ran out.', null, null, 1.0,
            ),
            new VoltageHeld($weld),
            new NumberAtMost(
                $weld->rule('fusion.resistance'), [$record, $code], static fn (Situation $s): ?float => self::resistanceOff($s, $weld),
                'ef.resistance.percent', 'Start resistance at 20 °C off the label by',
                'Not this fitting, or a poor contact. Cut the joint out; measure the next fitting cold.', Severity::Stop,
            ),
            new NumberAtMost(
                $weld->rule('fusion.step'), [$record], static fn (Situation $s): ?float => $weld->figure($s, 'r_step_percent'),
                'ef.resistance.step_percent', 'Largest jump of resistance', 'Turns touched or a contact moved: cut the joint out.', Severity::Stop,
                'A jump means shorted turns or a pipe not fully in.',
            ),
            new NumberAtLeast(
                $weld->rule('fusion.energy'), [$record, $code], static fn (Situation $s): ?float => self::energyShare($s, $weld), 'ef.energy.low_percent',
                'Energy, of nominal,', 'Too little heat went in: cut the joint out.', Severity::Stop,
                'Windings that warm draw less than V²·t/R; less than this is a fault.',
            ),
            new RepeatedOnce($weld),
        ];
    }

    /** The certificate judged is that of whoever fused. */
    private static function operator(Weld $weld): Rule
    {
        return new InDate(
            $weld->rule('fusion.operator'), $weld->recordKey(), 'operator', 'certificate_until', 'Fusion certificate',
            $weld->isPreheat ? 'A fusion operator with a certificate in date must heat and fuse this joint.'
                : 'This joint was not fused by a certified operator. Cut it out, or have the inspector decide.',
            Source::commonPractice(),
        );
    }

    private static function timeOff(Situation $s, Weld $weld): ?float
    {
        $wanted = $weld->correctedTimeS($s);
        $ran = $weld->figure($s, 'duration_s');

        return $wanted === null || $ran === null ? null : 100 * abs($ran - $wanted) / $wanted;
    }

    private static function resistanceOff(Situation $s, Weld $weld): ?float
    {
        $label = $weld->resistanceOhm($s);
        $start = $weld->figure($s, 'r_start_20_ohm');

        return $label === null || $start === null ? null : 100 * abs($start - $label) / $label;
    }

    private static function energyShare(Situation $s, Weld $weld): ?float
    {
        $ohms = $weld->resistanceOhm($s);
        $volts = $weld->voltageV($s);
        $time = $weld->correctedTimeS($s);
        $got = $weld->figure($s, 'energy_kj');
        if ($ohms === null || $volts === null || $time === null || $got === null) {
            return null;
        }

        return 100 * $got / Energy::of($volts, $ohms, $time)->energyKj;
    }
}
