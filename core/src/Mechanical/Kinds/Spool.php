<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Kinds;

use Diastoma\Core\Mechanical\Bolting\Bolts;
use Diastoma\Core\Mechanical\MechanicalProcedure;
use Diastoma\Core\Mechanical\Rules\Fits;
use Diastoma\Core\Mechanical\Rules\LayerOfCoupling;
use Diastoma\Core\Mechanical\Steps\Ends;
use Diastoma\Core\Mechanical\Steps\Lubricate;
use Diastoma\Core\Mechanical\Steps\Marks;
use Diastoma\Core\Mechanical\Steps\PressureOff;
use Diastoma\Core\Mechanical\Steps\Receive;
use Diastoma\Core\Mechanical\Steps\Recharge;
use Diastoma\Core\Mechanical\Steps\Tighten;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Rules\NumberAtMost;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Quantity\Unit;

/** A damaged piece cut out and a spool set in with two couplings. Ends: A main on the left, B and C the spool, D main on the right. */
final class Spool extends MechanicalProcedure
{
    protected const ACTS = [
        'cut_out' => ['keys' => ['cut_out_mm'], 'done' => 'cut out', 'aside' => ['receive'],
            'remedy' => 'Stop. Shut it off and read the gauge at zero before anything else is cut.'],
        'place_left' => ['keys' => ['face_a_mm', 'face_b_mm'], 'done' => 'set in place (left)', 'aside' => ['place_right', 'bolts_right']],
        'place_right' => ['keys' => ['face_c_mm', 'face_d_mm'], 'done' => 'set in place (right)', 'aside' => ['place_left', 'bolts_left']],
        'bolts_left' => ['keys' => ['bolt_left'], 'done' => 'bolted (left)', 'aside' => ['place_right', 'bolts_right']],
        'bolts_right' => ['keys' => ['bolt_right'], 'done' => 'bolted (right)', 'aside' => ['place_left', 'bolts_left']],
    ];

    protected const SET = 'place_left';

    protected const ENDS = ['a', 'b', 'd'];

    protected const LUBRICATED = ['a', 'b', 'd'];

    public function circles(): array
    {
        return [$this->bolts('left'), $this->bolts('right'), Recharge::bolts($this->product)];
    }

    private function bolts(string $which): Bolts
    {
        return Circle::ofLabel("bolt_{$which}", ucfirst($which).' bolts', $this->product);
    }

    public function steps(Situation $situation): array
    {
        $ends = ['a', 'b', 'd'];
        $ends = Ends::step($situation, $this->product, $ends, 'Both mains where the seals will lie, and the spool (B) across its end.');

        return [
            PressureOff::step($situation), Receive::step($situation, $this->product), $this->cutOut($situation),
            new Step($ends->id, $ends->title, $ends->instruction, $ends->readings, [
                ...array_filter($ends->rules, static fn ($rule): bool => ! $rule instanceof Fits && $rule->id() !== 'mc.material.b'),
                // the spool may be of anything
                new Fits($this->product, ['a', 'b'], '.left'),
                new Fits($this->product, ['d', 'b'], '.right'),
            ], $ends->cautions, $ends->guide),
            ...$this->layers($situation), Lubricate::step($situation, $this->card, ['a', 'b', 'd']),
            Marks::step($situation, $this->product, ['a', 'b', 'c', 'd']),
            Marks::placed(
                $situation, $this->product, ['a', 'b'],
                'Both couplings slid whole onto the mains; the spool brought in; the left one slid back between its marks.', [
                    ReadingSpec::yesNo('slid_back', 'Both slid on whole before the spool went in?'),
                ], [Confirmed::usual('mc.slid', 'slid_back', 'Slid on whole.', 'Pushed on over the spool\'s edge.', 'Take it off and look at the gasket.')],
                'left',
            ),
            Marks::placed($situation, $this->product, ['c', 'd'], 'The right one slid back between its marks.', which: 'right'),
            Tighten::step($situation, $this->bolts('left'), 'bolts_left', 'Left bolts'),
            Tighten::step($situation, $this->bolts('right'), 'bolts_right', 'Right bolts'),
            ...Recharge::steps($situation, $this->product, true),
        ];
    }

    private function cutOut(Situation $s): Step
    {
        $open = $s->readings->number('cut_out_mm');
        $gap = $this->product->figure($s, 'gap_mm');
        $wanted = $open === null || $gap === null || 2 * $gap >= $open ? null : $open - 2 * $gap;

        return new Step('cut_out', 'Cut out',
            $wanted === null ? 'Cut the damage out with both cuts in sound, square pipe. Measure what is open: the spool follows.'
            : 'Cut the spool to '.$s->print($wanted, Unit::Millimetre).': what is open, less two setting gaps.', [
                ReadingSpec::number('cut_out_mm', 'Open length between the cuts', Unit::Millimetre, 50, 20000),
                ReadingSpec::number('spool_mm', 'Spool, end to end', Unit::Millimetre, 50, 20000),
            ], [new NumberAtMost('mc.spool', ['cut_out_mm', 'spool_mm'], function (Situation $s): ?float {
                $open = $s->readings->number('cut_out_mm');
                $spool = $s->readings->number('spool_mm');
                $gap = $this->product->figure($s, 'gap_mm');

                return $open === null || $spool === null || $gap === null ? null : abs(($open - $spool) / 2 - $gap);
            }, 'mc.gap_mm', 'Gap at each end of the spool off the setting gap by', 'Cut a new spool, or cut the main back squarely.')],
            ['A main under load springs when it is cut: stand clear of both ends.', 'Asbestos cement is never cut dry.'], ['spool' => [
                'cut_out_mm' => $open, 'gap_mm' => $gap, 'spool_mm' => $wanted, 'measured_mm' => $s->readings->number('spool_mm'),
            ]],
        );
    }

    /** @return list<Step> */
    private function layers(Situation $s): array
    {
        if (! $this->product->hasTwoLayers($s)) {
            return [];
        }

        return [new Step('layers', 'Inner layers', 'In or out as the measured ends of each coupling want it, and alike at both its ends.', array_map(
            static fn (string $which): ReadingSpec => ReadingSpec::choice("layer_{$which}", ucfirst($which).' coupling: inner layers', LayerOfCoupling::ALL),
            ['left', 'right'],
        ), [new LayerOfCoupling($this->product, 'left', ['a', 'b']), new LayerOfCoupling($this->product, 'right', ['d', 'b'])])];
    }

    public function joiningStep(array $steps): string
    {
        return 'place_left';
    }

    public function ages(Situation $situation): array
    {
        return [...parent::ages($situation), $this->age('first_kpa', 'off', 'cut_out', 'mc.age.off_min', 'Pressure found off', 'Read the gauge again.')];
    }
}
