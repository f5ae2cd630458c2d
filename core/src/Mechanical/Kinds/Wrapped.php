<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Kinds;

use Diastoma\Core\Mechanical\Bolting\Bolts;
use Diastoma\Core\Mechanical\MechanicalProcedure;
use Diastoma\Core\Mechanical\Rules\ReachesSoundPipe;
use Diastoma\Core\Mechanical\Steps\Ends;
use Diastoma\Core\Mechanical\Steps\Lubricate;
use Diastoma\Core\Mechanical\Steps\PressureOff;
use Diastoma\Core\Mechanical\Steps\Receive;
use Diastoma\Core\Mechanical\Steps\Recharge;
use Diastoma\Core\Mechanical\Steps\Tighten;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rules\AgainstFigure;
use Diastoma\Core\Procedure\Rules\ChoiceIs;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Rules\NumberAtMost;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** A wide-range coupling that opens, laid round a break in a pipe. */
final class Wrapped extends MechanicalProcedure
{
    protected const ACTS = [
        'wrap' => ['keys' => ['clicks', 'clear_left_mm', 'clear_right_mm'], 'done' => 'wrapped'], 'bolts' => ['keys' => ['bolt'], 'done' => 'bolted'],
    ];

    protected const SET = 'wrap';

    protected const ENDS = [''];

    protected const LUBRICATED = [''];

    public const CLICKS = ['none', 'once', 'twice'];

    public function circles(): array
    {
        return [$this->bolts(), Recharge::bolts($this->product)];
    }

    private function bolts(): Bolts
    {
        return Circle::ofLabel('bolt', 'Bolts', $this->product);
    }

    public function steps(Situation $situation): array
    {
        return [
            PressureOff::step($situation), Receive::step($situation, $this->product),
            new Step('break', 'Break', 'Uncover it whole and measure along the pipe, from sound metal to sound metal.', [
                ReadingSpec::number('break_mm', 'Width of the break along the pipe', Unit::Millimetre, 0, 3000),
            ], [new ReachesSoundPipe($this->product)]),
            Ends::step($situation, $this->product, [''], 'Clean a body length each side of the break. No corrosion where the seals will lie.'),
            Lubricate::step($situation, $this->card, ['']), $this->marks(), self::wrap(), Tighten::step($situation, $this->bolts()),
            ...Recharge::steps($situation, $this->product, true),
        ];
    }

    private function marks(): Step
    {
        $half = fn (Situation $s): ?float => ($length = $this->product->figure($s, 'length_mm')) === null ? null : $length / 2;
        $specs = $rules = [];
        foreach (['left', 'right'] as $side) {
            $key = "mark_{$side}_mm";
            $specs[] = ReadingSpec::number($key, "Mark {$side} of the middle of the break", Unit::Millimetre, 0, 3000,
                'Both the same, a little more than half the body', 'setting_gap');
            $rules[] = new AgainstFigure(
                "mc.mark.{$side}", $key, AgainstFigure::AT_LEAST, $half, Unit::Millimetre, Source::commonPractice('marks further apart than the body is long'),
                ucfirst($side).' mark', 'Mark it further out: under the body nobody sees it.',
            );
        }
        $rules[] = new NumberAtMost(
            'mc.marks', ['mark_left_mm', 'mark_right_mm'], static fn (Situation $s): ?float => self::apart($s, 'mark_left_mm', 'mark_right_mm'), 'mc.mark_mm',
            'Marks off the middle by', 'Measure both again from the middle of the break.',
        );

        return new Step('marks', 'Marks', 'Two marks, alike on both sides of the middle of the break, further apart than the body is long.', $specs, $rules);
    }

    private static function wrap(): Step
    {
        return new Step('wrap', 'Wrap', 'Loosen the nuts, never take them off. Open, lay it round, latch until it clicks twice. Centre it between the marks.', [
            ReadingSpec::yesNo('nuts_on', 'Nuts loosened and never taken off?'), ReadingSpec::choice('clicks', 'The latch clicked', self::CLICKS),
            ReadingSpec::number('clear_left_mm', 'Left mark stands clear of the body by', Unit::Millimetre, -1000, 1000, 'Minus when it has gone under',
                'setting_gap'),
            ReadingSpec::number('clear_right_mm', 'Right mark stands clear of the body by', Unit::Millimetre, -1000, 1000, 'Minus when it has gone under',
                'setting_gap'),
            ReadingSpec::yesNo('guides', 'Guides aligned, gasket flat all round?'),
        ], [
            Confirmed::usual('mc.nuts_on', 'nuts_on', 'Nuts stayed on.', 'A nut was taken off.',
                'Look at washer, thread and latch as the maker shows them before it goes on.'),
            new ChoiceIs('mc.clicks', 'clicks', 'The latch clicked', [
                'none' => [Severity::Stop, 'Not latched: it springs open when it is tightened. Open it and lay it round again.'],
                'once' => [Severity::Mend, 'Press on until it clicks a second time.'],
            ], Source::commonPractice()),
            new NumberAtMost(
                'mc.centred', ['clear_left_mm', 'clear_right_mm'], static fn (Situation $s): ?float => self::apart($s, 'clear_left_mm', 'clear_right_mm'),
                'mc.wrap.centred_mm', 'Off the middle by', 'Slide it until both marks stand clear alike.',
            ),
            Confirmed::usual('mc.guides', 'guides', 'Guides aligned.', 'Guides not aligned, or a fold in the gasket.',
                'Open it, lay the gasket flat, close it again.'),
        ], ['Fingers clear of the latch: it snaps.']);
    }

    private static function apart(Situation $s, string $left, string $right): ?float
    {
        $a = $s->readings->number($left);
        $b = $s->readings->number($right);

        return $a === null || $b === null ? null : abs($a - $b) / 2;
    }

    public function joiningStep(array $steps): string
    {
        return 'wrap';
    }

    public function ages(Situation $situation): array
    {
        return [...parent::ages($situation), $this->age('first_kpa', 'off', 'bolts', 'mc.age.off_min', 'Pressure found off', 'Read the gauge again.')];
    }
}
