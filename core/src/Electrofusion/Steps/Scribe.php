<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Steps;

use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Rules\NumberAtLeast;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Schools;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** The school of the scribed line [common practice]: lines cut to the least peel and coloured; where they are gone, enough has come off. */
final class Scribe
{
    public static function instruction(Situation $s): string
    {
        return Schools::scribes($s->rulebook) ? ' First scribe witness lines round the zone, to the least peel, and colour them: they must vanish.' : '';
    }

    /** @return list<ReadingSpec> */
    public static function specs(Situation $s): array
    {
        return ! Schools::scribes($s->rulebook) ? [] : [
            ReadingSpec::number(
                'scribe_mm', 'Depth the witness lines are scribed to', Unit::Millimetre, 0, 3, 'As the scriber is set; no less than the least peel',
            ),
            ReadingSpec::yesNo('scribe_coloured', 'Lines coloured, all round the zone?'),
            ReadingSpec::yesNo('scribe_gone', 'Every scribed and coloured line gone after scraping?'),
        ];
    }

    /** @return list<Rule> */
    public static function rules(): array
    {
        /** @var ?list<Rule> $rules nothing in them depends on the joint */
        static $rules = null;

        return $rules ??= [
            new NumberAtLeast(
                'ef.scribe', ['scribe_mm'], static fn (Situation $s): ?float => $s->readings->number('scribe_mm'), 'ef.scrape.radial_mm',
                'Witness lines scribed', 'Scribe them deeper: a line that is too shallow vanishes before enough has come off.', Severity::Mend,
            ),
            new Confirmed(
                'ef.scribe_coloured', 'scribe_coloured', 'Lines coloured.', 'Lines not coloured.', 'Colour them: an uncoloured line is not seen.',
                Severity::Mend, Source::commonPractice(),
            ),
            new Confirmed(
                'ef.scribe_gone', 'scribe_gone', 'Every line gone.', 'A line is left.', 'Scrape the whole surface once more.', Severity::Mend,
                Source::commonPractice(), 'Where a line is left, not enough came off.',
            ),
        ];
    }
}
