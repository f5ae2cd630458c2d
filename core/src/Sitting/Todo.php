<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting;

/** What a work asks for next, in one line, and by which acts it is done. */
final class Todo
{
    public const CUT_OUT = 'cut_out';

    public const OVERRULE = 'overrule';

    public const MAKE_AGAIN = 'make_again';

    public const NONCONFORMANCE = 'nonconformance';

    /** Before a main is cut. Common practice; the owner's procedure and the maker's instructions govern. */
    private const BEFORE_CUTTING = [
        'No pressure in the line: drained, or purged of gas and proved free of it, isolated and tagged.', 'Ends held, so that nothing springs when it is cut.',
        'The owner\'s procedure for cutting governs. [common practice]',
    ];

    /** The same in a word or two, for a list of many; empty where nothing is to do. */
    public static function inShort(State $state, ?string $step): string
    {
        return match ($state) {
            State::Stop => 'Cut out, or overrule',
            State::CutOut => 'Make it again',
            State::Cooling => 'Wait',
            State::Accepted, State::Overruled => '',
            State::Planned => $step ?? 'Begin',
            State::Mend => $step === null ? 'Put right' : "Put right, then {$step}",
            State::InWork => $step ?? 'Enter what is missing',
        };
    }

    /**
     * @param  ?string  $step  title of the step that comes next
     * @param  bool  $isReplaced  something stands in its place already
     * @return array{said: string, acts: list<string>, cautions: list<string>}
     */
    public static function of(State $state, ?string $step, bool $isReplaced = false, Kind $kind = Kind::Joint): array
    {
        $todo = self::said($state, $step, $isReplaced, $kind);
        $cuts = array_intersect($todo['acts'], [self::CUT_OUT, self::MAKE_AGAIN]) !== [];

        return [...$todo, 'cautions' => $cuts ? self::BEFORE_CUTTING : []];
    }

    /** @return array{said: string, acts: list<string>} */
    private static function said(State $state, ?string $step, bool $isReplaced, Kind $kind): array
    {
        return match ($state) {
            State::Stop => ! $kind->canBeCutOut() ? [
                'said' => 'Stopped. Put right what is marked, or have the stop overruled.', 'acts' => [self::OVERRULE, self::NONCONFORMANCE],
            ] : ['said' => 'Stopped. Cut it out and make it again, or have the stop overruled.',
                'acts' => [self::CUT_OUT, self::OVERRULE, self::NONCONFORMANCE]],
            State::CutOut => $isReplaced ? ['said' => 'Cut out and made again: its record stays.', 'acts' => []]
                : ['said' => 'Cut out, and nothing stands in its place. Make it again.', 'acts' => [self::MAKE_AGAIN]],
            State::Cooling => ['said' => 'All is done but for the wait. Leave it still.', 'acts' => []],
            State::Accepted, State::Overruled => ['said' => $kind === Kind::Joint ? 'Done. Go on to the next joint.' : 'Done.', 'acts' => []],
            State::Mend => ['said' => 'Put right what is marked'.($step === null ? '.' : ", then go on with “{$step}”."), 'acts' => []],
            State::Planned, State::InWork => ['said' => $step === null ? 'Enter what is still missing.' : "Next: {$step}.", 'acts' => []],
        };
    }
}
