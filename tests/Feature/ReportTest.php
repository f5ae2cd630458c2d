<?php

declare(strict_types=1);

it('prints a joint record with readings, findings, sources and the journal hash', function () {
    $reply = $this->signIn('ines@demo')->get("/api/v1/joints/{$this->joint(3)->id}/record.pdf")->assertOk()->assertHeader('Content-Type', 'application/pdf');
    $text = pdfText((string) $reply->getContent());

    expect($text)->toContain('Joint 3')->toContain('Standing: accepted')->toContain('DVS 2207-1')->toContain('End A: outside diameters')->toContain('Ada Brook')
        ->toContain('complete; by Ada Brook')->toContain('SIMULATED JOB')->toContain('Closing hash of the journal')
        ->toContain("owner's specification and local code govern");
});

it('is the joint itself on page one: marks, roundness and gaps, trace, moments, names and what speaks against it', function () {
    $page = static fn (string $pdf): string => (string) preg_replace('/\s+/', ' ', explode("\f", pdfText($pdf))[0]);
    $this->signIn('ines@demo');
    $good = $page((string) $this->get("/api/v1/joints/{$this->joint(3)->id}/record.pdf")->getContent());
    expect($good)->toContain('Marks, from the end of the pipe')->toContain('stab mark from the end: 105 mm')->toContain('widest less narrowest')
        ->toContain('Trace: as it should be')->toContain('Fuse begins')->toContain('May be tested from')->toContain('Ada Brook: 67 answers')
        ->toContain('Nothing speaks against it.')->toContain('Nearest to a limit');
    $bad = $page((string) $this->get("/api/v1/joints/{$this->joint(11)->id}/record.pdf")->getContent());
    expect($bad)->toContain('Standing: stop')->toContain('What speaks against it')->toContain('did not run to its end')
        ->not->toContain('May be tested from')->not->toContain('Nothing speaks');
    $bolted = $page((string) $this->get("/api/v1/joints/{$this->joint(1501)->id}/record.pdf")->getContent());
    $tables = (string) preg_replace('/\s+/', ' ', pdfText((string) $this->get("/api/v1/joints/{$this->joint(1501)->id}/record.pdf")->getContent()));
    expect($bolted)->toContain('largest 85.9 N·m')->not->toContain('Trace')->and($tables)->toContain('pass 4, bolt 8');
});

it('prints a stop and who overruled it', function () {
    $joint = $this->joint(11);
    $this->signIn('vera@demo')->postJson(
        '/api/v1/entries',
        [
            'id' => '44444444-4444-4444-8444-444444444444', 'kind' => 'overrule', 'subject_type' => 'joint', 'subject_id' => $joint->id,
            'payload' => ['rule' => 'ef.fusion.ended_by_unit', 'reason' => 'Left in as a training piece'], 'device_at' => now()->format('Y-m-d\TH:i:sP'),
        ],
    )->assertCreated();
    $text = preg_replace('/\s+/', ' ', pdfText((string) $this->get("/api/v1/joints/{$joint->id}/record.pdf")->getContent()));

    expect($text)->toContain('STOP')->toContain('OVERRULED')->toContain('by Vera Holm (supervisor)')->toContain('Left in as a training piece')
        ->not->toContain('tcpdf');
});

it('proves nothing before the test has run', function () {
    $test = planned($this->signIn('tom@demo'), $this->section('A'));
    $this->getJson("/api/v1/tests/{$test->id}/package.pdf")->assertStatus(409);
});

it('prints the papers of a test with plan, arithmetic, names and verdict', function (float $fall, string $word) {
    $test = planned($this->signIn('tom@demo'), $this->section('A'));
    bringCsv($this, $test, loggerCsv($test, $fall))->assertCreated();
    $text = pdfText((string) $this->get("/api/v1/tests/{$test->id}/package.pdf")->assertOk()->getContent());

    expect($text)->toContain($word)->toContain('ASTM F2164')->toContain('14.922 bar')->toContain('Tom Sluice')->toContain('Ends braced')
        ->toContain('Logger 40 bar')->toContain('Signatures')->toContain('fill, low point');
})->with([[0.0, 'PASSED'], [0.2, 'NOT PASSED']]);

it('writes the joint log a line a fusion, and one for a joint not fused', function () {
    $csv = $this->signIn()->get("/api/v1/jobs/{$this->job()->id}/joint-log.csv")->assertOk()->streamedContent();
    $rows = array_map(static fn (string $line): array => str_getcsv($line, ',', '"', ''), explode("\n", trim($csv)));
    $log = array_map(static fn (array $row): array => array_combine($rows[0], $row), array_slice($rows, 1));

    expect(array_unique(array_column($log, 'joint')))->toHaveCount(App\Models\Joint::query()->distinct()->count('number'))
        ->and(array_count_values(array_column($log, 'joint'))['101'])->toBe(6)->and($log[2]['joint'])->toBe('3')->and($log[2]['state'])->toBe('accepted')
        ->and($log[2]['operator'])->toBe('Ada Brook')->and($log[2]['label_code'])->toBe('731204181801400645260007')
        ->and($log[10]['open_findings'])->toContain('did not run to its end')->and($log[12]['state'])->toBe('planned');
});

it('keeps a spreadsheet from running what people typed', function () {
    $this->joint(12)->update(['pipe_a' => '=HYPERLINK("x")']);
    expect($this->signIn()->get("/api/v1/jobs/{$this->job()->id}/joint-log.csv")->streamedContent())->toContain("'=HYPERLINK");
});
