<?php

declare(strict_types=1);

namespace App\Reports;

use App\Models\Job;
use App\Models\Joint;

/** Every joint of a job as CSV, a line each. */
final class JointLog
{
    private const COLUMNS = ['main', 'joint', 'station_m', 'pipe_a', 'pipe_b', 'method', 'state', 'severity', 'operator', 'control_unit', 'label_code', 'fusion_end', 'fusion_time_s', 'energy_kj', 'release_at', 'test_at', 'rulebook', 'rulebook_version', 'open_findings', 'overrules'];

    /** Writes to standard output, a main at a time, so that a long job needs no memory. */
    public function write(Job $job): void
    {
        $out = fopen('php://output', 'wb');
        if ($out === false) {
            throw new \RuntimeException('The output cannot be written to.');
        }
        fputcsv($out, self::COLUMNS, ',', '"', '');
        foreach ($job->mains as $main) {
            foreach (Joint::where('main_id', $main->id)->orderBy('station_m')->lazy(500) as $joint) {
                fputcsv($out, array_map(self::plain(...), $this->row($main->name, $joint)), ',', '"', '');
            }
        }
        fclose($out);
    }

    /** @return list<string|int|float|null> */
    private function row(string $main, Joint $joint): array
    {
        $verdict = $joint->verdict ?? [];
        $readings = $joint->state === 'planned' ? null : \App\Procedures\Subject::joint($joint)->readings();
        $fusion = $readings?->record('fusion') ?? [];
        $unit = $readings?->record('control_unit') ?? [];
        $open = $over = [];
        foreach ($verdict['findings'] ?? [] as $finding) {
            if ($finding['overrule'] !== null) {
                $over[] = "{$finding['rule']}: {$finding['overrule']['by']}: {$finding['overrule']['reason']}";
            } elseif (in_array($finding['severity'], ['mend', 'stop'], true)) {
                $open[] = $finding['said'];
            }
        }

        return [
            $main, $joint->number, $joint->station_m, $joint->pipe_a, $joint->pipe_b, $joint->method, $joint->state, $joint->severity,
            $unit['operator'] ?? (array_slice($readings->history ?? [], -1)[0]->by ?? ''), $unit['name'] ?? '', $readings?->text('label_code') ?? '', $fusion['ended_at'] ?? '', $fusion['duration_s'] ?? '', $fusion['energy_kj'] ?? '',
            $joint->release_at?->format('Y-m-d\TH:i:sP') ?? '', $joint->test_at?->format('Y-m-d\TH:i:sP') ?? '', $verdict['rulebook'] ?? '', $verdict['rulebook_version'] ?? '', implode(' | ', $open), implode(' | ', $over),
        ];
    }

    /** A text that a spreadsheet would run as a formula gets an apostrophe before it. */
    private static function plain(mixed $value): string
    {
        $text = (string) $value;

        return preg_match('/\A[=+\-@\t\r]/', $text) === 1 && ! is_numeric($text) ? "'".$text : $text;
    }
}
