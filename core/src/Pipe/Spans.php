<?php

declare(strict_types=1);

namespace Diastoma\Core\Pipe;

/** A main as a row of spans: stretches of one pipe each. */
final class Spans
{
    /**
     * @param  Span  $usual  what the main is where nothing else is said
     * @param  list<array{from_m: float, to_m: float, span: Span}>  $others  pipes that are another, by station
     * @return non-empty-list<array{span: Span, from_m: float, to_m: float}>
     */
    public static function of(Span $usual, array $others, float $fromM, float $toM): array
    {
        $parts = [];
        $at = $fromM;
        foreach ($others as $pipe) {
            $begin = max($fromM, $pipe['from_m']);
            if ($begin > $at) {
                $parts[] = ['span' => $usual, 'from_m' => $at, 'to_m' => $begin];
            }
            $at = max($at, min($toM, $pipe['to_m']));
            $parts[] = ['span' => $pipe['span'], 'from_m' => $begin, 'to_m' => $at];
        }
        if ($at < $toM || $parts === []) {
            $parts[] = ['span' => $usual, 'from_m' => $at, 'to_m' => $toM];
        }
        $spans = [$parts[0]];
        foreach (array_slice($parts, 1) as $part) {
            $last = count($spans) - 1;
            if ($spans[$last]['span'] == $part['span']) { // compared by value
                $spans[$last]['to_m'] = $part['to_m'];
            } else {
                $spans[] = $part;
            }
        }

        return $spans;
    }
}
