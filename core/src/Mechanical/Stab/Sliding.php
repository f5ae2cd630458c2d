<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Stab;

use Diastoma\Core\Mechanical\Insertion;
use Diastoma\Core\Mechanical\MechanicalProcedure;
use Diastoma\Core\Mechanical\Rules\CutSpanned;
use Diastoma\Core\Mechanical\Steps\Ends;
use Diastoma\Core\Mechanical\Steps\Receive;
use Diastoma\Core\Procedure\Gate;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Severity;

/** A sliding repair fitting over a damaged piece of PE gas pipe: first stab, second cut by the fitting itself, drawn out, second stab. */
final class Sliding extends MechanicalProcedure
{
    protected const ACTS = [
        'stab_a' => ['keys' => ['face_a_mm'], 'done' => 'stabbed (first end)'],
        'second_cut' => ['keys' => ['cut_mm'], 'done' => 'cut', 'remedy' => 'Stop. Nothing else is cut before the first end is right.'],
        'stab_b' => ['keys' => ['face_b_mm'], 'done' => 'stabbed (second end)'],
    ];

    protected const SET = 'stab_a';

    protected const ENDS = [''];

    public function steps(Situation $situation): array
    {
        $s = $situation;
        $steps = [
            Ends::step($s, $this->product, [''], 'Measure across sound pipe beside the damage.'), $this->first($s), $this->second($s),
            StabEnd::step($s, $this->product, 'b', 'stab_b', 'Second stab',
                'The second end square, clean, chamfered by the gauge, marked; then the fitting drawn out into place.'),
            LeakTest::step($s, $this->product, 'Each joint leak tested before it is covered.'),
        ];
        $gate = $s->readings->yes('static_done') === true ? null : new Gate('Nobody enters the trench before the static procedure is done.', null,
            'common practice');

        return [
            Receive::step($s, $this->product), self::ready(), self::discharged(),
            ...array_map(static fn (Step $step): Step => $gate === null ? $step : $step->shut($gate), $steps),
        ];
    }

    private static function ready(): Step
    {
        return new Step('ready', 'Ready', 'Above ground: right size, stored drawn out, worked once.', [
            ReadingSpec::yesNo('stored_extended', 'Stored drawn out?'), ReadingSpec::yesNo('worked', 'Worked once, in and out, smoothly?'),
        ], [
            Confirmed::usual('mc.stored', 'stored_extended', 'Stored drawn out.', 'Stored pushed together.', 'Take another: its seal has set.'),
            Confirmed::usual('mc.worked', 'worked', 'Works smoothly.', 'It sticks.', 'Take another: in the trench it will stick as well.'),
        ]);
    }

    private static function discharged(): Step
    {
        return new Step('static', 'Static',
            'The company\'s static procedure, before anybody enters the trench: earth, wet, no ignition source, gas stopped and proved.', [
                ReadingSpec::yesNo('static_done', 'Static procedure done, trench still empty?'),
            ], [Confirmed::usual(
                'mc.static', 'static_done', 'Done.', 'Not done.', 'Nobody enters. Do it first.', Severity::Stop,
                'A spark from the pipe lights escaping gas, with people beside it.', true,
            )], [StabEnd::STATIC, 'Trench: protected, ladder near, competent person has looked.']);
    }

    private function first(Situation $s): Step
    {
        [$specs, $rules] = StabEnd::ready($this->product, 'a');
        [$spec, $rule] = StabEnd::stabbed('a');

        return new Step('stab_a', 'First stab',
            'First cut where the first stab goes. Sound end square, clean, chamfered, gauged, marked. Fitting pushed together, then stabbed. '
            .'Mind the pinch point.',
            [...$specs, $spec, ReadingSpec::number('damage_mm', 'From the first cut to the far end of the damage', Unit::Millimetre, 0, 10000)],
            [...$rules, $rule], [StabEnd::STATIC, 'Pinch point: hands on the outer barrel.'], StabEnd::guide($s, $this->product, 'a'));
    }

    private function second(Situation $s): Step
    {
        $lengths = [$this->product->figure($s, 'collapsed_mm'), $this->product->figure($s, 'extended_mm'), $this->product->figure($s, 'stab_mm')];
        [$collapsed, $extended, $stab] = $lengths;
        $damage = $s->readings->number('damage_mm');
        $isKnown = $collapsed !== null && $extended !== null && $stab !== null && $damage !== null && $extended > $collapsed && 2 * $stab < $collapsed;
        $cut = $isKnown ? Insertion::secondCut($collapsed, $extended, $stab, $damage) : null;

        return new Step('second_cut', 'Second cut',
            $cut === null ? 'Read the label and measure the damage first.' : 'Laid beside the pipe, pushed together, the fitting ends where '
            .'the second cut goes: '.$s->print($cut['cut_at_mm'], Unit::Millimetre).' from the first.', [
                ReadingSpec::number('cut_mm', 'Cut out, from cut to cut', Unit::Millimetre, 1, 10000, 'Measured after the cut'),
            ], [new CutSpanned($this->product)], [StabEnd::STATIC], [
                'second_cut' => [
                    'collapsed_mm' => $collapsed, 'extended_mm' => $extended, 'stab_mm' => $stab, 'damage_mm' => $damage,
                    'cut_at_mm' => $cut['cut_at_mm'] ?? null,
                    'least_mm' => $cut['least_mm'] ?? null, 'greatest_mm' => $cut['greatest_mm'] ?? null, 'cut_mm' => $s->readings->number('cut_mm'),
                ],
            ]);
    }

    public function joiningStep(array $steps): string
    {
        return 'stab_a';
    }
}
