<?php

declare(strict_types=1);

use App\Models\Joint;
use Carbon\CarbonImmutable;
use Diastoma\Core\Electrofusion\LargeBore\FittingKind;
use Illuminate\Http\UploadedFile;

function fuseNow(Tests\TestCase $test, Joint $joint, string $record, string $fault = 'good'): Illuminate\Testing\TestResponse
{
    $started = $test->postJson("/api/v1/joints/{$joint->id}/fusion-runs", ['record' => $record, 'fault' => $fault, 'speed' => 1000, 'seed' => 5]);
    if ($started->status() === 201) {
        $test->travel(2)->seconds();
        $test->artisan('runs:settle')->assertSuccessful();
    }

    return $started;
}

it('keeps the pull shut until every restraint is cold', function () {
    $joint = $this->joint(101);
    $this->travelTo(CarbonImmutable::parse($joint->last_at)->addMinute()->subSeconds($this->job()->clock_ahead_s)); // however long the tests before it took
    $this->signIn()->enter($joint, 'nylon_slings', true)->assertStatus(409)->assertJsonPath(
        'title', fn (string $t): bool => str_contains($t, 'Nothing is pulled before every restraint is cold'),
    );
    $cold = collect($this->getJson("/api/v1/joints/{$joint->id}")->json('procedure.steps'))->firstWhere('id', 'pull')['gate']['opens_at'];
    $this->postJson("/api/v1/jobs/{$this->job()->id}/clock", ['to' => $cold])->assertOk();
    $this->enter($joint, 'nylon_slings', true)->assertCreated();
});

it('says which restraints are not fused yet', function () {
    $this->signIn()->enter($this->joint(102), 'nylon_slings', true)->assertStatus(409)->assertJsonPath(
        'title', fn (string $t): bool => str_contains($t, 'Not fused yet: restraint 1, restraint 2'),
    );
});

it('preheats again only while the gap, felt after the wait, is too wide', function () {
    $joint = $this->joint(102);
    $this->signIn();
    $this->enterUpTo($joint, 'pre_a_fusion', ['fitting_pull' => FittingKind::PUSHED]);
    $this->enter($joint, 'gap_a_mm', array_fill(0, 8, 1.0))->assertStatus(409)->assertJsonPath(
        'title', fn (string $t): bool => str_contains($t, 'has not been preheated yet'),
    );
    fuseNow($this, $joint, 'pre_a_fusion')->assertCreated();
    fuseNow($this, $joint, 'pre_a_fusion')->assertStatus(409)->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'Measure the gap'));
    $this->enter($joint, 'gap_a_mm', array_fill(0, 8, 1.0))->assertStatus(409)->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'still soft'));
    $this->travel(11)->minutes();
    $this->enter($joint, 'gap_a_mm', [1, 1, 1, 2.0, 1, 1, 1, 1])->assertCreated()->assertJsonFragment(['rule' => 'ef.preheated_gap_a', 'severity' => 'mend']);
    fuseNow($this, $joint, 'pre_a_fusion')->assertCreated();
    $bench = $this->getJson("/api/v1/joints/{$joint->id}")->json();
    $gap = collect($bench['procedure']['steps'])->firstWhere('id', 'gap_a');

    expect($bench['readings']['pre_a_fusion']['times'])->toBe(2)->and($gap['stale'])->toBe(['gap_a_mm'])
        ->and(collect($bench['verdict']['findings'])->firstWhere('rule', 'ef.preheated_gap_a'))->toBeNull();
});

it('allows one repeat of an interrupted weld, by the maker\'s rule, after full cooling', function () {
    $joint = $this->joint(9);
    $this->signIn()->enterUpTo($joint, 'fusion');
    fuseNow($this, $joint, 'fusion', 'early_stop')->assertCreated();
    fuseNow($this, $joint, 'fusion')->assertStatus(409)->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'answer that question first'));
    $this->enter($joint, 'maker_allows_repeat', true)->assertCreated();
    fuseNow($this, $joint, 'fusion')->assertStatus(409)->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'after full cooling'));
    $this->travel(25)->minutes();
    fuseNow($this, $joint, 'fusion')->assertCreated();
    $verdict = collect($this->getJson("/api/v1/joints/{$joint->id}")->json('verdict.findings'));

    expect($verdict->firstWhere('rule', 'ef.fusion.repeat')['severity'])->toBe('watch')->and($verdict->where('severity', 'stop')->all())->toBe([]);
    fuseNow($this, $joint, 'fusion')->assertStatus(409)->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'fused twice'));
});

it('diagnoses a record without a joint and stores nothing', function (string $file, string $class) {
    $before = $this->job()->journal_seq;
    $this->signIn()->post(
        '/api/v1/fusion-diagnoses', ['file' => new UploadedFile(base_path("docs/samples/{$file}"), $file, null, null, true)],
        ['Accept' => 'application/json'],
    )
        ->assertOk()->assertJsonPath('diagnosis.class', $class)->assertJsonPath('voltage_v', 40);
    expect($this->job()->journal_seq)->toBe($before);
})->with([
    ['fusion-good.csv', 'good'], ['fusion-good.json', 'good'], ['fusion-supply_cut.csv', 'supply_cut'], ['fusion-under_insertion.csv', 'under_insertion'],
]);

it('prints a diagnosis on the command line as JSON', function (string $arguments, int $exit, string $says) {
    $process = new Symfony\Component\Process\Process(['bash', '-c', "php artisan fusion:diagnose {$arguments}"], base_path());
    $process->run();
    expect($process->getExitCode())->toBe($exit)->and($exit === 0 ? $process->getOutput() : $process->getErrorOutput())->toContain($says);
})->with([
    'by the label in the file' => ['docs/samples/fusion-voltage_droop.csv', 0, '"class":"voltage_droop"'],
    'by a label given' => ['docs/samples/fusion-good.csv --label=731204181801400645260007', 0, '"class":"good"'],
    'by nominal values' => ['docs/samples/fusion-good.json --nominal=\'{"voltage_v":40,"resistance_ohm":0.64,"time_s":200}\'', 0, '"class":"time_mismatch"'],
    'from standard input' => ['- < docs/samples/fusion-open_circuit.csv', 0, '"class":"open_circuit"'],
    'of no file' => ['nothing.csv', 2, 'cannot be read'],
    'with a wrong label' => ['docs/samples/fusion-good.csv --label=731204181801400645260008', 2, 'check digit'],
    'with half a nominal' => ['docs/samples/fusion-good.csv --nominal=\'{"voltage_v":40}\'', 2, 'time_s is missing'],
]);

it('takes columns in any order, with units in brackets, in milliseconds or JSON', function (string $text) {
    $file = App\Imports\FusionFile::of($text);
    expect($file->trace->samples)->toEqual([
        ['t' => 0.0, 'v' => 39.5, 'i' => 60.0], ['t' => 1.0, 'v' => 40.0, 'i' => 59.0],
    ])->and($file->trace->endCode)->toBe('complete')->and($file->joint)->toBe('8');
})->with([
    'brackets' => ["Current [A];Voltage (V);joint;end_code;Time [s]\n60,0;39,5;8;ok;0\n59;40;8;ok;1\n"],
    'milliseconds and tabs' => ["time_ms\tvoltage_mv\tcurrent_ma\tjoint\tend_code\n0\t39500\t60000\t8\tNormal\n1000\t40000\t59000\t8\tNormal"],
    'times of day' => ["time,voltage_v,current_a,joint,end_code\n2026-11-23T14:00:00Z,39.5,60,8,Completed\n2026-11-23T14:00:01Z,40,59,8,Completed"],
    'JSON' => ['{"joint":8,"end_code":"OK","samples":[{"time_s":0,"voltage_v":39.5,"current_a":60},{"time_s":1,"voltage_v":40,"current_a":59}]}'],
]);

it('prints a tag whose codes can be read back', function () {
    $pdf = $this->signIn()->get("/api/v1/joints/{$this->joint(12)->id}/tag.pdf")->assertOk()->getContent();
    $folder = sys_get_temp_dir().'/tag-'.getmypid();
    file_put_contents("{$folder}.pdf", $pdf);
    exec(
        'pdftoppm -r 200 -png '.escapeshellarg("{$folder}.pdf").' '.escapeshellarg($folder).' && zbarimg -q --raw -Si25.enable=1 '.escapeshellarg($folder)
            .'-*.png 2>/dev/null',
        $codes,
    );
    array_map(unlink(...), glob("{$folder}*") ?: []);

    expect(implode("\n", $codes))->toContain('/bench/12')->toContain('731204181801400645260007');
});

// Found: a file of a million rows took all the memory there is.
it('refuses a file that is no fusion before it is read', function (string $text) {
    expect(fn () => App\Imports\FusionFile::of($text))->toThrow(Diastoma\Core\Exception\InvalidInput::class, 'that is no fusion');
})->with([
    'rows' => ["time_s,voltage_v,current_a\n".str_repeat("1,40,30\n", 1_000_000)],
    'objects' => ['{"samples":['.str_repeat('{"time_s":1,"voltage_v":40,"current_a":30},', 300_000).'{}]}'],
]);
