<?php

declare(strict_types=1);

namespace App\Reports;

use App\Actions\StoreTrace;
use App\Journal\Journal;
use App\Models\Entry;
use App\Models\PressureTest;
use App\Procedures\Subject;
use Diastoma\Core\PressureTest\TestMethods;

/** The paper of one pressure test: plan, preparation with names, trace with phases, arithmetic, verdict. */
final class TestCertificate
{
    public function __construct(private readonly StoreTrace $traces)
    {
    }

    public function of(PressureTest $test): string
    {
        $section = $test->section;
        $main = $section->main;
        $job = $main->job;
        $method = TestMethods::of($test->method);
        $zone = new \DateTimeZone($job->time_zone);
        $paper = Paper::named("Pressure test {$test->number}, section {$section->name}", "{$job->number} · {$job->title} · {$job->place}".($job->simulated ? ' · SIMULATED JOB' : ''));
        $paper->say($test->state === 'passed' ? 'PASSED' : 'NOT PASSED', true);
        $paper->say("{$main->pipeSaid()}, station {$section->from_station_m} to {$section->to_station_m} m. Method: {$method->title()} [{$method->source()->tag()}]. From {$test->started_at->setTimezone($zone)->format('Y-m-d H:i')} to {$test->ended_at->setTimezone($zone)->format('Y-m-d H:i')} ({$job->time_zone}).");
        $judged = Entry::with('person')->where('subject_type', 'test')->where('subject_id', $test->id)->where('kind', Journal::TEST_JUDGED)->orderBy('seq')->first();
        if ($judged !== null) {
            $paper->say("Tester: {$judged->person->name}. ".($judged->data()['simulated'] ? 'Trace of the simulated logger. ' : '')."Journal entry {$judged->seq}, {$judged->hash}.");
        }
        $paper->section('Verdict');
        $paper->table([16, 114, 50], ['', 'Measured, allowed, what to do', 'Source'], array_map(static fn (array $f): array => [strtoupper($f['severity']), trim($f['said'].' '.$f['todo']), $f['source']], $test->verdict['findings']));
        foreach ($test->verdict['diagnosis']['looks_like'] ?? [] as $k => $looks) {
            $k === 0 ? $paper->section('What the test phase looks like (advice; it neither passes nor fails)') : null;
            $paper->say(str_replace('_', ' ', $looks['cause']).": {$looks['evidence']} {$looks['todo']}");
        }
        $paper->section('Trace');
        $bands = array_map(static fn (array $p): array => [$p['from_s'] / 60, $p['to_s'] / 60, $p['id']], $test->verdict['phases']);
        $paper->plot(array_map(static fn (array $s): array => [(float) $s['t'] / 60, (float) $s['p'] / 100], $this->traces->read('test', $test->id)), 'time, min', 'gauge pressure, bar', $bands);
        $paper->section('Arithmetic');
        $paper->table([70, 70, 40], ['Figure', 'How', 'Value'], array_map(static fn (array $a): array => [$a['title'], $a['formula'], $a['value']], $test->verdict['arithmetic']));
        $paper->section('Made ready by');
        $rows = [];
        $subject = Subject::section($section);
        $readings = $subject->readings();
        foreach ($subject->steps() as $step) {
            foreach ($step->readings as $spec) {
                $reading = $readings->reading($spec->key);
                $value = $reading?->value;
                $rows[] = [$spec->label, is_bool($value) ? ($value ? 'yes' : 'no') : (is_array($value) ? (string) ($value['name'] ?? '') : '–'), $reading?->takenAt->setTimezone($zone)->format('Y-m-d H:i') ?? '–', $reading->by ?? '–'];
            }
        }
        $paper->table([85, 40, 27, 28], ['Question', 'Answer', 'Time', 'By'], $rows);

        return $paper->bytes();
    }
}
