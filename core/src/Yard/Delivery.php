<?php

declare(strict_types=1);

namespace Diastoma\Core\Yard;

use Diastoma\Core\Procedure\Gate;
use Diastoma\Core\Procedure\Procedure;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rules\ChoiceIs;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Rules\NumberAtLeast;
use Diastoma\Core\Procedure\Rules\NumberAtMost;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Procedure\Story\Act;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;
use Diastoma\Core\Yard\Rules\CountedRight;
use Diastoma\Core\Yard\Rules\NumbersOnce;
use Diastoma\Core\Yard\Rules\PartsInDate;

/** What a delivery brings: held against the order and signed before it is unloaded, stacked, and written down piece by piece [common practice]. */
final class Delivery extends Procedure
{
    public const ID = 'yard.delivery';

    /** Of the fact that lists the pipes of the job, see Stock. */
    public const BETWEEN = '|';

    public function id(): string
    {
        return self::ID;
    }

    public function kind(): string
    {
        return 'delivery';
    }

    public function title(): string
    {
        return 'Delivery';
    }

    public function clocks(Situation $situation): array
    {
        return [];
    }

    public function steps(Situation $situation): array
    {
        $signed = $situation->readings->yes('signed') === true ? null : new Gate('The note is signed before anything is lifted off.', null, 'common practice');

        return [self::note($situation), self::sign($situation), self::stack($situation, $signed), self::pieces($situation, $signed)];
    }

    private static function note(Situation $s): Step
    {
        return new Step('note', 'Against the order', 'Count what is on the truck, line by line of the order.', [
            ReadingSpec::row('line', 'Line', [
                ReadingSpec::choice('what', 'What', [...self::pipes($s), 'fittings', 'gaskets', 'something else']),
                ReadingSpec::number('ordered', 'Ordered', Unit::None, 0, 100000), ReadingSpec::number('came', 'Came', Unit::None, 0, 100000),
            ]),
            ReadingSpec::yesNo('stamps_ok', 'Size, class and stamp as ordered, on every piece?'), ReadingSpec::choice('sound', 'Condition', [
                Kept::ALL_GOOD, Kept::SOME_BAD, Kept::BAD_AMONG,
            ]),
        ], [
            new CountedRight,
            Confirmed::usual('yd.stamps', 'stamps_ok', 'Stamps as ordered.', 'A stamp is not as ordered.',
                'Send it back: a wrong class looks like the right one.', Severity::Stop),
            new ChoiceIs('yd.sound', 'sound', 'Condition', [
                Kept::SOME_BAD => [Severity::Watch, 'Enter each under Rejects, with a picture.'],
                Kept::BAD_AMONG => [Severity::Mend, 'Set them aside and mark them, so that nobody lays them.'],
            ], Source::commonPractice()),
        ]);
    }

    private static function sign(Situation $s): Step
    {
        $first = $s->readings->has('line') ? null : new Gate('“Against the order” comes first.', null, 'common practice');

        return new Step('sign', 'Delivery note', 'What is short or damaged stands on the note before it is signed.', [
            ReadingSpec::yesNo('signed', 'Signed, with everything short or damaged written on it?'),
        ], [Confirmed::usual('yd.signed', 'signed', 'Signed.', 'Not signed.', 'Nothing is lifted off before it is: afterwards nobody owns up to it.')],
            gate: $first);
    }

    private static function stack(Situation $s, ?Gate $gate): Step
    {
        return new Step('stack', 'Unload and stack',
            'Sling or fork, never tipped or rolled off. Bearers level, the lowest row chocked, spigots and bells free.', [
                ReadingSpec::yesNo('lifted', 'Lifted off, nothing dropped, nobody under the load?'),
                ReadingSpec::number('stack_m', 'Height of the stack', Unit::Metre, 0, 20), ReadingSpec::yesNo('chocked', 'On bearers, chocked at both ends?'),
                ReadingSpec::choice('where', 'Kept', [Kept::COVERED, Kept::OPEN]),
                ReadingSpec::number('gasket_c', 'Where the gaskets lie', Unit::Celsius, -40, 60)->optional(),
            ], [
                Confirmed::usual('yd.lifted', 'lifted', 'Lifted off.', 'Dropped or tipped.',
                    'Set that pipe aside and look at it from end to end; nobody under a load.', Severity::Stop),
                new NumberAtMost('yd.stack', ['stack_m'], static fn (Situation $s): ?float => $s->readings->number('stack_m'), 'yd.stack_m', 'Stack',
                    'Take rows off: it rolls, and ovals the lowest.', Severity::Stop,
                    'A stack that rolls kills.', watchShare: 1.0),
                Confirmed::usual('yd.chocked', 'chocked', 'Chocked.', 'Not chocked.', 'Chock it before anybody walks past.', Severity::Stop),
                new ChoiceIs('yd.where', 'where', 'Kept',
                    [Kept::OPEN => [Severity::Watch, 'Cover PE and PVC, and gaskets, from the sun: their days are counted.']], Source::commonPractice()),
                new NumberAtMost('yd.gasket_hot', ['gasket_c'], static fn (Situation $s): ?float => $s->readings->number('gasket_c'), 'yd.gasket_max_c',
                    'Gaskets at', 'Store them cool and dark.', watchShare: 1.0),
                new NumberAtLeast('yd.gasket_cold', ['gasket_c'], static fn (Situation $s): ?float => $s->readings->number('gasket_c'), 'yd.gasket_min_c',
                    'Gaskets at', 'Store them warmer: hard rubber does not seal.'),
            ], ['Nobody under a load, nobody beside a stack that is being opened.'], gate: $gate);
    }

    private static function pieces(Situation $s, ?Gate $gate): Step
    {
        $pipes = self::pipes($s);

        return new Step('pieces', 'Piece by piece', 'The number on each pipe, the code on each fitting: what stands here can be chosen on the line.', [
            ...($pipes === [] ? [] : [ReadingSpec::row('pipe', 'Pipe', [
                ReadingSpec::choice('pipe', 'Pipe', $pipes), ReadingSpec::text('number', 'Number on the pipe'),
                ReadingSpec::number('length_m', 'Length', Unit::Metre, 0.1, 1000), ReadingSpec::text('batch', 'Batch')->optional(),
                ReadingSpec::choice('sound', 'Condition', [Kept::SOUND, Kept::DAMAGED]),
            ])->optional()]),
            ReadingSpec::row('part', 'Part', [
                ReadingSpec::choice('kind', 'Kind', [Kept::FITTING, Kept::GASKET, Kept::OTHER]), ReadingSpec::text('what', 'What it is'),
                ReadingSpec::number('count', 'How many', Unit::None, 1, 100000), ReadingSpec::text('batch', 'Batch'),
                ReadingSpec::text('code', 'Code on it, scanned')->optional(), ReadingSpec::text('use_by', 'Use by, such as 2027-05-31')->optional(),
            ])->optional(),
        ], [new NumbersOnce, new PartsInDate], gate: $gate);
    }

    /** @return list<string> what the mains of the job are of */
    private static function pipes(Situation $s): array
    {
        return array_values(array_filter(explode(self::BETWEEN, $s->facts->text('pipes')), static fn (string $p): bool => $p !== ''));
    }

    public function acts(Situation $situation): array
    {
        return [new Act(
            'unload', 'stack', ['lifted'], 'unloaded', 'Count and look again, and write to the carrier today: what is signed for unseen is ours.',
        )];
    }

    public function usualSizes(Situation $situation): array
    {
        return ['ordered' => [0.0, 5000.0], 'came' => [0.0, 5000.0], 'stack_m' => [0.05, 3.0], 'gasket_c' => [-15.0, 40.0], 'pipe.length_m' => [0.5, 25.0],
            'count' => [1.0, 2000.0]];
    }
}
