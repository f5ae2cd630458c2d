<?php

declare(strict_types=1);

namespace App\Reports;

use App\Procedures\Subject;
use Diastoma\Core\Electrofusion\Fused;

/** Every fusion on record of a joint, in the order of the work; one that was run again is there each time. */
final class FusionsOf
{
    /** @return list<array{title: string, key: string, label: string, record: array<string, mixed>, by: string, time: int, of: int}> */
    public static function subject(Subject $subject): array
    {
        $found = [];
        $readings = $subject->readings();
        foreach ($subject->procedure instanceof Fused ? $subject->procedure->weldsOf($subject->situation()) : [] as $weld) {
            $all = $readings->all($weld->recordKey());
            foreach ($all as $k => $reading) {
                $found[] = [
                    'title' => $weld->title, 'key' => $weld->recordKey(), 'label' => $readings->text($weld->key('label_code')) ?? '',
                    'record' => is_array($reading->value) ? self::named($reading->value) : [], 'by' => $reading->by, 'time' => $k + 1, 'of' => count($all),
                ];
            }
        }

        return $found;
    }

    /**
     * @param  array<mixed>  $record
     * @return array<string, mixed>
     */
    private static function named(array $record): array
    {
        return array_filter($record, is_string(...), ARRAY_FILTER_USE_KEY);
    }
}
