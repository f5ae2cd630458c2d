<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure\Story;

use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** Steps were done in their order. A step that was done as a whole after one that it comes before is told. */
final readonly class InTurn implements Rule
{
    public const ID = 'story.turn';

    /**
     * @param  array<string, array{string, list<string>}>  $steps  title and the readings that are taken at each, by id, in order
     * @param  array<string, list<string>>  $free  ids of steps that may come before or after one, by its id
     */
    public function __construct(private array $steps, private array $free = [])
    {
    }

    public function id(): string
    {
        return self::ID;
    }

    public function judge(Situation $situation): ?Finding
    {
        $swapped = $keys = [];
        $before = [];
        foreach ($this->steps as $id => [$title, $of]) {
            $times = [];
            foreach ($of as $key) {
                $reading = $situation->readings->reading($key);
                if ($reading !== null && ! $reading->isCarried()) {
                    $times[] = $reading->takenAt;
                }
            }
            if ($times === []) {
                continue;
            }
            [$first, $last] = [min($times), max($times)];
            foreach ($before as $other => [$earlier, $from, $itsKeys]) {
                if ($from > $last && ! in_array($other, $this->free[$id] ?? [], true) && ! in_array($id, $this->free[$other] ?? [], true)) {
                    $swapped[] = "“{$title}” before “{$earlier}”";
                    $keys = [...$keys, ...$itsKeys, ...$of];
                }
            }
            $before[$id] = [$title, $first, $of];
        }

        return $swapped === [] ? null : new Finding(
            self::ID, Severity::Watch, 'Done out of order: '.implode('; ', $swapped).'.', '', Source::commonPractice(), array_values(array_unique($keys)),
            why: 'Steps stand in the order in which one can be seen to before the next hides it.',
        );
    }
}
