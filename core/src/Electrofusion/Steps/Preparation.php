<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Steps;

use Diastoma\Core\Electrofusion\Ends;
use Diastoma\Core\Electrofusion\Marks;
use Diastoma\Core\Electrofusion\PipeSize;
use Diastoma\Core\Electrofusion\Rules\MeanDiameter;
use Diastoma\Core\Electrofusion\Rules\OvalityAtJoint;
use Diastoma\Core\Electrofusion\Rules\SizedAsDrawn;
use Diastoma\Core\Electrofusion\Rules\StopDepth;
use Diastoma\Core\Electrofusion\Rules\Washed;
use Diastoma\Core\Pipe\Roundness;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Rules\InDate;
use Diastoma\Core\Procedure\Rules\NumberAtMost;
use Diastoma\Core\Procedure\Rules\NumberWithin;
use Diastoma\Core\Procedure\Shared;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** Conditions, inspection, washing, measuring and cutting: everything before the first mark. */
final class Preparation
{
    /** @return list<Step> */
    public static function steps(Situation $s, Ends $ends): array
    {
        return [self::conditions(), self::inspect($s, $ends), self::wash(), self::measure($s, $ends), self::square($s, $ends)];
    }

    /** @param  bool  $openEnds  false for a saddle on a closed, perhaps live, main */
    public static function conditions(bool $openEnds = true): Step
    {
        $step = self::allConditions();
        if ($openEnds) {
            return $step;
        }

        return new Step($step->id, $step->title, $step->instruction,
            array_values(array_filter($step->readings, static fn (ReadingSpec $r): bool => $r->key !== 'ends_capped')),
            array_values(array_filter($step->rules, static fn (Rule $r): bool => $r->id() !== 'ef.ends_capped')), $step->cautions);
    }

    private static function allConditions(): Step
    {
        $practice = Source::commonPractice();

        /** @var ?Step $step nothing in it depends on the joint */
        static $step = null;

        return $step ??= new Step('conditions', 'Conditions', 'Look at the trench, the weather and the papers before anything is unpacked.', [
            ReadingSpec::equipment('control_unit', 'Control unit', 'control_unit')->shared(Shared::Unit),
            ReadingSpec::number('ambient_c', 'Air temperature at the joint', Unit::Celsius, -40, 60)->shared(Shared::Weather),
            ReadingSpec::number('pipe_c', 'Pipe surface temperature', Unit::Celsius, -40, 80),
            ReadingSpec::number('fitting_c', 'Fitting temperature', Unit::Celsius, -40, 80, 'Beside the closed bag, in the shade'),
            ReadingSpec::yesNo('sheltered', 'Sheltered from rain, wind and direct sun?')->shared(Shared::Weather),
            ReadingSpec::yesNo('zone_dry', 'Dry, inside and out?'),
            ReadingSpec::yesNo('no_medium', 'Free of escaping water or gas?')->apart(),
            ReadingSpec::yesNo('ends_capped', 'Far ends capped against draught?'),
        ], [
            new InDate(
                'ef.operator.certificate', 'control_unit', 'operator', 'certificate_until', 'Fusion certificate',
                'Whoever fuses needs a certificate in date: that one is judged.', $practice, Severity::Watch,
            ),
            new InDate(
                'ef.unit.calibration', 'control_unit', 'name', 'calibration_until', 'Calibration', 'Take a control unit with a calibration in date.',
                $practice,
            ),
            new NumberWithin(
                'ef.ambient', 'ambient_c', 'ef.ambient.min_c', 'ef.ambient.max_c', 'Air',
                'Do not start. Shelter and heat or shade the joint until it is inside, and let the pipe follow.', Severity::Stop,
                'Outside the range the energy on the label does not fit.',
            ),
            new NumberAtMost(
                'ef.temperature_difference', ['pipe_c', 'fitting_c'], self::temperatureDifference(...), 'ef.temperature_difference_k',
                'Pipe and fitting differ by', 'Lay pipe and fitting together in the shade until they are alike.', Severity::Watch,
            ),
            new NumberAtMost(
                'ef.temperature_apart', ['pipe_c', 'fitting_c'], self::temperatureDifference(...), 'ef.temperature_apart_k', 'Pipe and fitting differ by',
                'Do not fuse yet. Lay pipe and fitting together in the shade until they are alike.', Severity::Mend,
                'The energy on the label fits one temperature, not two.', null, null, 1.0,
            ),
            self::yes('ef.sheltered', 'sheltered', 'Sheltered.', 'Not sheltered.', 'Put the tent up before going on.', Severity::Mend),
            self::yes('ef.zone_dry', 'zone_dry', 'Dry inside and out.', 'The zone is wet.', 'Drain and dry it, inside and out.', Severity::Mend),
            new Confirmed(
                'ef.no_medium', 'no_medium', 'Nothing escapes.', 'Water or gas is escaping.',
                'Do not start. Shut and drain the main first: no fusion with medium in the zone, ever.', Severity::Stop, $practice,
                'Steam and gas blow the melt; escaping gas burns.', true,
            ),
            self::yes('ef.ends_capped', 'ends_capped', 'Ends capped.', 'Open ends let a draught cool the zone.', 'Cap the far ends.', Severity::Mend),
        ], [
            'Nobody enters the trench before the competent person has passed it today.',
            'Services located before digging. No lifting over people.',
        ]);
    }

    private static function inspect(Situation $s, Ends $ends): Step
    {
        $wall = $s->facts->number('wall_mm');
        /** @var array<string, list<Rule>> $rules by the ends */
        static $rules = [];
        $rules[$ends->id] ??= self::inspectRules($ends);

        return new Step('inspect', 'Inspect', 'Read the print line on both pipes and feel round both ends.', [
            ReadingSpec::yesNo('print_line_ok', 'Print lines agree with the drawing (material, size, SDR)?', instrument: ReadingSpec::PRINT_LINE)->visible(),
            self::conventionSpec(),
            ...$ends->each(static fn (string $end): ReadingSpec => ReadingSpec::number(
                "gouge_{$end}_mm", Ends::name($end).': deepest gouge', Unit::Millimetre, 0, $wall, '0 when there is none',
            )),
            ReadingSpec::yesNo('surface_sound', 'No bruise, flat or embedded stone in the zone?'),
        ], $rules[$ends->id], [], ['wall_mm' => $wall]);
    }

    /** Outside diameters of different conventions overlap: the print line says which it is. */
    public static function conventionSpec(): ReadingSpec
    {
        return ReadingSpec::choice('print_convention', 'The print line sizes the pipe by', PipeSize::ALL, 'dn 355 and 14 in IPS measure alike')->visible();
    }

    /** @return list<Rule> */
    private static function inspectRules(Ends $ends): array
    {
        return [
            new SizedAsDrawn,
            self::yes(
                'ef.print_line', 'print_line_ok', 'Print lines agree.', 'A print line does not agree with the drawing.',
                'Do not join. Find the right pipe, or ask for the drawing to be put right.', Severity::Stop,
            ),
            ...$ends->each(static fn (string $end): Rule => new NumberAtMost(
                "ef.gouge.{$end}", ["gouge_{$end}_mm"],
                static fn (Situation $s): ?float => ($depth = $s->readings->number("gouge_{$end}_mm")) === null ? null
                    : 100 * $depth / $s->facts->number('wall_mm'),
                'ef.gouge.share_percent', Ends::name($end).': gouge takes, of the wall,', 'Cut the damaged end off and inspect again.',
            )),
            self::yes(
                'ef.surface', 'surface_sound', 'Surfaces sound.', 'The surface is damaged.', 'Cut the end off behind the damage and inspect again.',
                Severity::Mend,
            ),
        ];
    }

    private static function wash(): Step
    {
        /** @var ?Step $step nothing in it depends on the joint */
        static $step = null;

        return $step ??= new Step('wash', 'Wash', 'Wash both ends with clean water and dry them. Drilling mud: wash again over the full length.', [
            ReadingSpec::number(
                'fitting_length_mm', "Coupler's length, end to end", Unit::Millimetre, 20, 2000, 'Measure through the bag; leave it closed', 'rule',
            ),
            ReadingSpec::number(
                'stop_depth_mm', 'Depth to the centre stop', Unit::Millimetre, 10, 1000, 'Where the coupler has one: from its edge', 'rule',
            )->optional(),
            ReadingSpec::number('wash_length_mm', 'Washed length, the shorter end', Unit::Millimetre, 0, 10000),
            ReadingSpec::number(
                'piece_mm', 'Length of the pipe, where it is shorter than the wash', Unit::Millimetre, 20, 10000, 'A pup or a spool: washed over all of it',
                'rule',
            )->optional(),
            ReadingSpec::yesNo('mud_gone', 'No mud or film left to feel or see?'),
        ], [
            new Washed('fitting_length_mm'),
            new StopDepth,
            self::yes('ef.mud', 'mud_gone', 'No mud left.', 'Mud or film is left.', 'Wash again over the full length and dry.', Severity::Mend),
        ]);
    }

    private static function measure(Situation $s, Ends $ends): Step
    {
        /** @var array<string, list<Rule>> $rules by the ends */
        static $rules = [];
        $rules[$ends->id] ??= array_merge(...$ends->each(static fn (string $end): array => [new OvalityAtJoint($end, false), new MeanDiameter($end)]));
        $specs = $back = [];
        foreach ($ends->letters as $end) {
            [$series, $spec, $optional] = self::diameterSpecs($end, $s->facts->number('dn_mm'));
            $specs[] = $series;
            $back[] = MeanDiameter::endIsSmall($s, $end) ? $spec : $optional;
        }

        return new Step('measure', 'Diameters',
            'Measure each end at clock positions, just behind where the fitting will sit. First 12–6, then on round by equal steps.', [
                ...$specs, ...$back,
            ], $rules[$ends->id], [], static fn (): array => self::dials($s, $ends));
    }

    /** @return array{ReadingSpec, ReadingSpec, ReadingSpec} diameters; the diameter further back, asked for and not */
    private static function diameterSpecs(string $end, float $dn): array
    {
        /** @var array<string, array{ReadingSpec, ReadingSpec, ReadingSpec}> $known by end and size */
        static $known = [];
        if (isset($known[$end.$dn])) {
            return $known[$end.$dn];
        }
        $back = ReadingSpec::number(
            "od_back_{$end}_mm", Ends::name($end).': mean diameter one diameter back', Unit::Millimetre, 0.8 * $dn, 1.2 * $dn,
            'By pi tape; tells toe-in from a wrong pipe', 'pi_tape',
        );

        return $known[$end.$dn] = [
            ReadingSpec::series(
                "diameters_{$end}_mm", Ends::name($end).': outside diameters', Unit::Millimetre, 0.8 * $dn, 1.2 * $dn, [3, 2, 4, 6], 'roundness_dial',
            ),
            $back, $back->optional(),
        ];
    }

    /** @return array<string, mixed> */
    private static function dials(Situation $s, Ends $ends): array
    {
        return self::dialsOf($s, $ends->letters);
    }

    /**
     * What the dials draw; under a clamp the shape as it was left free until it is measured again, and where to squeeze.
     *
     * @param  list<string>  $letters
     * @return array{allowed_mm: float, dn_mm: float, dials: list<array{end: string, dial: array<string, mixed>|null, clamp: mixed}>}
     */
    public static function dialsOf(Situation $s, array $letters, bool $clamped = false): array
    {
        return [
            'allowed_mm' => OvalityAtJoint::allowedMm($s), 'dn_mm' => $s->facts->number('dn_mm'),
            'dials' => array_map(static function (string $end) use ($s, $clamped): array {
                $free = OvalityAtJoint::roundness($s, $end, false);

                return [
                    'end' => $end, 'dial' => self::dial($clamped ? OvalityAtJoint::roundness($s, $end, true) ?? $free : $free),
                    'clamp' => $clamped ? self::dial($free)['clock'] ?? null : null,
                ];
            }, $letters),
        ];
    }

    /** @return array<string, mixed>|null */
    private static function dial(?Roundness $round): ?array
    {
        return $round === null ? null : [
            'mean_mm' => $round->meanMm, 'ovality_mm' => $round->ovalityMm, 'ovality_percent' => $round->ovalityPercent,
            'ovality_percent_of_mean' => $round->ovalityPercentOfMean, 'long_axis_deg' => $round->longAxisDeg, 'amplitude_mm' => $round->amplitudeMm,
            'residual_mm' => $round->residualMm, 'not_oval' => $round->isNotOval(),
            'clock' => $round->longAxisDeg === null ? null : Roundness::clockFace($round->longAxisDeg),
        ];
    }

    private static function square(Situation $s, Ends $ends): Step
    {
        $dn = $s->facts->number('dn_mm');
        /** @var array<string, list<Rule>> $rules by the ends */
        static $rules = [];
        $rules[$ends->id] ??= $ends->each(static fn (string $end): Rule => new NumberAtMost(
            "ef.square.{$end}", ["out_of_square_{$end}_mm"], static fn (Situation $s): ?float => $s->readings->number("out_of_square_{$end}_mm"),
            'ef.square.share_percent', Ends::name($end).': out of square', 'Cut the end again, square.', Severity::Mend,
            'A slanting cut leaves part of the coil without pipe beneath it.',
            static fn (Situation $s): float => $s->limit('ef.square.share_percent') / 100 * $s->facts->number('dn_mm'), Unit::Millimetre,
        ));

        return new Step('square', 'Square cut', 'Hold a square or a wrap strap to each end; enter the largest gap under it.', $ends->each(
            static fn (string $end): ReadingSpec => ReadingSpec::number(
                "out_of_square_{$end}_mm", Ends::name($end).': out of square', Unit::Millimetre, 0, $dn / 2,
            ),
        ), $rules[$ends->id], ['Cutting PE: guard on, second hand clear of the blade.']);
    }

    private static function temperatureDifference(Situation $s): ?float
    {
        $pipe = $s->readings->number('pipe_c');
        $fitting = $s->readings->number('fitting_c');

        return $pipe === null || $fitting === null ? null : abs($pipe - $fitting);
    }

    private static function yes(string $id, string $reading, string $yes, string $no, string $todo, Severity $otherwise): Rule
    {
        return new Confirmed($id, $reading, $yes, $no, $todo, $otherwise, Source::commonPractice());
    }

    /** Marks worked out for the coupler at hand; null before its length is known. */
    public static function marks(Situation $s, bool $slipped = false): ?Marks
    {
        return $s->once($slipped ? 'marks.slipped' : 'marks', static function () use ($s, $slipped): ?Marks {
            $length = $s->readings->number('fitting_length_mm');

            return $length === null ? null : Marks::of(
                $length, $slipped ? 'slip_coupler' : 'coupler', $s->rulebook, $slipped ? null : $s->readings->number('stop_depth_mm'),
            );
        });
    }
}
