<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Tap;

use Diastoma\Core\Mechanical\Bolting\Bolts;
use Diastoma\Core\Mechanical\Kinds\Circle;
use Diastoma\Core\Mechanical\MechanicalProcedure;
use Diastoma\Core\Mechanical\Rules\DoneInTurn;
use Diastoma\Core\Mechanical\Steps\Ends;
use Diastoma\Core\Mechanical\Steps\Receive;
use Diastoma\Core\Mechanical\Steps\Tighten;
use Diastoma\Core\Procedure\Gate;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Procedure\Story\Agrees;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Severity;

/**
 * A water main tapped while it is full: every stage waits for the one before,
 and none can be passed out of order. What stands behind a shut stage is entered by
 * nobody, and what was entered earlier than its turn is a stop.
 */
final class LiveTap extends MechanicalProcedure
{
    protected const ACTS = [
        'bolts' => ['keys' => ['bolt'], 'done' => 'bolted'],
        'drill' => ['keys' => ['little_feed', 'turns_free', 'chips_out'], 'done' => 'drilled',
            'remedy' => 'Keep the device on and locked. Shut the main down: what was not seen before it was opened cannot be seen now.'],
    ];

    protected const SET = 'bolts';

    protected const ENDS = [''];

    public function circles(): array
    {
        return [$this->bolts()];
    }

    private function bolts(): Bolts
    {
        return Circle::ofLabel('bolt', 'Nuts of the strap', $this->product);
    }

    /** A main under pressure is opened: every answer by itself. */
    public function isOneByOne(Step $step): bool
    {
        return true;
    }

    public function steps(Situation $situation): array
    {
        $s = $situation;
        $stages = [
            Receive::step($s, $this->product), self::kit($this->card->kit),
            Ends::step($s, $this->product, [''], 'Uncover the main and clean it with plain detergent, all round where the saddle sits.'),
            Tighten::step($s, $this->bolts(), title: 'Saddle', instruction: 'Saddle and ring on the crown, strap round, nuts even by the wheel.', also: [
                ReadingSpec::yesNo('on_crown', 'On the crown, ring in its groove?'),
            ],
                more: [Confirmed::usual('mc.crown', 'on_crown', 'On the crown.', 'Not on the crown.',
                    'Loosen and set it on the crown before anything is mounted on it.')]),
            ...Stages::all($s, $this->product),
        ];
        $steps = [];
        $before = null;
        foreach ($stages as $k => $stage) {
            if ($before !== null && ! Stages::isDone($s, $before)) {
                $stage = $stage->shut(new Gate("“{$before->title}” comes first.", null, 'common practice: no stage out of its turn'));
            }
            $steps[] = $k < 2 ? $stage : new Step(
                $stage->id, $stage->title, $stage->instruction, $stage->readings, [...$stage->rules, new DoneInTurn($stage, $stages[$k - 1])],
                [...$stage->cautions, Stages::CAUTION], $stage->guide, $stage->notNeeded, $stage->stale, $stage->gate, $stage->group,
            );
            $before = $stages[$k];
        }

        return array_map(static fn (Step $step): Step => Stages::ladder($step, $s, $stages), $steps);
    }

    /** @param  list<string>  $kit */
    private static function kit(array $kit): Step
    {
        return new Step('kit', 'Kit', 'Lay it out and count it against its list before the first turn: '.implode(', ', $kit).'.', [
            ReadingSpec::yesNo('kit_complete', 'Kit complete against its list?'),
        ], [Confirmed::usual(
            'mc.kit', 'kit_complete', 'Complete.', 'Something is missing.', 'Do not begin. Once the main is cut there is no going back for a part.',
            Severity::Stop,
        )]);
    }

    public function joiningStep(array $steps): string
    {
        return 'mounted';
    }

    public function relations(Situation $situation): array
    {
        return [...parent::relations($situation), 'released' => [new Agrees(
            'main', ['main_kpa', 'line_kpa'], 'Pressure in the main', 'Working pressure of the line', static function (Situation $s): ?array {
                $main = $s->readings->number('main_kpa');
                $line = $s->facts->maybe('line_kpa') ?? $s->readings->number('line_kpa');

                return $main === null || $line === null ? null : [$main, $line];
            }, $situation->facts->maybe('line_kpa') === null ? 'mc.agree.pressure_percent'
                : 'mc.agree.design_percent', Unit::KiloPascal, why: 'The force that throws the rod out is worked out from it.', apart: Severity::Stop,
        )]];
    }
}
