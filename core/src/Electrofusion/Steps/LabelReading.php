<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Steps;

use Diastoma\Core\Electrofusion\Rules\FittingFits;
use Diastoma\Core\Electrofusion\Rules\LabelAgrees;
use Diastoma\Core\Electrofusion\Rules\UnitShows;
use Diastoma\Core\Electrofusion\Weld;
use Diastoma\Core\Label\FusionLabel;
use Diastoma\Core\Label\TraceabilityCode;
use Diastoma\Core\Pipe\Tables\FusionPartners;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Rules\AgainstFigure;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Schools;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** The label of one weld: its code, what is printed beside it, and what the control unit shows; and whether the fitting suits the pipe. */
final class LabelReading
{
    public const BY_CODE = 'bar code';

    /** Ways of telling the unit what to do where there is no code that reads. */
    public const WITHOUT_CODE = ['identification resistor', 'typed from the printed label'];

    /** The label of the fitting itself. */
    public static function step(Situation $s, Weld $weld, string $id = 'label', string $title = 'Label'): Step
    {

        /** @var array<string, list<ReadingSpec>> $specs by the weld and the way: nothing else in them depends on the joint */
        static $specs = [];
        $printedWait = Schools::waitIsPrinted($s->rulebook);
        $kept = $weld->name.$s->readings->text($weld->key('label_way')).($printedWait ? '+' : '');
        $wait = ReadingSpec::number(
            $weld->key('printed_test_wait_min'), 'Printed wait before a pressure test', Unit::Minute, 1, 5000,
            "On the label or in the maker's table; it governs over the rulebook's", 'label_card',
        );
        $specs[$kept] ??= [
            ...self::codeReadings($s, $weld),
            ReadingSpec::number($weld->key('printed_dn_mm'), 'Printed size dn', Unit::Millimetre, 16, 2000, '', 'label_card'),
            ...self::printed($weld),
            ReadingSpec::number(
                $weld->key('printed_cooling_min'), 'Printed cooling time', Unit::Minute, 1, 600, 'Only printed: the bar code does not carry it',
                'label_card',
            ),
            ...self::shown($weld),
            ReadingSpec::choice('fitting_material', 'Printed material', array_keys(FusionPartners::MATERIALS)),
            ReadingSpec::number('fitting_sdr_from', 'For pipes from SDR', Unit::None, 5, 41, 'The smallest SDR printed on the fitting'),
            ReadingSpec::number('fitting_sdr_to', 'to SDR', Unit::None, 5, 41, 'The largest SDR printed on the fitting'),
            $printedWait ? $wait : $wait->optional(),
            ReadingSpec::number($weld->key('printed_backfill_wait_min'), 'Printed wait before backfill', Unit::Minute, 1, 5000)->optional(),
            ReadingSpec::number($weld->key('printed_pull_wait_min'), 'Printed wait before pulling', Unit::Minute, 1, 5000)->optional(),
            ReadingSpec::code(
                'trace_code', 'Traceability code', '26 digits, or 16 characters on US gas parts',
                static fn (string $code): string => TraceabilityCode::of($code)->code,
            )->optional(),
        ];

        return new Step(
            $id, $title,
            'Scan the bar code on the fitting, by scanner, camera or picture, or type its 24 digits. Then enter what is printed in plain figures beside '
                .'it, and what the control unit shows.',
            array_map(self::stays(...), $specs[$kept]), self::rules($weld, true), [], static fn (): array => self::guide($s, $weld),
        );
    }

    /** A label that only says how to heat: a preheat, or a restraint. */
    public static function shortStep(Situation $s, Weld $weld, string $id, string $title, string $instruction): Step
    {
        return new Step($id, $title, $instruction, array_map(self::stays(...), [
            ...self::codeReadings($s, $weld), ...self::printed($weld),
            $weld->isPreheat
                ? ReadingSpec::number(
                    $weld->key('precool_min'), 'Printed pre-cooling time', Unit::Minute, 0.5, 240, 'Wait after the preheat before the gap is felt',
                )
                : ReadingSpec::number($weld->key('printed_cooling_min'), 'Printed cooling time', Unit::Minute, 1, 600),
            ...self::shown($weld),
        ]), self::rules($weld, false), [], static fn (): array => self::guide($s, $weld));
    }

    /** What is printed on the fitting can still be read after the fusion; what the unit showed cannot. */
    private static function stays(ReadingSpec $spec): ReadingSpec
    {
        return str_contains($spec->key, 'unit_shows') ? $spec : $spec->visible();
    }

    /** @return list<ReadingSpec> */
    private static function codeReadings(Situation $s, Weld $weld): array
    {
        $way = $s->readings->text($weld->key('label_way'));
        $coded = $way === null || $way === self::BY_CODE;
        $code = ReadingSpec::code(
            $weld->key('label_code'), 'Bar code, 24 digits', 'The scanner types them by itself',
            static fn (string $code): string => FusionLabel::of($code)->code,
        );
        $ohms = ReadingSpec::number(
            $weld->key('printed_resistance_ohm'), 'Printed resistance', Unit::Ohm, 0.05, 100, 'Where no code carries it', 'label_card',
        )->optional();

        return [
            $coded ? $code : $code->optional(),
            ReadingSpec::choice(
                $weld->key('label_way'), 'The unit gets its figures by', [self::BY_CODE, ...self::WITHOUT_CODE],
                'Without a code that reads: the resistor in the terminal, or voltage and time typed in',
            )->optional(),
            ...($coded ? [] : [$ohms]),
        ];
    }

    /** @return list<ReadingSpec> */
    private static function printed(Weld $weld): array
    {
        return [
            ReadingSpec::number($weld->key('printed_voltage_v'), 'Printed fusion voltage', Unit::Volt, 8, 80, '', 'label_card'),
            ReadingSpec::number(
                $weld->key('printed_fusion_time_s'), $weld->isPreheat ? 'Printed preheat time' : 'Printed fusion time', Unit::Second, 10, 9999, '',
                'label_card',
            ),
            ReadingSpec::number(
                $weld->key('printed_correction_percent_per_k'), 'Printed time correction, % per K', Unit::Percent, 0, 2,
                'Leave out when the label gives none', 'label_card',
            )->optional(),
        ];
    }

    /** @return list<ReadingSpec> */
    private static function shown(Weld $weld): array
    {
        return [
            ReadingSpec::number($weld->key('unit_shows_voltage_v'), 'The unit shows: voltage', Unit::Volt, 8, 80, '', 'label_card'),
            ReadingSpec::number(
                $weld->key('unit_shows_time_s'), 'The unit shows: time', Unit::Second, 10, 9999, 'After its own temperature correction', 'label_card',
            ),
        ];
    }

    /** @return list<Rule> */
    private static function rules(Weld $weld, bool $whole): array
    {
        /** @var array<string, list<Rule>> $rules by the weld */
        static $rules = [];

        return $rules[$weld->name.($whole ? '+' : '')] ??= [
            ...($whole ? [new LabelAgrees($weld, 'diameter')] : []), new LabelAgrees($weld, 'voltage'), new LabelAgrees($weld, 'time'),
            new UnitShows($weld, 'voltage'), new UnitShows($weld, 'time'), ...($weld->isPreheat ? [] : [self::coolsLonger($weld)]),
            ...($whole ? [
                new FittingFits('material'), new FittingFits('sdr'),
                new AgainstFigure(
                    $weld->rule('test_wait'), $weld->key('printed_test_wait_min'), AgainstFigure::AT_LEAST,
                    static fn (Situation $s): ?float => $s->readings->number($weld->key('printed_cooling_min')), Unit::Minute,
                    Source::commonPractice('no test before full cooling'), 'Printed wait before a pressure test',
                    'Read it again: no joint is tested before it has cooled.',
                ),
            ] : []),
        ];
    }

    /** No joint cools in less time than it was heated: a shorter time is a slip of the pen, and every wait follows from it. */
    private static function coolsLonger(Weld $weld): Rule
    {
        return new AgainstFigure(
            $weld->rule('cooling_printed'), $weld->key('printed_cooling_min'), AgainstFigure::AT_LEAST,
            static fn (Situation $s): ?float => ($time = $s->readings->number($weld->key('printed_fusion_time_s'))) === null ? null : $time / 60,
            Unit::Minute, Source::fromMemory('', 'no joint cools in less time than it was heated'), 'Printed cooling time',
            'Read it again off the fitting: in minutes, and not the fusion time.', Severity::Mend, 'Clamps and test wait for it.',
        );
    }

    /** @return array<string, mixed> */
    private static function guide(Situation $s, Weld $weld): array
    {
        $label = $weld->label($s);
        $trace = $s->readings->text('trace_code');

        return [
            'code' => $label?->code, 'fields' => $label?->fields(), 'source' => FusionLabel::source()->tag(),
            'trace_fields' => $trace === null || $weld->isPreheat ? null : TraceabilityCode::of($trace)->fields(),
            'trace_source' => TraceabilityCode::source()->tag(), 'weld' => $weld->name, 'corrected_time_s' => $weld->correctedTimeS($s),
        ];
    }
}
