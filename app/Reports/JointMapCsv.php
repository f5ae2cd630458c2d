<?php

declare(strict_types=1);

namespace App\Reports;

/** Where each joint lies and what covers it, a line for each. */
final class JointMapCsv
{
    /** @param  list<array<string, mixed>>  $joints  see CoverPage::jointMap() */
    public static function of(array $joints): string
    {
        $out = fopen('php://memory', 'w+b') ?: throw new \RuntimeException('No memory to write to.');
        fputcsv($out, [
            'joint', 'station_m', 'pipe_a', 'pipe_b', 'method', 'state', 'easting_m', 'northing_m', 'level_m', 'depth_m', 'stretch', 'covered',
        ], ',', '"', '');
        foreach ($joints as $joint) {
            unset($joint['joint']);
            fputcsv($out, array_map(Spreadsheet::plain(...), array_values($joint)), ',', '"', '');
        }
        rewind($out);

        return (string) stream_get_contents($out);
    }
}
