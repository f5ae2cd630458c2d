<?php

declare(strict_types=1);

use App\Models\Joint;
use App\Models\Work;
use App\Procedures\Known;
use App\Procedures\Subject;
use App\Reports\JointRecord;
use Illuminate\Support\Str;
use Illuminate\Testing\TestResponse;
use Tests\TestCase;

/** A shift sheet of the main of a joint, with these answers. */
function shiftSheet(TestCase $test, Joint $joint, array $answers): Work
{
    $id = (string) Str::uuid();
    $test->postJson("/api/v1/jobs/{$joint->main->job_id}/works", [
        'id' => $id, 'kind' => 'day', 'procedure' => "shift.{$joint->method}", 'title' => 'Monday', 'main_id' => $joint->main_id,
    ])->assertCreated();
    $sheet = Work::findOrFail($id);
    foreach ($answers as $key => $value) {
        onWork($test, $sheet, 'reading', ['key' => $key, 'value' => $value])->assertCreated();
    }

    return $sheet;
}

function onWork(TestCase $test, Work $work, string $kind, array $payload): TestResponse
{
    return $test->postJson('/api/v1/entries', [
        'id' => (string) Str::uuid(), 'kind' => $kind, 'subject_type' => $work->kind->value, 'subject_id' => $work->id, 'payload' => $payload,
        'device_at' => $work->job->now()->format('Y-m-d\TH:i:s\Z'),
    ]);
}

function together(TestCase $test, Joint $joint, string $kind, array $payload): TestResponse
{
    return $test->postJson('/api/v1/entries', [...$test->draft($joint, 'x', true), 'kind' => $kind, 'payload' => $payload]);
}

it('takes over from the shift sheet what holds, by reference, and says from whom and when', function () {
    $joint = $this->joint(9);
    $this->signIn();
    $sheet = shiftSheet($this, $joint, ['sheltered' => true, 'ambient_c' => 14.5, 'control_unit' => $this->unit(), 'solvent' => 'isopropanol ≥ 96 %',
        'leads_ok' => false]);
    $shift = $this->getJson("/api/v1/joints/{$joint->id}")->json('shift');
    expect($shift['sheet'])->toBe($sheet->id)->and(array_column($shift['offers'], 'key'))->toBe(['control_unit', 'ambient_c', 'sheltered', 'solvent']);

    $bench = together($this, $joint, 'shift', [
        'sheet' => $sheet->id, 'values' => array_map(static fn (array $o): array => ['key' => $o['key']], $shift['offers']),
    ])->assertCreated()->json('bench');
    expect($bench['readings']['ambient_c']['value'])->toEqual(14.5)->and($bench['readings']['ambient_c']['how'])->toBe('shift')
        ->and($bench['readings']['ambient_c']['from']['by'])->toBe('Ada Brook')
        ->and($bench['readings']['control_unit']['value']['calibration_until'])->not->toBe('')->and($bench['shift']['offers'])->toBe([]);
    expect(pdfText(app(JointRecord::class)->of(Subject::joint($joint->refresh()))))->toContain('shift sheet');
});

it('asks again after four hours, when the weather has changed, and for another unit', function () {
    $joint = $this->joint(9);
    $this->signIn();
    $sheet = shiftSheet($this, $joint, ['sheltered' => true, 'control_unit' => $this->unit(), 'generator_kva' => 6]);
    $offers = fn (): array => array_column($this->getJson("/api/v1/joints/{$joint->id}")->json('shift.offers'), 'key');
    expect($offers())->toBe(['control_unit', 'sheltered', 'generator_kva']);
    $this->travel(1)->seconds();
    onWork($this, $sheet, 'reading', ['key' => 'weather_changed_at', 'value' => $sheet->job->now()->format('Y-m-d\TH:i:s\Z')])->assertCreated();
    expect($offers())->toBe(['control_unit', 'generator_kva']);
    together($this, $joint, 'shift', ['sheet' => $sheet->id, 'values' => [['key' => 'sheltered']]])->assertConflict();
    $this->travel(241)->minutes();
    expect($offers())->toBe([]);
});

it('confirms the statements of a step as a list, and keeps them apart from what was answered one by one', function () {
    $joint = $this->joint(9);
    $list = $this->signIn()->enter($joint, 'fitting_length_mm', 210)->assertCreated()->json('bench.procedure.steps');
    $steps = array_column($list, 'list', 'id');
    expect(array_column($steps['conditions'], 'key'))->toBe(['sheltered', 'zone_dry', 'ends_capped'])
        ->and($steps['marks'][0]['said'])->toBe('End A: stab mark measured at 105 mm');
    $this->enter($joint, 'ends_capped', false)->assertCreated();
    $values = array_map(static fn (array $row): array => ['key' => $row['key'], 'value' => $row['value']], $steps['conditions']);
    together($this, $joint, 'list', ['step' => 'conditions', 'values' => $values])->assertConflict(); // the exception stands by itself
    $bench = together($this, $joint, 'list', ['step' => 'conditions', 'values' => array_slice($values, 0, 2)])->assertCreated()->json('bench');
    expect($bench['readings']['zone_dry'])->toMatchArray(['value' => true, 'how' => 'list'])
        ->and($bench['readings']['ends_capped'])->toMatchArray(['value' => false, 'how' => 'by_itself']);
    expect(pdfText(app(JointRecord::class)->of(Subject::joint($joint->refresh()))))->toContain('confirmed as a list');
});

it('confirms nothing that does not stand on the list, or stands there otherwise', function (array $payload, int $status) {
    $joint = $this->joint(9);
    $this->signIn()->enter($joint, 'fitting_length_mm', 210)->assertCreated();
    $before = $this->job()->journal_seq;
    together($this, $joint, 'list', $payload)->assertStatus($status);
    expect($this->job()->refresh()->journal_seq)->toBe($before);
})->with([
    'a measurement' => [['step' => 'conditions', 'values' => [['key' => 'pipe_c', 'value' => 15]]], 409],
    'escaping gas' => [['step' => 'conditions', 'values' => [['key' => 'no_medium', 'value' => true]]], 409],
    'a no' => [['step' => 'conditions', 'values' => [['key' => 'zone_dry', 'value' => false]]], 409],
    'a mark elsewhere' => [['step' => 'marks', 'values' => [['key' => 'stab_mark_a_mm', 'value' => 60]]], 409],
    'dry before it was wiped' => [['step' => 'clean', 'values' => [['key' => 'dry_a_at', 'value' => null]]], 409],
    'clamps off before it was fused' => [['step' => 'release', 'values' => [['key' => 'released_at', 'value' => null]]], 409],
    'nothing' => [['step' => 'conditions', 'values' => []], 422],
    'twice the same' => [['step' => 'conditions', 'values' => [['key' => 'zone_dry', 'value' => true], ['key' => 'zone_dry', 'value' => true]]], 422],
    'another step' => [['step' => 'nowhere', 'values' => [['key' => 'zone_dry', 'value' => true]]], 422],
    'no list at all' => [['step' => ['x'], 'values' => 'all'], 422],
]);

it('does not call it dry before the solvent has had its time', function () {
    $joint = $this->joint(9);
    $list = fn (): array => array_column($this->getJson("/api/v1/joints/{$joint->id}")->json('procedure.steps'), 'list', 'id')['clean'];
    $press = fn (): TestResponse => together($this, $joint, 'list', [
        'step' => 'clean', 'values' => array_map(static fn (array $row): array => ['key' => $row['key'], 'value' => $row['value']], $list()),
    ]);
    $this->signIn();
    expect(array_column($list(), 'key'))->toBe(['wiped_a_at', 'wiped_b_at']);
    $press()->assertCreated();
    expect(array_column($list(), 'key'))->toBe(['dry_a_at', 'dry_b_at', 'untouched']);
    $press()->assertConflict();
    $this->travel(121)->seconds();
    $press()->assertCreated();
    expect($list())->toBe([]);
});

it('knows a fitting by its code once one of it was fused well, shows its figures for confirmation, and says who read them first', function () {
    $joint = $this->joint(9);
    $code = '731204181801400645260007';
    $bench = $this->signIn()->enter($joint, 'label_code', $code)->assertCreated()->json('bench');
    $steps = array_column($bench['procedure']['steps'], 'list', 'id');
    $said = array_column($steps['label'], 'said', 'key');
    expect($said['printed_cooling_min'])->toMatch('/^Printed cooling time: 20 min \(as .+ at joint \w+ read it\)$/')
        ->and($said['unit_shows_voltage_v'])->toBe('The unit shows 40 V')->and(array_column($steps['wash'], 'key'))->toContain('fitting_length_mm')
        ->and(array_column($steps['marks'], 'key'))->toBe([]); // marks only once the length is confirmed
    $wash = array_map(static fn (array $row): array => ['key' => $row['key'], 'value' => $row['value']], $steps['wash']);
    $bench = together($this, $joint, 'list', ['step' => 'wash', 'values' => $wash])->assertCreated()->json('bench');
    expect($bench['readings']['fitting_length_mm']['value'])->toEqual(210)
        ->and(array_column($bench['procedure']['steps'], 'list', 'id')['marks'])->toHaveCount(4);

    $other = $this->joint(10);
    $digits = '73120499'.substr($code, 8, 15); // of another maker
    $bench = $this->enter($other, 'label_code', $digits.Diastoma\Core\Label\FusionLabel::checkDigit($digits))->assertCreated()->json('bench');
    expect(array_column($bench['procedure']['steps'], 'list', 'id')['label'])->toBe([]); // of another code nothing is known
});

// Found: a sheet for joints of a system that somebody had added could not be begun.
it('begins a sheet for every kind of joint of the job, those of systems that people added among them', function () {
    $this->signIn();
    $joints = Joint::with('main')->whereIn('main_id', $this->job()->mains()->pluck('id'))->get()->unique('method');
    expect($joints->count())->toBeGreaterThan(15);
    foreach ($joints as $joint) {
        expect(shiftSheet($this, $joint, [])->procedure)->toBe("shift.{$joint->method}");
    }
});

it('lets a job answer steps one by one, from then on, with a reason', function () {
    $joint = $this->joint(9);
    $url = "/api/v1/jobs/{$joint->main->job_id}/rulebook";
    $why = 'The owner wants each of these by itself.';
    $this->signIn()->postJson($url, ['one_by_one' => ['electrofusion.coupler/conditions'], 'reason' => $why])->assertForbidden();
    $this->signIn('vera@demo')->postJson($url, ['one_by_one' => ['electrofusion.coupler/nowhere'], 'reason' => $why])->assertUnprocessable();
    $this->postJson($url, ['one_by_one' => ['electrofusion.coupler/conditions'], 'reason' => $why])->assertCreated()
        ->assertJsonPath('one_by_one', ['electrofusion.coupler/conditions']);
    $this->postJson($url, ['one_by_one' => ['electrofusion.coupler/conditions'], 'reason' => $why])->assertUnprocessable();
    $steps = array_column($this->signIn()->getJson("/api/v1/joints/{$joint->id}")->json('procedure.steps'), 'list', 'id');
    expect($steps['conditions'])->toBe([])->and($steps['inspect'])->not->toBe([]);
    together($this, $joint, 'list', ['step' => 'conditions', 'values' => [['key' => 'zone_dry', 'value' => true]]])->assertConflict();
});

it('knows a fitting as it was read last, where somebody reads something else', function () {
    $joint = $this->joint(10);
    $weld = Diastoma\Core\Electrofusion\Weld::only();
    $code = '731204181801400645260007';
    $known = static fn (): stdClass => Illuminate\Support\Facades\DB::table('known_fittings')->where('label_code', $code)->first();
    $first = $known();
    $this->signIn()->enter($joint, 'label_code', $code)->assertCreated();
    $this->enter($joint, 'fitting_length_mm', 210)->assertCreated();
    Known::remember(Subject::joint($joint->refresh()), $weld, $code, 'Olaf Reed');
    expect($known()->by)->toBe($first->by); // the same again changes nothing
    $this->enter($joint, 'fitting_length_mm', 214)->assertCreated();
    Known::remember(Subject::joint($joint->refresh()), $weld, $code, 'Olaf Reed');
    expect($known()->by)->toBe('Olaf Reed')->and(json_decode($known()->figures, true)['fitting_length_mm'])->toEqual(214)
        ->and(json_decode($known()->figures, true)['printed_cooling_min'])->toEqual(20); // what was not read again stays
});
