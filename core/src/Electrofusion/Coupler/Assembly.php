<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Coupler;

use Diastoma\Core\Electrofusion\Energy;
use Diastoma\Core\Electrofusion\Rules\LabelAgrees;
use Diastoma\Core\Label\FusionLabel;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Rule;
use Diastoma\Core\Rulebook\Rules\Confirmed;
use Diastoma\Core\Rulebook\Rules\NumberAtLeast;
use Diastoma\Core\Rulebook\Rules\NumberAtMost;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** Putting pipe and fitting together, power, and the label. */
final class Assembly
{
    /** @return list<Step> */
    public static function steps(Situation $s): array
    {
        return [self::assemble($s), self::power(), self::label($s)];
    }

    private static function gapLimitId(Situation $s): string
    {
        return $s->facts->number('dn_mm') <= $s->limit('ef.gap.small_up_to_dn') ? 'ef.gap.small_mm' : 'ef.gap.large_mm';
    }

    private static function assemble(Situation $s): Step
    {
        $limit = self::gapLimitId($s);

        /** @var array<string, list<Rule>> $rules by the limit that applies to the size */
        static $rules = [];
        $rules[$limit] ??= self::assembleRules($limit);

        return new Step('assemble', 'Assemble', 'Take the fitting out of its bag now, push both ends to their marks, clamp and align without stress. Feel the gap all round.', [
            ReadingSpec::yesNo('fresh_from_bag', 'Fitting in its closed bag until now?'),
            ReadingSpec::yesNo('marks_at_edge', "Both stab marks at the fitting's edge?"),
            ReadingSpec::series('gap_a_mm', 'End A: gap by feeler, from 12 o\'clock', Unit::Millimetre, 0, 20, [4, 8], 'gap_ring'),
            ReadingSpec::series('gap_b_mm', 'End B: gap by feeler, from 12 o\'clock', Unit::Millimetre, 0, 20, [4, 8], 'gap_ring'),
            ReadingSpec::yesNo('clamped', 'Alignment clamp on and tight?'),
            ReadingSpec::yesNo('aligned', 'Level on top and on the side, free of stress?'),
        ], $rules[$limit], ['No hammering, no wedging. Fingers out between fitting and clamp.'], ['limit_mm' => $s->limit($limit), 'dn_mm' => $s->facts->number('dn_mm')]);
    }

    /** @return list<Rule> */
    private static function assembleRules(string $limit): array
    {
        return [
            self::yes('ef.bag', 'fresh_from_bag', 'Fresh from its bag.', 'The fitting lay open.', 'Clean the bore with the solvent and let it dry.', Severity::Mend),
            self::yes('ef.insertion', 'marks_at_edge', 'Both pipes fully in.', 'A pipe is not fully in.', 'Do not fuse. Take it apart, clean again and push both ends to their marks.', Severity::Stop, 'Bare coil overheats; melt escapes and can ignite.'),
            ...array_map(static fn (string $end): Rule => new NumberAtMost(
                "ef.gap.{$end}", ["gap_{$end}_mm"],
                static function (Situation $s) use ($end): ?float {
                    $gaps = $s->readings->series("gap_{$end}_mm");

                    return $gaps === null || $gaps === [] ? null : max($gaps);
                },
                $limit, 'End '.strtoupper($end).': largest gap', 'Take it apart. Re-round or change the pipe end; never fill the gap and never wedge.', Severity::Mend, 'Melt must bridge the gap before it can press and fuse.',
            ), ['a', 'b']),
            self::yes('ef.clamped', 'clamped', 'Clamped.', 'Not clamped.', 'Put the alignment clamp on: the joint may not move until it has cooled.', Severity::Mend),
            self::yes('ef.aligned', 'aligned', 'Aligned without stress.', 'Out of line or under stress.', 'Support and align the pipes, then clamp again.', Severity::Mend),
        ];
    }

    private static function power(): Step
    {
        /** @var ?Step $step nothing in it depends on the joint */
        static $step = null;

        return $step ??= new Step('power', 'Power', 'Fuel for the whole weld, engine warm and steady, before the leads go on.', [
            ReadingSpec::number('generator_kva', 'Generator size', Unit::KiloVoltAmpere, 0.1, 500, 'As its plate says'),
            ReadingSpec::yesNo('fuel_ok', 'Fuel for the whole weld and voltage steady?'),
            ReadingSpec::yesNo('leads_ok', 'Leads clean and dry, not over an edge or in mud?'),
        ], [
            self::yes('ef.fuel', 'fuel_ok', 'Supply ready.', 'The supply may fail during the weld.', 'Fill up, warm the engine, take other loads off.', Severity::Mend, 'An interrupted weld is lost.'),
            self::yes('ef.leads', 'leads_ok', 'Leads sound.', 'Leads dirty, wet or damaged.', 'Clean, dry and lay them clear.', Severity::Mend),
        ], ['Live leads: never plug or unplug under load, never in water.']);
    }

    private static function label(Situation $s): Step
    {
        $label = LabelAgrees::label($s);
        $guide = $label === null ? [] : ['code' => $label->code, 'fields' => $label->fields(), 'source' => FusionLabel::source()->tag()];

        /** @var ?list<Rule> $rules */
        static $rules = null;
        $rules ??= self::labelRules();

        return new Step('label', 'Label', 'Scan the bar code on the fitting, or type its 24 digits. Then enter what is printed in plain figures beside it.', [
            ReadingSpec::code('label_code', 'Bar code, 24 digits', 'The scanner types them by itself', static fn (string $code): string => FusionLabel::of($code)->code),
            ReadingSpec::number('printed_dn_mm', 'Printed size dn', Unit::Millimetre, 16, 2000, '', 'label_card'),
            ReadingSpec::number('printed_voltage_v', 'Printed fusion voltage', Unit::Volt, 8, 80, '', 'label_card'),
            ReadingSpec::number('printed_fusion_time_s', 'Printed fusion time', Unit::Second, 10, 9999, '', 'label_card'),
            ReadingSpec::number('printed_cooling_min', 'Printed cooling time', Unit::Minute, 1, 600, 'Only printed: the bar code does not carry it', 'label_card'),
            ReadingSpec::number('printed_correction_percent_per_k', 'Printed time correction, % per K', Unit::Percent, 0, 2, 'Leave out when the label gives none', 'label_card')->optional(),
        ], $rules, [], [...$guide, 'corrected_time_s' => Coupler::correctedTimeS($s)]);
    }

    /** @return list<Rule> */
    private static function labelRules(): array
    {
        return [
            new LabelAgrees('diameter'), new LabelAgrees('voltage'), new LabelAgrees('time'),
            new NumberAtLeast('ef.generator', ['generator_kva', 'label_code', 'printed_voltage_v'], static fn (Situation $s): ?float => self::kvaNeeded($s) === null ? null : $s->readings->number('generator_kva'), 'ef.generator.efficiency_percent', 'Generator', 'Take a larger generator.', Severity::Mend, 'Power at the start is V²/R, divided by efficiency and power factor.',
                static fn (Situation $s): float => self::kvaNeeded($s) ?? 0.0, Unit::KiloVoltAmpere),
        ];
    }

    private static function kvaNeeded(Situation $s): ?float
    {
        $label = LabelAgrees::label($s);
        $volts = $s->readings->number('printed_voltage_v');
        if ($label === null || $volts === null || $label->resistanceOhm() <= 0.0) {
            return null;
        }

        return Energy::of($volts, $label->resistanceOhm(), 1.0)->powerW / 1000 / ($s->limit('ef.generator.efficiency_percent') / 100);
    }

    private static function yes(string $id, string $reading, string $yes, string $no, string $todo, Severity $otherwise, string $why = ''): Rule
    {
        return new Confirmed($id, $reading, $yes, $no, $todo, $otherwise, Source::commonPractice(), $why);
    }
}
