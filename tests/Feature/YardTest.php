<?php

declare(strict_types=1);

use App\Models\Joint;
use App\Models\Main;
use Tests\TestCase;

/** @return array{needed: int, in_yard: int, short: int} */
function pvcRow(TestCase $test): array
{
    $rows = $test->getJson("/api/v1/jobs/{$test->job()->id}/yard")->assertOk()->json('against');

    return collect($rows)->first(static fn (array $r): bool => $r['pipe'] === 'PVC PN 10 DN 300' && abs($r['length_m'] - 6.0) < 0.05);
}

it('holds what the lines need against what lies here; a reject changes it', function () {
    $this->signIn();
    $before = pvcRow($this);
    expect($before['in_yard'])->toBe(3)->and($before['short'])->toBe(max(0, $before['needed'] - 3)); // four came, one was set aside
    $main = Main::where('name', 'Staithe sewer')->firstOrFail();
    $this->post("/api/v1/mains/{$main->id}/rejects", ['pipe' => 'AL-701', 'reason' => 'cracked or chipped'], ['Accept' => 'application/json'])->assertCreated();
    expect(pvcRow($this)['in_yard'])->toBe(2);
    $this->get("/api/v1/jobs/{$this->job()->id}/return-note.pdf")->assertOk()->assertHeader('Content-Type', 'application/pdf');
});

it('follows a pipe from its delivery to its joints, and lays none that was rejected', function () {
    $joint = Joint::whereHas('main', static fn ($q) => $q->where('name', 'Staithe sewer'))->orderByDesc('number')->firstOrFail();
    $main = $joint->main;
    $numbers = static fn (string $pipe): array => ['number' => $joint->number, 'pipe_a' => $joint->pipe_a, 'pipe_b' => $pipe];
    $this->signIn('vera@demo')->putJson("/api/v1/joints/{$joint->id}/numbers", $numbers('AL-702'))->assertOk();
    $traced = $this->getJson("/api/v1/jobs/{$this->job()->id}/yard/trace?number=AL-702")->assertOk();
    expect($traced->json('delivery'))->toBe('Note 5520, Alder Pipes (invented)')->and($traced->json('joints.0.joint'))->toBe($joint->number)
        ->and(pvcRow($this)['in_yard'])->toBe(2); // it lies on the line now
    $this->getJson("/api/v1/joints/{$joint->id}")->assertOk()->assertJsonPath('pipes_from_yard.0.number', 'AL-702')
        ->assertJsonPath('pipes_from_yard.0.fits', true)->assertJsonPath('pipes_from_yard.0.delivery', 'Note 5520, Alder Pipes (invented)');
    App\Models\Pipe::where('main_id', $main->id)->where('number', 'AL-702')->update(['number' => ' al-702']); // however somebody spelled it
    $joint->update(['pipe_b' => ' al-702']);
    $this->getJson("/api/v1/joints/{$joint->id}")->assertOk()->assertJsonPath('pipes_from_yard.0.fits', true);
    $this->post("/api/v1/mains/{$main->id}/rejects", ['pipe' => 'AL-702', 'reason' => 'out of round'], ['Accept' => 'application/json'])->assertCreated();
    $this->getJson("/api/v1/joints/{$joint->id}")->assertOk()->assertJsonPath('pipes_from_yard.0.fits', false);
    $this->post("/api/v1/mains/{$main->id}/rejects", ['pipe' => 'AL-704', 'reason' => 'out of round'], ['Accept' => 'application/json'])->assertCreated();
    $this->putJson("/api/v1/joints/{$joint->id}/numbers", $numbers('al-704'))->assertUnprocessable()->assertJsonPath('errors.0.field', 'pipe_b');
    $this->getJson("/api/v1/jobs/{$this->job()->id}/yard/trace?number=nobody")->assertOk()->assertJsonPath('delivery', null)->assertJsonPath('joints', []);
});

it('lets the bench know a fitting that was scanned in the yard', function () {
    $code = '73120418'.'180'.'1'.'40'.'064'.'5'.'260'.'00';
    $code .= Diastoma\Core\Label\FusionLabel::checkDigit($code);
    $work = App\Models\Work::where('kind', 'delivery')->firstOrFail();
    $row = ['kind' => 'fitting', 'what' => 'Coupler dn 180', 'count' => 4, 'batch' => 'F 12', 'code' => $code, 'use_by' => '2001-05-31'];
    $this->signIn()->postJson('/api/v1/entries', about($work, 'row', ['key' => 'part', 'row' => $row]))->assertCreated();
    $this->enter($this->joint(9), 'label_code', $code)->assertCreated()->assertJsonPath('bench.from_yard.0.batch', 'F 12')
        ->assertJsonPath('bench.from_yard.0.has_run_out', true)->assertJsonPath('bench.from_yard.0.delivery', $work->title);
    $this->getJson("/api/v1/joints/{$this->joint(8)->id}")->assertOk()->assertJsonPath('from_yard', []);
});
