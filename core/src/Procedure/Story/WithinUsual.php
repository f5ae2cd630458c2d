<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure\Story;

use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** A number beyond what is usual for the work at hand was asked about when it was entered; kept all the same, it stays in sight. */
final readonly class WithinUsual implements Rule
{
    /** @param  list<ReadingSpec>  $specs  of one step that have a usual range */
    public function __construct(private string $step, private array $specs)
    {
    }

    public function id(): string
    {
        return "story.usual.{$this->step}";
    }

    public function judge(Situation $situation): ?Finding
    {
        $odd = $keys = [];
        foreach ($this->specs as $spec) {
            $reading = $situation->readings->reading($spec->key);
            if ($reading === null) {
                continue;
            }
            foreach ($spec->unusual($reading->value) as $found) {
                $odd[] = $found->said($situation->rulebook->units);
                $keys[] = $spec->key;
            }
        }

        return $odd === [] ? null : new Finding(
            $this->id(), Severity::Watch, implode(' ',
                $odd), 'Kept when it was asked about. Whoever reads the record looks at it twice.', Source::commonPractice('usual sizes, from memory'),
            array_values(array_unique($keys)), why: 'Ten times too much, or another unit, looks like any other number.',
        );
    }
}
