<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Stab;

use Diastoma\Core\Mechanical\Bolting\Bolts;
use Diastoma\Core\Mechanical\Kinds\Circle;
use Diastoma\Core\Mechanical\MechanicalProcedure;
use Diastoma\Core\Mechanical\Steps\Ends;
use Diastoma\Core\Mechanical\Steps\Receive;
use Diastoma\Core\Mechanical\Steps\Tighten;
use Diastoma\Core\Procedure\Gate;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rules\ChoiceIs;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** A bolted saddle with its own punch and a stab outlet, on a PE gas main. */
final class StabSaddle extends MechanicalProcedure
{
    protected const ACTS = [
        'bolts' => ['keys' => ['bolt'], 'done' => 'bolted'], 'stab' => ['keys' => ['face_s_mm'], 'done' => 'stabbed'],
        'tap' => ['keys' => ['to_stop', 'punch'], 'done' => 'tapped', 'remedy' => 'Keep it watched, and take the saddle off the main: it was tapped unseen.'],
    ];

    protected const SET = 'bolts';

    protected const ENDS = [''];

    public const FLUSH = 'flush with the top';

    public const PROUD = 'proud of the top';

    public const DEEP = 'left down';

    public function circles(): array
    {
        return [$this->bolts()];
    }

    private function bolts(): Bolts
    {
        return Circle::ofLabel('bolt', 'Bolts of the saddle', $this->product, isSmall: true,
            most: static fn (Situation $s): float => $s->limit('mc.saddle.maximum_nm'));
    }

    public function steps(Situation $situation): array
    {
        $isTight = LeakTest::held($situation);

        return [
            Receive::step($situation, $this->product),
            Ends::step($situation, $this->product, [''], 'The main where the saddle sits: measure across, clean, no cut, no scratch.'),
            new Step('seat', 'Seat', 'Saddle on the main, seals dry and whole, outlet the way the service goes.', [
                ReadingSpec::yesNo('sizes_agree', 'Main and outlet size as the job wants them?'),
                ReadingSpec::yesNo('seat_clean', 'Seals clean, nothing under them?'),
            ], [
                Confirmed::usual('mc.sizes', 'sizes_agree', 'Sizes agree.', 'Another size.', 'Do not put it on. Take the one for this main and this service.',
                    Severity::Stop),
                Confirmed::usual('mc.seat', 'seat_clean', 'Clean.', 'Not clean.', 'Clean it: dirt under a seal leaks gas.'),
            ], [StabEnd::STATIC]),
            Tighten::step($situation, $this->bolts(),
                instruction: 'Criss-cross, by the wheel; the saddle must not turn. Done when the flanges meet along the outer edge: they need not '
                .'beside the pipe. Never over '.$situation->print($situation->limit('mc.saddle.maximum_nm'), $this->bolts()->unit()).'.', also: [
                    ReadingSpec::yesNo('not_turned', 'Saddle did not turn?'), ReadingSpec::yesNo('outer_edge', 'Flanges meet along the outer edge?'),
                ], more: [
                    Confirmed::usual('mc.turned', 'not_turned', 'Did not turn.', 'It turned.',
                        'Take it off and look at the seal and the pipe: a turned seal is scuffed.'),
                    Confirmed::usual('mc.edge', 'outer_edge', 'Flanges meet along the outer edge.', 'They do not meet.',
                        'Go round once more, within the greatest torque.'),
                ]),
            StabEnd::step($situation, $this->product, 's', 'stab', 'Service',
                'Service end square, clean, chamfered by the gauge, marked; then in to the mark.'),
            LeakTest::step($situation, $this->product),
            self::tap($isTight),
        ];
    }

    private static function tap(bool $isTight): Step
    {
        return new Step('tap', 'Tap',
            'Punch with the key for its size down to the stop, then back until it is flush with the top, never proud. Cap by hand, no wrench.', [
                ReadingSpec::yesNo('to_stop', 'Punched down to the stop?'),
                ReadingSpec::choice('punch', 'Punch brought back', [self::FLUSH, self::PROUD, self::DEEP]),
                ReadingSpec::yesNo('cap_ring', 'Ring in the cap, cap on by hand?'),
                ReadingSpec::yesNo('shear_limited', 'Shear at the main limited by the company\'s rule?'),
            ], [
                Confirmed::usual('mc.punched', 'to_stop', 'Down to the stop.', 'Not down to the stop.',
                    'Punch on to the stop: a half-cut coupon chokes the service.'),
                new ChoiceIs('mc.punch', 'punch', 'Punch', [
                    self::PROUD => [Severity::Mend, 'Turn it down until it is flush: proud it keeps the cap from sealing.'],
                    self::DEEP => [Severity::Mend, 'Bring it back until it is flush: left down it shuts the service.'],
                ], Source::commonPractice()),
                Confirmed::usual('mc.cap', 'cap_ring', 'Cap on by hand, with its ring.', 'No ring, or a wrench was used.',
                    'Take a new cap with its ring and turn it on by hand.'),
                Confirmed::usual('mc.shear', 'shear_limited', 'Shear limited.', 'Nothing limits the shear at the main.',
                    'Put on what the company\'s rule wants before it is covered.'),
            ], [StabEnd::STATIC, 'Never stand over the punch.'], gate: $isTight ? null : new Gate(
                'No tap before the leak test has held.', null, 'common practice',
            ));
    }

    public function joiningStep(array $steps): string
    {
        return 'bolts';
    }

    public function ages(Situation $situation): array
    {
        return [...parent::ages($situation), $this->age('soap', 'leak_test', 'tap', 'mc.age.leak_test_min', 'Leak tested', 'Test it again before the tap.')];
    }
}
