<?php

declare(strict_types=1);

namespace Diastoma\Core\Yard\Rules;

use Diastoma\Core\Procedure\Row;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;
use Diastoma\Core\Yard\Stock;

/** Nothing is taken in that had run out on the day it came. */
final readonly class PartsInDate implements Rule
{
    public function id(): string
    {
        return 'yd.use_by';
    }

    public function judge(Situation $situation): ?Finding
    {
        $rows = Row::of($situation->readings, 'part');
        $wrong = [];
        foreach ($rows as $row) {
            $day = $row->text('use_by');
            $wrong = match (true) {
                $day !== '' && Stock::day($day) === null => [...$wrong, "{$row->text('what')}: “{$day}” is no day"],
                Stock::hasRunOut($day, $row->at) => [...$wrong, "{$row->text('what')}: ran out on {$day}"],
                default => $wrong,
            };
        }

        return $rows === [] ? null : new Finding(
            $this->id(), $wrong === [] ? Severity::Go : Severity::Mend, $wrong === [] ? 'Nothing has run out.' : implode('; ', $wrong).'.',
            $wrong === [] ? '' : 'Send back what has run out; write a day as 2027-05-31.', Source::maker('use-by on the bag'), ['part'],
        );
    }
}
