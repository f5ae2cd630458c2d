<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting\Taking;

use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Sitting\Entry;
use Diastoma\Core\Sitting\Refused;
use Diastoma\Core\Sitting\Sitting;

/** Finds what asks for a reading, and whether its step is open. */
final class Asked
{
    public static function spec(Sitting $sitting, Entry $entry): ReadingSpec|Refused
    {
        $key = is_string($entry->payload['key'] ?? null) ? $entry->payload['key'] : '';
        foreach ($sitting->steps() as $step) {
            $spec = $step->reading($key);
            if ($spec !== null) {
                return $step->gate?->isShutAt($entry->at()) === true ? Refused::conflict("{$step->title} is shut. {$step->gate->said}") : $spec;
            }
        }

        return Refused::input("This work asks for no reading “{$key}”. Load the page again.", $key, 'unknown reading', $key);
    }
}
