<?php

declare(strict_types=1);

namespace App\Reports;

use App\Models\Job;
use App\Models\Joint;
use App\Procedures\Subject;

/** Every joint of a job as CSV: a line for each, and where it has several fusions a line for each of them. */
final class JointLog
{
    private const COLUMNS = [
        'main', 'joint', 'station_m', 'pipe_a', 'pipe_b', 'method', 'state', 'severity', 'fusion', 'operator', 'control_unit', 'label_code', 'fusion_end',
        'fusion_time_s', 'energy_kj', 'fusion_looks', 'trace', 'release_at', 'test_at', 'rulebook', 'rulebook_version', 'open_findings', 'overrules',
    ];

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
                foreach ($this->rows($main->name, $joint) as $row) {
                    fputcsv($out, array_map(Spreadsheet::plain(...), $row), ',', '"', '');
                }
            }
        }
        fclose($out);
    }

    /** @return list<list<string|int|float|null>> */
    private function rows(string $main, Joint $joint): array
    {
        $verdict = $joint->verdict ?? [];
        $subject = $joint->state === 'planned' ? null : Subject::joint($joint);
        $readings = $subject?->readings();
        $unit = $readings?->record('control_unit') ?? [];
        $open = $over = [];
        foreach ($verdict['findings'] ?? [] as $finding) {
            if ($finding['overrule'] !== null) {
                $over[] = "{$finding['rule']}: {$finding['overrule']['by']}: {$finding['overrule']['reason']}";
            } elseif (in_array($finding['severity'], ['mend', 'stop'], true)) {
                $open[] = $finding['said'];
            }
        }

        $fusions = $subject === null ? [] : FusionsOf::subject($subject);
        $head = [$main, $joint->label(), $joint->station_m, $joint->pipe_a, $joint->pipe_b, $joint->method, $joint->state, $joint->severity];
        $tail = [
            $joint->release_at?->format('Y-m-d\TH:i:sP') ?? '', $joint->test_at?->format('Y-m-d\TH:i:sP') ?? '', $verdict['rulebook'] ?? '',
            $verdict['rulebook_version'] ?? '', implode(' | ', $open), implode(' | ', $over),
        ];
        if ($fusions === []) {
            return [[
                ...$head, '', $unit['operator'] ?? (array_slice($readings->history ?? [], -1)[0]->by ?? ''), $unit['name'] ?? '',
                $readings?->text('label_code') ?? '', '', '', '', '', '', ...$tail,
            ]];
        }

        return array_map(static fn (array $f): array => [
            ...$head, $f['title'], $f['record']['operator'] ?? $f['by'], $unit['name'] ?? '', $f['label'], $f['record']['ended_at'] ?? '',
            $f['record']['duration_s'] ?? '', $f['record']['energy_kj'] ?? '', $f['record']['diagnosis']['class'] ?? '', $f['record']['trace'] ?? '',
            ...$tail,
        ], $fusions);
    }

    /** A text that a spreadsheet would run as a formula gets an apostrophe before it. */
}
