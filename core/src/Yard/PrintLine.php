<?php

declare(strict_types=1);

namespace Diastoma\Core\Yard;

/**
 * What a pipe of the yard came as, for whoever reads its print line before it is joined. Nobody's word stands in for the reading: what was typed off the
 * delivery may be wrong as well.
 *
 * @phpstan-import-type Piece from Stock
 */
final readonly class PrintLine
{
    /**
     * @param  list<Piece>  $pieces  as they were entered, the oldest first
     * @param  string  $here  what lies here by the drawing, in words
     * @param  list<string>  $rejected  numbers that somebody has turned away, maybe after they were put down for this joint
     * @return ?array{number: string, fits: bool, said: string} null where the yard does not know the pipe
     */
    public static function of(array $pieces, string $number, string $here, array $rejected = []): ?array
    {
        if (in_array(Stock::key($number), array_map(Stock::key(...), $rejected), true)) {
            return ['number' => $number, 'fits' => false, 'said' => 'It was rejected: do not join it. Take another.'];
        }
        $last = Stock::last($pieces, $number);
        if ($last === null) {
            return null;
        }
        $batch = $last['batch'] === '' ? '' : ", batch {$last['batch']}";
        $fits = $last['sound'] && $last['pipe'] === $here;

        return ['number' => $number, 'fits' => $fits, 'said' => match (true) {
            ! $last['sound'] => 'It was not sound when it came: do not join it. Take another.',
            ! $fits => "Came as {$last['pipe']}; here lies {$here}. Read its print line, and take another.",
            default => "Came as {$last['pipe']}{$batch}. Its print line has to say the same.",
        }];
    }
}
