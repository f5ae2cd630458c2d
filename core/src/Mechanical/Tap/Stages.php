<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Tap;

use Diastoma\Core\Mechanical\Measured;
use Diastoma\Core\Mechanical\Product;
use Diastoma\Core\Mechanical\Rules\HeldAgainstEjection;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Rules\NumberAtMost;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Severity;

/** The stages of a live tap from the mounted saddle on, in their order. Common practice; the maker's own order governs. */
final class Stages
{
    public const CAUTION = 'The main is full: what is let go of is thrown out. Stand beside the rod, never over it.';

    public const BY_DEVICE = 'the device\'s screw and lock';

    public const BY_HAND = 'by hand';

    public const NOT_TRIED = 'not tried';

    public const OPENS = ['clockwise', 'anticlockwise', self::NOT_TRIED];

    /** @return list<Step> */
    public static function all(Situation $s, Product $product): array
    {
        return [
            self::asked('mounted', 'Mounted tight', 'Saddle does not move by hand, ring is pressed all round, nuts are even.', [
                'mounted_tight' => ['Mounted tight, no movement by hand?', 'Mounted tight.', 'It moves.',
                    'Go round the nuts once more before anything is mounted on it.', Severity::Mend],
            ]),
            self::asked('flushing', 'Flushing', 'Flushing piece open, hose on and led away to where nobody stands.', [
                'flush_open' => ['Flushing piece open?', 'Open.', 'Shut.', 'Open it: chips that are not flushed out cut the seal.', Severity::Mend],
                'hose_away' => ['Hose on, led away and tied?', 'Led away.', 'Loose.', 'Tie it: under pressure it whips.', Severity::Mend],
            ]),
            self::asked('device', 'Device on', 'Drilling device on, left-hand thread; locked. Rod let down to touch, locked again.', [
                'device_locked' => ['On to the end of its left-hand thread, and locked?', 'Locked.', 'Not locked.', 'Lock it before the rod is let down.',
                    Severity::Stop],
                'rod_touches' => ['Rod let down to touch, and locked again?', 'Locked.', 'Not locked.',
                    'Lock it: an unlocked rod is thrown out as soon as the main is open.', Severity::Stop],
            ]),
            self::asked('drill', 'Drill', 'Turn with very little feed. Done when rod and feed turn free and the chips are flushed.', [
                'little_feed' => ['Turned with very little feed?', 'Little feed.', 'Fed hard.',
                    'Look at the hole and the cutter: fed hard it tears the coupon and jams.', Severity::Mend],
                'turns_free' => ['Rod and feed turn free?', 'Free.', 'Not free.', 'Turn on: it is not through.', Severity::Mend],
                'chips_out' => ['Chips flushed out at the hose?', 'Flushed.', 'Not flushed.', 'Flush until it runs clear.', Severity::Mend],
            ]),
            self::released($s, $product),
            self::asked('proved', 'Shut-off proved', 'Shut-off into the hole. No flow at the hose proves the auxiliary seal.', [
                'shut_off_in' => ['Shut-off in the hole?', 'In.', 'Not in.', 'Set it again; the device stays on.', Severity::Mend],
                'no_flow' => ['No flow at the hose?', 'No flow.', 'It flows.', 'Leave the device on. Set the shut-off again until nothing flows.',
                    Severity::Stop],
            ]),
            self::asked('setter', 'Sleeve in its setter',
                'Hose and device off. Sealing sleeve clicked into its setter, setter on, shut-off back: pressure drives the sleeve down.', [
                    'sleeve_clicked' => ['Sleeve clicked into its setter, setter on?', 'Clicked in.', 'Not clicked in.',
                        'Press until it clicks: a loose sleeve jams on its way.', Severity::Stop],
                ]),
            self::asked('sleeve', 'Sleeve at stop', 'Turned to the stop. It cannot be seen: the stop is the evidence.', [
                'sleeve_at_stop' => ['Turned to the stop, hard?', 'At the stop.', 'No stop felt.',
                    'Turn on to the stop. Without it do not take the setter off.', Severity::Stop],
            ]),
            self::asked('upper', 'Upper part', 'Shut-off in again, setter off, upper part on.', [
                'shut_off_again' => ['Shut-off in again, no flow, before the setter came off?', 'No flow.', 'It flows.',
                    'Setter stays on until nothing flows.', Severity::Stop],
                'upper_on' => ['Upper part on, to its stop?', 'On.', 'Not on.', 'Turn it on to its stop.', Severity::Mend],
            ]),
            self::asked('seat', 'Seat proved', 'Spindle shut to prove the seat.', [
                'seat_tight' => ['Spindle shut, no flow at the outlet?', 'Seat tight.', 'It flows past the seat.',
                    'Open, flush, shut again. If it still flows the upper part comes off.', Severity::Stop],
            ]),
            self::outlet(),
        ];
    }

    /** Whether everything a stage asks for is there, and nothing that it found is worse than a thing to watch. */
    public static function isDone(Situation $s, Step $step): bool
    {
        if ($step->missing($s->readings) !== []) {
            return false;
        }
        foreach ($step->rules as $rule) {
            if ($rule->judge($s)?->severity->isWorseThan(Severity::Watch) === true) {
                return false;
            }
        }

        return true;
    }

    /**
     * The same step with the whole ladder of stages beside it.
     *
     * @param  list<Step>  $stages
     */
    public static function ladder(Step $step, Situation $s, array $stages): Step
    {
        $guide = $step->guide;

        return new Step($step->id, $step->title, $step->instruction, $step->readings, $step->rules, $step->cautions, static fn (): array => [
            ...(is_array($guide) ? $guide : $guide()), 'ladder' => array_map(static fn (Step $stage): array => [
                'id' => $stage->id, 'title' => $stage->title, 'done' => self::isDone($s, $stage), 'here' => $stage->id === $step->id,
            ], $stages),
        ], $step->notNeeded, $step->stale, $step->gate, $step->group);
    }

    /** @param  array<string, array{string, string, string, string, Severity}>  $questions  question, yes, no, what to do, how bad; by key */
    private static function asked(string $id, string $title, string $instruction, array $questions): Step
    {
        $specs = $rules = [];
        foreach ($questions as $key => [$question, $yes, $no, $todo, $severity]) {
            $specs[] = ReadingSpec::yesNo($key, $question);
            $rules[] = Confirmed::usual("mc.tap.{$key}", $key, $yes, $no, $todo, $severity, final: $severity === Severity::Stop);
        }

        return new Step($id, $title, $instruction, $specs, $rules);
    }

    private static function released(Situation $s, Product $product): Step
    {
        return new Step('released', 'Rod released',
            'The main pushes the rod out with its pressure on the rod\'s outside diameter. Hold it, release it under control, lock it out.', [
                ReadingSpec::number('main_kpa', 'Pressure in the main', Unit::KiloPascal, 1, 4000),
                ReadingSpec::choice('rod_held', 'Rod held by', [self::BY_DEVICE, self::BY_HAND]),
                ReadingSpec::yesNo('rod_released', 'Released under control, all the way, and locked out?'),
            ], [
                new HeldAgainstEjection($product),
                new NumberAtMost(
                    'mc.tap.rod', [Product::key('rod_mm')],
                    static fn (Situation $s): ?float => Measured::odMm($s, '') === null ? null : $product->figure($s, 'rod_mm'), 'mc.tap.rod_percent',
                    'Outside diameter of the rod', 'Read the label again. So large a hole is not made in this main.', Severity::Stop, '',
                    static fn (Situation $s): float => $s->limit('mc.tap.rod_percent') / 100 * (Measured::odMm($s, '') ?? 0.0), Unit::Millimetre),
                Confirmed::usual(
                    'mc.tap.rod_released', 'rod_released', 'Released and locked out.', 'Not released under control.',
                    'Nobody near the rod. Shut the main down if it cannot be held.',
                    Severity::Stop, 'A rod that is let go breaks arms and skulls.', true,
                ),
            ], ['Ejection: hold the rod before it is unlocked. Nobody in line with it.'], static function () use ($s, $product): array {
                $kpa = $s->readings->number('main_kpa');
                $rod = $product->figure($s, 'rod_mm');
                $force = $kpa === null || $rod === null ? null : Ejection::forceN($kpa, $rod);

                return ['ejection' => [
                    'rod_mm' => $rod, 'pressure_kpa' => $kpa, 'force_n' => $force,
                    'hand_n' => $s->limit('mc.tap.hand_n'),
                    'beyond_hand' => $force !== null && ! Compare::atMost($force, $s->limit('mc.tap.hand_n')),
                ]];
            });
    }

    private static function outlet(): Step
    {
        return new Step('outlet', 'Outlet', 'Outlet on, spindle extension with pin and cover. Say how it opens: the next crew reads it.', [
            ReadingSpec::yesNo('outlet_on', 'Outlet connected and tight?'), ReadingSpec::yesNo('extension_on', 'Spindle extension on, with pin and cover?'),
            ReadingSpec::number('turns_to_open', 'Turns to open', Unit::None, 0.25, 200), ReadingSpec::choice('opens', 'Opens', self::OPENS),
        ], [
            Confirmed::usual('mc.tap.outlet_on', 'outlet_on', 'Tight.', 'Not tight.', 'Shut the spindle, make it tight, open again.'),
            Confirmed::usual('mc.tap.extension_on', 'extension_on', 'Pin and cover on.', 'No pin, or no cover.',
                'Put them on before it is covered: nobody finds the spindle later.'),
            new Opens,
        ]);
    }
}
