<?php

declare(strict_types=1);

namespace Diastoma\Core\Yard\Rules;

use Diastoma\Core\Procedure\Row;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** As many pieces as were ordered: the last count of each line. */
final readonly class CountedRight implements Rule
{
    public function id(): string
    {
        return 'yd.counted';
    }

    public function judge(Situation $situation): ?Finding
    {
        $lines = [];
        foreach (Row::of($situation->readings, 'line') as $row) {
            $lines[$row->text('what')] = (int) (($row->number('came') ?? 0.0) - ($row->number('ordered') ?? 0.0));
        }
        if ($lines === []) {
            return null;
        }
        $wrong = [];
        foreach (array_filter($lines) as $what => $by) {
            $wrong[] = $by < 0 ? -$by." of {$what} short" : "{$by} of {$what} too many";
        }

        return new Finding(
            $this->id(), $wrong === [] ? Severity::Go : Severity::Mend, $wrong === [] ? 'As many as ordered.' : ucfirst(implode(', ', $wrong)).'.',
            $wrong === [] ? '' : 'Write it on the note before it is signed, and order what is short. A supervisor accepts it as it is.',
            Source::commonPractice(), ['line'],
        );
    }
}
