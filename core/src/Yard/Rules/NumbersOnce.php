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

/** No two pipes of a delivery bear one number: its history would be that of either. */
final readonly class NumbersOnce implements Rule
{
    public function id(): string
    {
        return 'yd.numbers';
    }

    public function judge(Situation $situation): ?Finding
    {
        $seen = [];
        foreach (Row::of($situation->readings, 'pipe') as $row) {
            $seen[Stock::key($row->text('number'))][] = json_encode([$row->text('pipe'), $row->number('length_m')]);
        }
        // entered again with the same length it is a correction of its condition, not another pipe
        $twice = array_keys(array_filter($seen, static fn (array $rows): bool => count(array_unique($rows)) > 1));

        return $seen === [] ? null : new Finding(
            $this->id(), $twice === [] ? Severity::Go : Severity::Mend,
            $twice === [] ? count($seen).' pipes, each with its number.' : 'Entered twice, as different pipes: '.implode(', ', $twice).'.',
            $twice === [] ? '' : 'Read the number on the pipe again, and re-enter the wrong one as damaged or under its own number.',
            Source::commonPractice(), ['pipe'],
        );
    }
}
