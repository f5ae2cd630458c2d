<?php

declare(strict_types=1);

namespace Diastoma\Core\Gasketed\Steps;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Gasketed\Made;
use Diastoma\Core\Gasketed\Rules\MadeForService;
use Diastoma\Core\Gasketed\Rules\SlingsEnough;
use Diastoma\Core\Lifting\LiftCard;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Rules\Since;
use Diastoma\Core\Procedure\Shared;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Procedure\Story\StoryOf;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** Pipe and gasket looked at before they are worth any work, and the pipe brought into the trench. */
final class Receive
{
    /** @return list<Step> */
    public static function steps(Situation $s, Made $made): array
    {
        return [self::inspect($s, $made), $made->system->seal()->received(), self::lift($s, $made)];
    }

    private static function inspect(Situation $s, Made $made): Step
    {
        $concrete = $made->system->material === 'concrete';
        $specs = [
            ReadingSpec::yesNo('pipe_right', 'Stamp, class and date as on the drawing?', instrument: ReadingSpec::PRINT_LINE),
            ReadingSpec::yesNo('spigot_sound', 'Spigot without crack, chip or flat?', 'A bad pipe: reject it in Yard, with a picture'),
            ReadingSpec::yesNo('socket_sound', $made->system->seal()->socketQuestion()),
        ];
        $rules = [
            new Since(StoryOf::SINCE, new MadeForService($made->system)),
            self::yes(
                'gs.pipe_right', 'pipe_right', 'The right pipe.', 'Not the pipe of the drawing.',
                'Do not lay it. Find the right one, or ask for the drawing to be put right.', Severity::Stop,
            ),
            self::yes(
                'gs.spigot_sound', 'spigot_sound', 'Spigot sound.', 'The spigot is damaged.',
                'Reject the pipe, or cut the end off where the maker allows it.', Severity::Stop,
            ),
            self::yes(
                'gs.socket_sound', 'socket_sound', 'Socket sound.', 'Socket or groove is damaged.', 'Reject the pipe and write down why.', Severity::Stop,
            ),
        ];
        if ($made->system->material === 'grp' && $s->facts->maybe('pn_bar') === null) {
            $specs[] = ReadingSpec::number('pipe_pn_bar', 'Pressure class PN stamped on the pipe', Unit::None, 1, 64, 'What the joint may turn depends on it');
        }
        if ($concrete) {
            $specs[] = ReadingSpec::yesNo('anchor_sound', 'Lifting anchor sound and the right one for its key?');
            $rules[] = self::yes(
                'gs.anchor', 'anchor_sound', 'Lifting anchor sound.', 'The lifting anchor is damaged or the wrong one.',
                'Do not lift by it. Use slings, and tell the maker.', Severity::Stop,
            );
        }

        return new Step('inspect', 'Inspect', 'Read the stamp, feel round both ends, look along the barrel.', $specs, $rules, [
            'Nobody enters the trench before the competent person has passed it today. Services located before digging.',
        ]);
    }

    private static function lift(Situation $s, Made $made): Step
    {
        $card = self::card($s, $made);
        $rules = [
            self::yes(
                'gs.no_chain', 'slings_only', 'Slings only.', 'Chain or wire on the pipe.',
                'Set it down. Slings, never chain or wire: they notch the pipe and slip.', Severity::Stop,
            ),
            new SlingsEnough($card),
        ];
        $specs = [
            ReadingSpec::number(
                'slings', 'Slings used', Unit::None, 0, 6, $card === null || $card->by === 'hands' ? '0 when carried' : 'As on the card, or more',
                'lift_card',
            )->shared(Shared::Tools),
            ReadingSpec::yesNo('slings_only', 'No chain and no wire on the pipe?'),
        ];
        if ($card?->tagLine === true) {
            $specs[] = ReadingSpec::yesNo('tag_line', 'Tag line on?');
            $rules[] = self::yes(
                'gs.tag_line', 'tag_line', 'Tag line on.', 'No tag line.', 'Put one on: a swinging pipe is steered by rope, never by hand.', Severity::Mend,
            );
        }

        return new Step(
            'lift', 'Lift', 'Bring the pipe in as the card says.', $specs, $rules,
            ['Nobody under or beside a hanging load. The lift follows the lifting plan of the site.'], $card === null ? [] : ['lift' => $card->toArray()],
        );
    }

    private static function card(Situation $s, Made $made): ?LiftCard
    {
        $length = $s->facts->maybe('pipe_length_m');
        try {
            return $length === null ? null : LiftCard::of(
                $made->system->material, Made::odMm($s), $s->facts->number('wall_mm'), $length, $s->facts->number('dn_mm'),
            );
        } catch (InvalidInput) {
            return null; // dimensions that make no pipe: the card stays empty, the readings stand
        }
    }

    private static function yes(string $id, string $reading, string $yes, string $no, string $todo, Severity $otherwise): Confirmed
    {
        return new Confirmed($id, $reading, $yes, $no, $todo, $otherwise, Source::commonPractice());
    }
}
