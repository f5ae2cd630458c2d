<?php

declare(strict_types=1);

namespace App\Reports;

use App\Journal\Journal;
use App\Models\Joint;
use App\Procedures\Subject;
use App\Traces\TraceStore;
use Diastoma\Core\Procedure\How;
use Diastoma\Core\Procedure\ReadingKind;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Sitting\Entry as Item;

/** The paper of one joint: itself on page one, then every finding with its source, every reading with its time, notes, fusions, the journal's last hash. */
final class JointRecord
{
    public function __construct(private readonly TraceStore $traces)
    {
    }

    public function of(Subject $subject): string
    {
        $joint = $subject->model;
        assert($joint instanceof Joint);
        $verdict = $subject->verdict();
        $job = $subject->job;
        $paper = Paper::named("Joint {$joint->label()}", "{$job->number} · {$job->title} · {$job->place}".($job->simulated ? ' · SIMULATED JOB' : ''));
        (new JointFront($paper, $subject, $this->traces))->draw($joint);
        if ($subject->told() !== []) {
            $paper->AddPage(); // page one is the joint; its tables follow
        }

        $paper->section('Findings');
        $rows = [];
        $findings = $verdict->findings;
        usort($findings, static fn (Finding $a, Finding $b): int => $b->severity->rank() <=> $a->severity->rank());
        foreach ($findings as $f) {
            $said = $f->said.($f->todo === '' ? '' : ' '.$f->todo);
            $overrule = $f->overrule();
            if ($overrule !== null) {
                $said .= " OVERRULED by {$overrule->by} ({$overrule->role}), {$this->time(
                    $overrule->at->format(DATE_RFC3339), $job->time_zone,
                )}: {$overrule->reason}";
            }
            $rows[] = [strtoupper($f->severity->value), $said, $f->source->tag()];
        }
        $paper->table([16, 114, 50], ['', 'Measured, allowed, what to do', 'Source'], $rows);

        $paper->section('Readings, as entered');
        $specs = [];
        foreach ($subject->steps() as $step) {
            foreach ($step->readings as $spec) {
                $specs[$spec->key] = $spec;
            }
        }
        $rows = [];
        foreach ($subject->entries() as $entry) {
            if (! in_array($entry->kind, [Item::READING, Item::LIST, Item::SHIFT, Item::ROW, Item::ROUND], true)) {
                continue;
            }
            foreach ($entry->told()->answers() as $one) {
                $spec = $specs[$one['key']] ?? null;
                $rows[] = [
                    (string) $entry->seq, $spec->label ?? $one['key'], $this->value($one['value'], $spec, $subject).$this->how($one, $job->time_zone),
                    $this->time($entry->device_at, $job->time_zone).($entry->told()->lateMin() === null ? '' : " (sent {$entry->told()->lateMin()} min later)"),
                    $entry->told()->author(),
                ];
            }
        }
        $paper->table([12, 68, 45, 27, 28], ['No.', 'Reading', 'Value', 'Time', 'By'], $rows);

        $this->notes($paper, $subject);
        $this->fusions($paper, $subject);
        $last = $subject->entries()->last();
        $paper->say('Last entry about this joint: '.($last === null ? 'none' : "{$last->seq}, {$last->hash}"));
        $paper->seal($job);

        return $paper->bytes();
    }

    /** @param  array{how: How, at?: string, by?: string, ...}  $answer */
    private function how(array $answer, string $zone): string
    {
        $from = isset($answer['at'], $answer['by']) ? ": {$answer['by']}, {$this->time($answer['at'], $zone)}" : '';

        return $answer['how'] === How::ByItself ? '' : " ({$answer['how']->said()}{$from})";
    }

    private function notes(Paper $paper, Subject $subject): void
    {
        $notes = array_values(array_filter($subject->sitting()->remarks(), static fn (array $r): bool => $r['kind'] === Item::NOTE));
        if ($notes === []) {
            return;
        }
        $paper->section('Notes');
        $paper->table([27, 33, 120], ['Time', 'By', 'Note'], array_map(
            fn (array $r): array => [$this->time((string) $r['at'], $subject->job->time_zone), (string) $r['by'], (string) $r['text']], $notes,
        ));
    }

    /** Every fusion of the joint, each time it was run: restraints, preheats, sides, couplers. */
    private function fusions(Paper $paper, Subject $subject): void
    {
        foreach (FusionsOf::subject($subject) as $fusion) {
            $record = $fusion['record'];
            $paper->section(
                'Fusion'.($fusion['title'] === '' ? '' : " · {$fusion['title']}").($fusion['of'] > 1 ? " · {$fusion['time']} of {$fusion['of']}" : ''),
            );
            $from = $this->time((string) $record['started_at'], $subject->job->time_zone);
            $to = $this->time((string) $record['ended_at'], $subject->job->time_zone);
            $by = $record['operator'] ?? $fusion['by'];
            $looks = $record['diagnosis']['title'] ?? 'not diagnosed';
            $paper->say("{$record['duration_s']} s, {$record['energy_kj']} kJ, {$record['end_code']}; by {$by}; {$from} to {$to}. Trace {$looks}.");
            $samples = isset($record['trace']) ? $this->traces->read('fusion', (string) $record['trace']) : [];
            if ($samples !== []) {
                $paper->plot(array_map(static fn (array $s): array => [(float) $s['t'], (float) $s['i']], $samples), 'time, s', 'current, A', [], 45);
                $paper->plot(array_map(static fn (array $s): array => [(float) $s['t'], (float) $s['v']], $samples), 'time, s', 'voltage, V', [], 35);
            }
        }
    }

    private function value(mixed $value, ?ReadingSpec $spec, Subject $subject): string
    {
        $units = $subject->rulebook()->units;

        return match (true) {
            is_bool($value) => $value ? 'yes' : 'no',
            is_int($value) || is_float($value) => $spec === null ? (string) $value : $units->print((float) $value, $spec->unit),
            is_string($value) => $spec?->kind === ReadingKind::Now ? $this->time($value, $subject->job->time_zone) : $value,
            is_array($value) && array_is_list($value) => implode(
                ' · ', array_map(static fn ($v): string => $spec === null ? (string) $v : $units->print((float) $v, $spec->unit), $value),
            ),
            is_array($value)
                && isset($value['duration_s']) => "{$value['duration_s']} s, {$value['energy_kj']} kJ, {$value['end_code']}"
                    .($value['simulated'] ? ', simulated unit' : ''),
            is_array($value) && isset($value['name']) => (string) $value['name'],
            is_array($value) => $this->row($value, $spec, $subject),
            default => '',
        };
    }

    /** @param  array<mixed>  $row  such as {pass: 1, bolt: 3, torque_nm: 85} */
    private function row(array $row, ?ReadingSpec $spec, Subject $subject): string
    {
        $said = [];
        foreach ($spec->columns ?? [] as $column) {
            $value = $row[$column->key] ?? null;
            $text = $value === null ? '' : $this->value($value, $column, $subject);
            $said[] = $text === '' ? '' : lcfirst($column->label).' '.$text;
        }

        return implode(', ', array_filter($said, static fn (string $part): bool => $part !== ''));
    }

    private function time(string $iso, string $zone): string
    {
        return (new \DateTimeImmutable($iso))->setTimezone(new \DateTimeZone($zone))->format('Y-m-d H:i:s');
    }
}
