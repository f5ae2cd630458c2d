<?php

declare(strict_types=1);

namespace App\Reports;

use App\Actions\ClosePressureTest;
use App\Journal\Journal;
use App\Models\Entry;
use App\Models\Job;
use App\Models\PressureTest;
use App\PressureTests\KnownFacts;
use App\PressureTests\Recorded;
use App\Traces\LoggedTrace;
use App\Traces\TraceStore;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\TestMethod;
use Diastoma\Core\PressureTest\TestMethods;
use Diastoma\Core\PressureTest\TestPlan;
use Diastoma\Core\PressureTest\Words;
use Diastoma\Core\Rulebook\Limit;
use Diastoma\Core\Sitting\Rights;

/** The papers of one test: section map, plan, readiness with names, instruments, trace with phases, arithmetic, verdict, mends and repeats, signatures. */
final class TestPackage
{
    private const POINTS = 1500;

    public function __construct(private readonly TraceStore $traces)
    {
    }

    public function of(PressureTest $test): string
    {
        $job = $test->section->main->job;
        $method = TestMethods::of($test->method);
        $plan = Recorded::plan($test);
        $section = Recorded::section($test);
        $words = KnownFacts::words($test->section)->upTo($plan->gaugeKpa);
        $paper = Paper::named(
            "Pressure test {$test->number}, section {$test->section->name}",
            "{$job->number} · {$job->title} · {$job->place}".($job->simulated ? ' · SIMULATED JOB' : ''),
        );
        $this->outcome($paper, $test, $method);
        $this->section($paper, $test, $section, $words);
        $this->plan($paper, $test, $plan, $words);
        $this->ready($paper, $test, $job);
        $this->trace($paper, $test, $plan, $words);
        $this->verdict($paper, $test, $job);
        $this->afterwards($paper, $test, $job);

        $paper->seal($job);

        return $paper->bytes();
    }

    private function outcome(Paper $paper, PressureTest $test, TestMethod $method): void
    {
        $job = $test->section->main->job;
        $paper->say(
            [
                'passed' => 'PASSED', 'failed' => 'NOT PASSED',
                'advised' => 'READ: '.strtoupper((string) ($test->verdict['reading'] ?? '')).' (this method advises; it accepts nothing by itself)',
            ][$test->state] ?? $test->state,
            true,
        );
        $from = $test->started_at->setTimezone($job->time_zone)->format('Y-m-d H:i');
        $to = $test->ended_at->setTimezone($job->time_zone)->format('Y-m-d H:i');
        $paper->say("{$test->section->main->name}, {$test->section->main->pipeSaid()}, "
            ."station {$test->section->from_station_m} to {$test->section->to_station_m} m. Method: {$method->title()} [{$method->source()->tag()}]. "
            ."From {$from} to {$to} ({$job->time_zone}).");
        $judged = Entry::with('person')->where('subject_type', 'test')->where('subject_id', $test->id)->where('kind', Journal::TEST_JUDGED)->orderBy('seq')
            ->first();
        if ($judged !== null) {
            $how = [
                'simulated' => 'Trace of the simulated logger.', 'hand' => 'Read by hand.', 'device' => 'Sent by a logger.',
                'csv' => 'Brought as a logger’s file.',
            ][$test->mode] ?? '';
            $paper->say("Tester: {$judged->person->name}. {$how} {$judged->data()['samples']} samples, SHA-256 {$judged->data()['samples_sha256']}. "
                ."Journal entry {$judged->seq}, {$judged->hash}.");
        }
        if (($test->verdict['broken_off'] ?? '') !== '') {
            $paper->say("Broken off: {$test->verdict['broken_off']}", true);
        }
    }

    private function section(Paper $paper, PressureTest $test, TestSection $section, Words $words): void
    {
        $paper->section('Section');
        $joints = $test->section->joints;
        $marks = [];
        foreach ($section->profile->summits() as [$station]) {
            $marks[] = [$station, 'vent'];
        }
        $marks[] = [$section->profile->lowest()[0], 'fill, low point'];
        foreach ($joints->count() <= 30 ? $joints : [] as $joint) {
            $marks[] = [(float) $joint->station_m, (string) $joint->number];
        }
        $paper->profile($section->profile->points, $marks, 'level above the lowest point, m; numbers are joints');
        $parts = array_map(
            static fn ($p): array => [
                $p->material->value, $words->metres($p->lengthM), "{$p->dnMm}", "{$p->insideMm} / {$p->wallMm} mm", Words::plain($p->volumeM3(), 3).' m³',
            ],
            $section->parts,
        );
        $paper->table([36, 36, 36, 36, 36], ['Pipe', 'Length', 'DN', 'Inside / wall', 'Volume'], $parts);
        $weakest = $section->weakest()->toArray();
        $made = match ($joints->count()) {
            0 => 'No field joints',
            1 => "Joint {$joints->first()?->number}",
            default => "{$joints->count()} joints, {$joints->first()?->number} to {$joints->last()?->number}",
        };
        $working = $words->kpa($section->workingKpa);
        $paper->say(
            "Weakest part: {$weakest['name']}, {$words->kpa($weakest['kpa'])}. Working pressure {$working}. {$made}. Restraint: {$section->restraint}.");
    }

    private function plan(Paper $paper, PressureTest $test, TestPlan $plan, Words $words): void
    {
        $paper->section('Plan');
        $paper->say(
            'At the gauge '.$words->kpa($plan->gaugeKpa).'; at the low point '.$words->kpa($plan->lowKpa).', at the high point '.$words->kpa($plan->highKpa)
            .". {$plan->window['said']} Make-up: {$plan->makeUp['said']}",
        );
        $paper->table(
            [34, 16, 40, 90], ['Phase', 'min', 'Gauge', 'Do'],
            array_map(
                static fn ($p): array => [
                    $p->title, Words::plain($p->minutes, 1),
                    $p->lowKpa < $p->targetKpa - 1e-9 ? $words->kpa($p->lowKpa).' to '.$words->kpa($p->highKpa) : 'to '.$words->kpa($p->targetKpa), $p->do,
                ],
                $plan->phases,
            ),
        );
        $changed = array_filter($plan->limits, static fn (Limit $limit): bool => $limit->changedBy !== '');
        if ($changed !== []) {
            $paper->table(
                [70, 30, 80], ['Limit changed for this job', 'Value', 'By whom, why'],
                array_map(static fn (Limit $limit): array => [
                    $limit->title, $words->units->print($limit->value, $limit->unit), "{$limit->changedBy}: {$limit->reason}",
                ], array_values($changed)),
            );
        }
        $site = $test->plan['site'] ?? [];
        foreach ([
            $site['instruments']['said'] ?? '', $site['energy']['basis'] ?? '', $site['dispose']['said'] ?? '', ...($test->plan['notes'] ?? []),
        ] as $said) {
            $said === '' ? null : $paper->say($said);
        }
        if (($site['thrusts'] ?? []) !== []) {
            $paper->table(
                [40, 40, 40, 60], ['Thrust at', 'Station', 'kN', 'Held'],
                array_map(
                    static fn (array $t): array => [
                        $t['kind'].($t['angle_deg'] > 0 ? " {$t['angle_deg']}°" : ''), $words->metres((float) $t['station_m']),
                        Words::plain((float) $t['kn'], 1), $t['held'],
                    ],
                    $site['thrusts'],
                ),
            );
        }
    }

    private function ready(Paper $paper, PressureTest $test, Job $job): void
    {
        $paper->section('Made ready by');
        $rows = array_map(
            static fn (array $a): array => [
                $a['question'], self::answer($a['answer']),
                (new \DateTimeImmutable($a['at']))->setTimezone(new \DateTimeZone($job->time_zone))->format('Y-m-d H:i'), $a['by'],
            ],
            $test->ready['answers'] ?? [],
        );
        $paper->table([76, 52, 26, 26], ['Question', 'Answer; instrument, calibration', 'Time', 'By'], $rows);
        foreach ($test->ready['gates'] ?? [] as $gate) {
            if (($gate['overrule'] ?? null) !== null) {
                $paper->say(
                    "OVERRULED: {$gate['title']} ({$gate['said']}) by {$gate['overrule']['by']}, {$gate['overrule']['role']}: {$gate['overrule']['reason']}",
                    true,
                );
            }
        }
    }

    /**
     * @return array{
     *     phases: list<array{id: string, from_s: float, to_s: float}>, findings: list<array{severity: string, said: string, todo: string, source: string}>,
     *     arithmetic: list<array{title: string, formula: string, value: string, working?: string}>
     * }
     */
    private static function verdictOf(PressureTest $test): array
    {
        return $test->verdict ?? throw new \LogicException('A package is made of a test that is over.');
    }

    private static function answer(mixed $value): string
    {
        return match (true) {
            is_bool($value) => $value ? 'yes' : 'no',
            is_array($value) => (string) ($value['name'] ?? '').(isset($value['calibration_until']) ? ", until {$value['calibration_until']}" : ''),
            default => is_scalar($value) ? (string) $value : '–',
        };
    }

    private function trace(Paper $paper, PressureTest $test, TestPlan $plan, Words $words): void
    {
        $paper->section('Trace');
        $titles = array_column($test->plan['phases'], 'title', 'id');
        $bands = array_map(
            static fn (array $p): array => [$p['from_s'] / 60, $p['to_s'] / 60, $titles[$p['id']] ?? $p['id']], self::verdictOf($test)['phases'],
        );
        $rows = LoggedTrace::rows($this->traces->window('test', $test->id, -1e12, 1e12, self::POINTS));
        $shown = $words->pressure();
        $paper->plot(
            array_map(static fn (array $r): array => [$r['t'] / 60, $r['p'] * $shown['factor']], $rows), 'time, min', "gauge pressure, {$shown['symbol']}",
            $bands,
        );
        foreach (Recorded::notes($test) as $note) {
            $paper->say(Words::plain($note['t'] / 60, 1)." min: {$note['text']} ({$note['by']})");
        }
    }

    private function verdict(Paper $paper, PressureTest $test, Job $job): void
    {
        $paper->section('Arithmetic');
        $paper->table(
            [44, 52, 54, 30], ['Figure', 'Formula', 'With the values', 'Result'],
            array_map(static fn (array $a): array => [$a['title'], $a['formula'], $a['working'] ?? '', $a['value']], self::verdictOf($test)['arithmetic']),
        );
        foreach (TestMethods::of($test->method)->asks() as $spec) {
            if (isset($test->measured[$spec->key])) {
                $value = $test->measured[$spec->key];
                $paper->say("{$spec->label}: ".(is_bool($value) ? ($value ? 'yes' : 'no') : $job->rules()->print((float) $value, $spec->unit)));
            }
        }
        $paper->section('Verdict');
        $paper->table(
            [16, 114, 50], ['', 'Measured, allowed, what to do', 'Source'],
            array_map(
                static fn (array $f): array => [strtoupper($f['severity']), trim($f['said'].' '.$f['todo']), $f['source']],
                self::verdictOf($test)['findings'],
            ),
        );
        foreach ($test->verdict['diagnosis']['looks_like'] ?? [] as $k => $looks) {
            $k === 0 ? $paper->section('What the judged phase looks like (advice; it neither passes nor fails)') : null;
            $paper->say(str_replace('_', ' ', $looks['cause']).": {$looks['evidence']} {$looks['todo']}");
        }
    }

    private function afterwards(Paper $paper, PressureTest $test, Job $job): void
    {
        $chain = PressureTest::where('section_id', $test->section_id)->orderBy('number')->get();
        if ($chain->count() > 1 || ClosePressureTest::written($test, Journal::TEST_MEND) !== []) {
            $paper->section('Mends and repeats');
            foreach ($chain as $one) {
                $paper->say(
                    "Test {$one->number}: ".($one->state === 'failed' ? 'not passed' : $one->state)
                    .($one->repeat_of === null ? '' : ', repeats test '.$chain->firstWhere('id', $one->repeat_of)?->number),
                );
                foreach (ClosePressureTest::written($one, Journal::TEST_MEND) as $mend) {
                    $paper->say(
                        '   Mended'.($mend['joint'] === null ? '' : " joint {$mend['joint']}").": {$mend['what']} ({$mend['by']}, pressure lowered first)",
                    );
                }
            }
        }
        self::signatures($paper, $job, $test);
    }

    private static function signatures(Paper $paper, Job $job, PressureTest $test): void
    {
        $paper->keep(45);
        $paper->section('Signatures');
        $signed = ClosePressureTest::written($test, Journal::TEST_SIGNED);
        $rows = array_map(
            static fn (array $s): array => [
                $s['by'].(($s['account'] ?? '') === '' ? '' : " ({$s['account']})"), $s['role'],
                (new \DateTimeImmutable($s['at']))->setTimezone(new \DateTimeZone($job->time_zone))->format('Y-m-d H:i'),
                $s['remark'], "entry {$s['seq']}",
            ],
            $signed,
        );
        $paper->table(
            [40, 26, 30, 60, 24], ['Name', 'Role', 'Signed', 'Remark', 'Journal'],
            [
                ...$rows,
                ...array_map(
                    static fn (string $role): array => ['', $role, '', '', ''], array_values(array_diff(Rights::signers(), array_column($signed, 'role'))),
                ),
            ],
        );
    }
}
