<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Steps;

use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** The fitting comes out of its bag at the last moment; its inside is wiped and dried like the pipe, with a dry time of its own. */
final class Unpack
{
    public const PLAIN = 'no preheat';

    public const PREHEATED = 'a preheat code of its own';

    /**
     * @param  array<string, string>  $fittings  name before the label by key part; one nameless fitting is ['' => '']
     * @param  bool  $asksPreheat  whether the fitting may have a preheat, which its label tells
     */
    public static function step(Situation $s, array $fittings = ['' => ''], bool $asksPreheat = false, string $what = 'bore', string $group = ''): Step
    {
        $specs = [ReadingSpec::yesNo(
            'fresh_from_bag', count($fittings) > 1 ? 'Fittings in their closed bags until now?' : 'Fitting in its closed bag until now?',
        )];
        $rules = [new Confirmed(
            'ef.bag', 'fresh_from_bag', 'Fresh from its bag.', 'The fitting lay open.',
            "Clean the {$what} twice with fresh wipes and let it dry; look for dust and rain.", Severity::Mend, Source::commonPractice(),
        )];
        if ($asksPreheat) {
            $specs[] = ReadingSpec::choice(
                'fitting_preheat', 'The fitting has', [self::PLAIN, self::PREHEATED], 'Printed on it: a second code, of the preheat',
            )->usually(self::PLAIN);
        }
        foreach ($fittings as $key => $name) {
            [$wiped, $dry] = ["fitting_{$key}wiped_at", "fitting_{$key}dry_at"];
            $prefix = $name === '' ? 'Fitting: ' : "{$name}: ";
            array_push($specs, ...Wipe::specs($wiped, $dry, $prefix));
            $rules[] = Wipe::rule("ef.fitting.{$key}drying", $wiped, $dry, "{$prefix}called dry");
        }

        return new Step('unpack', 'Unpack', "Take the fitting out of its bag now. Wipe its {$what} with a fresh wipe, let it dry, do not touch "
            .'it.', $specs, $rules,
            ['Solvent vapour burns: no flame, no sparks, air moving. Gloves and glasses on.'], ['drying_s' => $s->limit('ef.drying_s')], group: $group);
    }

    public static function isPreheated(Situation $s): bool
    {
        return $s->readings->text('fitting_preheat') === self::PREHEATED;
    }

    /** @return list<Rule> what must be so when the pipes are in */
    public static function insertion(): array
    {
        return [new Confirmed(
            'ef.insertion', 'marks_at_edge', 'Both pipes fully in.', 'A pipe is not fully in.',
            'Do not fuse. Take it apart, clean again and push both ends to their marks.', Severity::Stop, Source::commonPractice(),
            'Bare coil overheats; melt escapes and can ignite.',
        )];
    }
}
