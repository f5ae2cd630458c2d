<?php

declare(strict_types=1);

use App\Models\Main;
use App\Models\Work;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Str;

function staithe(): Main
{
    return Main::where('name', 'Staithe sewer')->firstOrFail();
}

/** @return array<string, mixed> */
function stretchDraft(float $from, float $to, mixed $depth = 1.6): array
{
    return [
        'id' => (string) Str::uuid(), 'kind' => 'stretch', 'procedure' => 'cover.stretch', 'title' => 'A stretch', 'main_id' => staithe()->id,
        'from_m' => $from, 'to_m' => $to, 'facts' => ['depth_m' => $depth],
    ];
}

it('shows a main from end to end: how far each stretch is, what was planned and what is dug', function () {
    $page = $this->signIn()->getJson('/api/v1/mains/'.staithe()->id.'/cover')->assertOk();
    expect($page->json('stretches.*.stage'))->toBe(['surfaced', 'layers'])->and($page->json('stretches.0.state'))->toBe('accepted')
        ->and($page->json('stretches.0.open_joints'))->toBe(0)->and($page->json('stretches.1.severity'))->toBe('mend')
        // upright and 900 mm wide as planned; laid back 0.8 to 1 as dug: 18 m × 1.6 m × (bottom + 0.8 × 1.6 m)
        ->and($page->json('stretches.0.planned.excavation_m3'))->toEqualWithDelta(18 * 1.6 * 0.815, 1e-6)
        ->and($page->json('stretches.0.quantities.excavation_m3'))->toBeGreaterThan(18 * 1.6 * (0.8 + 0.8 * 1.6) - 1e-6);
});

it('says of every joint where it lies and what covers it', function () {
    $map = $this->signIn()->getJson('/api/v1/mains/'.staithe()->id.'/joint-map')->assertOk();
    expect($map->json('joints.*.stretch'))->toBe([
        'Manhole 1 to pipe 3', 'Manhole 1 to pipe 3', 'Pipe 4 to pipe 6', 'Pipe 4 to pipe 6', 'Pipe 4 to pipe 6', null, null,
    ])->and($map->json('joints.0.depth_m'))->toEqual(1.6)->and($map->json('joints.6.covered'))->toBeNull();
    $csv = $this->get('/api/v1/mains/'.staithe()->id.'/joint-map.csv')->assertOk()->getContent();
    expect(count(explode("\n", trim((string) $csv))))->toBe(8)->and($csv)->toContain('surfaced');
});

it('opens a stretch only where none lies, within the main, with its depth', function (float $from, float $to, mixed $depth, string $said,
    string $field = 'from_m') {
    $this->signIn('vera@demo')->postJson("/api/v1/jobs/{$this->job()->id}/works", stretchDraft($from, $to, $depth))->assertUnprocessable()
        ->assertJsonPath('errors.0.field', $field)->assertJsonPath('title', static fn (string $t): bool => str_contains($t, $said));
})->with([
    'over the first' => [10.0, 17.0, 1.6, '“Manhole 1 to pipe 3” covers 0 to 18 m'], 'beyond the end' => [36.0, 50.0, 1.6, 'from 0 to 48 m'],
    'of no length' => [40.0, 40.0, 1.6, 'between two stations'], 'without depth' => [36.0, 48.0, null, 'planned depth', 'facts.depth_m'],
    'a slip of the finger' => [36.0, 48.0, 160, 'planned depth', 'facts.depth_m'],
]);

it('shuts the backfill while a joint of it is open, and writes down how many were', function () {
    $this->signIn('vera@demo')->postJson("/api/v1/jobs/{$this->job()->id}/works", $draft = stretchDraft(36.0, 48.0))->assertCreated();
    $work = Work::findOrFail($draft['id']);
    $this->postJson('/api/v1/entries', about($work, 'row', [
        'key' => 'inspection', 'row' => ['occasion' => 'before work', 'who' => 'Vera', 'safe' => true],
    ]))->assertCreated();
    $this->postJson('/api/v1/entries', about($work, 'reading', ['key' => 'joints_seen', 'value' => true]))->assertConflict()
        ->assertJsonPath('title', static fn (string $t): bool => str_contains($t, '2 joints of this stretch are not accepted'));
    $this->signIn()->postJson('/api/v1/entries', about($work, 'overrule', ['rule' => 'tr.joints', 'reason' => 'I say so, by myself.']))->assertForbidden();
    $this->signIn('vera@demo')->postJson('/api/v1/entries', about($work, 'overrule', ['rule' => 'tr.joints', 'reason' => 'The owner agreed on site.']))
        ->assertCreated();
    $bench = $this->postJson('/api/v1/entries', about($work, 'reading', ['key' => 'joints_seen', 'value' => true]))->assertCreated();
    $found = collect($bench->json('bench.verdict.findings'))->firstWhere('rule', 'tr.joints');
    expect($found['severity'])->toBe('watch')->and($bench->json('entry.payload.witnessed'))->toEqual(['open_joints' => 2]);
});

it('takes the rows of a profiler from a file, once, and none where one is wrong', function () {
    $work = Work::where('title', 'Pipe 4 to pipe 6')->firstOrFail();
    $send = fn (string $csv) => $this->signIn()->post("/api/v1/works/{$work->id}/rows", [
        'key' => 'bore_crown', 'file' => UploadedFile::fake()->createWithContent('profiler.csv', $csv),
    ], ['Accept' => 'application/json']);
    $before = count($this->signIn()->getJson("/api/v1/works/{$work->id}")->json('rows.bore_crown'));
    $send("station_m;height_inside_mm\n21;278,1\n33;278.0\n")->assertCreated()->assertJsonCount($before + 2, 'rows.bore_crown');
    $send("station_m;height_inside_mm\n21;278,1\n33;278.0\n")->assertCreated()->assertJsonCount($before + 2, 'rows.bore_crown');
    $send("station_m;height_inside_mm\n21;277\n33;1\n")->assertUnprocessable();
    $send("station;height\n21;277\n")->assertUnprocessable()->assertJsonPath('title', static fn (string $t): bool => str_contains($t, 'no column'));
    expect($this->getJson("/api/v1/works/{$work->id}")->json('rows.bore_crown'))->toHaveCount($before + 2)
        ->and($this->getJson("/api/v1/works/{$work->id}")->json('verdict.severity'))->not->toBe('mend');
    $this->signIn('ines@demo')->post("/api/v1/works/{$work->id}/rows", [
        'key' => 'bore_crown', 'file' => UploadedFile::fake()->createWithContent('a.csv', "station_m,vertical_mm\n21,277\n"),
    ], ['Accept' => 'application/json'])->assertForbidden();
});
