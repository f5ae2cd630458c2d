<?php

declare(strict_types=1);

use App\Models\Entry;
use App\Models\Equipment;
use App\Models\Joint;
use App\Models\Main;
use App\Office\Instruments;
use App\PressureTests\KnownFacts;
use App\Procedures\Subject;
use Illuminate\Http\UploadedFile;

/** A joint of the demo's mended street that is made so, by the key of its card. */
function fitting(string $key): Joint
{
    return Joint::with('main.job.rulebook', 'section')->where('method', "mechanical.{$key}")->orderBy('number')->firstOrFail();
}

/** A flange with four bolts at 60 N·m by its label, and a wrench taken for it. */
function labelledFlange($test): Joint
{
    $joint = fitting('flange');
    $test->signIn();
    foreach ([
        'label_bolts' => 4, 'label_torque_nm' => 60, 'label_maximum_nm' => 72, 'label_pressure_kpa' => 1600,
        'bolt_wrench' => Equipment::where('serial', 'TW-12')->value('id'),
    ] as $key => $value) {
        $test->enter($joint, $key, $value)->assertCreated();
    }

    return $joint;
}

/** @param  list<string>  $lines */
function wrenchLog(array $lines): UploadedFile
{
    return UploadedFile::fake()->createWithContent('wrench.csv', implode("\n", $lines)."\n");
}

it('adds a maker’s card without code, works by it at once, and keeps its old version for old joints', function () {
    $card = [
        'key' => 'osier_sleeve', 'title' => 'Osier sleeve', 'kind' => 'wide_range', 'source' => 'sample sheet',
        'rows' => [['size' => 'A', 'min_mm' => 155, 'max_mm' => 175, 'length_mm' => 260, 'gap_mm' => 20, 'bolts' => 4, 'torque_nm' => 60,
            'pressure_kpa' => 1000]],
    ];
    $this->signIn('vera@demo')->postJson("/api/v1/jobs/{$this->job()->id}/cards", $card)->assertCreated()
        ->assertJsonPath('procedure', 'mechanical.osier_sleeve');
    $main = Main::where('name', 'Sexton Street')->firstOrFail();
    $this->postJson("/api/v1/mains/{$main->id}/joints", ['count' => 1, 'pipe_length_m' => 6, 'method' => 'mechanical.osier_sleeve'])->assertCreated();
    $joint = fitting('osier_sleeve');
    $this->enter($joint, 'size', 'A')->assertCreated();
    $this->postJson("/api/v1/jobs/{$this->job()->id}/cards", [...$card, 'rows' => [[...$card['rows'][0], 'torque_nm' => 70]]])->assertCreated()
        ->assertJsonPath('version', 2);
    $wheel = fn (string $id) => collect($this->getJson("/api/v1/joints/{$id}")->assertOk()->json('procedure.steps'))->firstWhere('id',
        'bolts')['guide']['wheel'];
    expect($wheel($joint->id)['target_nm'])->toEqual(60);
    $methods = collect($this->getJson("/api/v1/jobs/{$this->job()->id}/cards")->assertOk()->json('methods'))->pluck('id');
    expect($methods)->toContain('mechanical.osier_sleeve~2')->not->toContain('mechanical.osier_sleeve')->toContain('mechanical.live_tap')
        ->toContain('electrofusion.coupler');
    $this->postJson("/api/v1/jobs/{$this->job()->id}/cards", [...$card, 'key' => 'weir_grp'])->assertStatus(422)->assertJsonPath('errors.0.field', 'key');
    $this->postJson("/api/v1/jobs/{$this->job()->id}/cards", [...$card, 'rows' => [['size' => 'A', 'min_mm' => 200, 'max_mm' => 100]]])->assertStatus(422)
        ->assertJsonPath('errors.0.field', 'rows.0.max_mm');
    $this->signIn('ines@demo')->postJson("/api/v1/jobs/{$this->job()->id}/cards", $card)->assertForbidden();
});

it('knows both pipes where a coupling joins two that differ, and lets no other fitting do so', function () {
    $unlike = Joint::with('main.job.rulebook', 'section')->where('method', 'mechanical.withy_clasp')->orderByDesc('number')->firstOrFail();
    $facts = Subject::joint($unlike)->facts;
    expect($facts->text('material'))->toBe('PVC')->and($facts->text('material_b'))->toBe('Ductile iron')->and($facts->number('od_largest_b_mm'))->toBe(170.0)
        ->and($facts->number('line_kpa'))->toBe(800.0);
    $main = Main::where('name', 'Sexton Street')->firstOrFail();
    $pe = ['system' => 'pe_fused', 'convention' => 'metric', 'size' => 110, 'sdr' => 11];
    $lay = fn (array $more) => $this->signIn('vera@demo')->postJson("/api/v1/mains/{$main->id}/joints",
        ['count' => 2, 'pipe_length_m' => 6, 'pipe' => $pe, ...$more]);
    $lay([])->assertStatus(422)->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'Choose one as how this joint is made'));
    $lay(['method' => 'mechanical.gland'])->assertStatus(422);
    $lay(['method' => 'mechanical.wide_range'])->assertCreated();
    expect($main->joints()->reorder('number', 'desc')->limit(2)->pluck('method')->all())->toBe(['electrofusion.coupler', 'mechanical.wide_range']);
});

it('makes a main of mechanical joints, and asks what its pipe is of', function () {
    $given = ['name' => 'Glover Lane', 'service' => 'water', 'system' => 'mechanical_joint_gland', 'dn_mm' => 200, 'od_mm' => 222, 'wall_mm' => 6.3];
    $this->signIn('vera@demo')->postJson("/api/v1/jobs/{$this->job()->id}/mains", $given)->assertStatus(422)->assertJsonPath('errors.0.field', 'material');
    $this->postJson("/api/v1/jobs/{$this->job()->id}/mains", [...$given, 'material' => 'ductile_iron'])->assertCreated();
    expect(Main::where('name', 'Glover Lane')->firstOrFail()->only(['material', 'joint_method']))->toBe([
        'material' => 'Ductile iron', 'joint_method' => 'mechanical.mechanical_joint_gland',
    ]);
});

it('takes the log of a wrench, columns in any order and units named, row by row and once', function () {
    $joint = labelledFlange($this);
    $lines = ['Torque (ft-lb);Position;Pass', '13,3;1;1', '13,2;3;1', '13,4;2;1', '13,3;4;1'];
    $post = fn (array $lines) => $this->post("/api/v1/joints/{$joint->id}/bolt-log", ['file' => wrenchLog($lines), 'circle' => 'bolt'],
        ['Accept' => 'application/json']);
    $wheel = collect($post($lines)->assertCreated()->json('procedure.steps'))->firstWhere('id', 'bolts')['guide']['wheel'];
    expect($wheel['read'])->toHaveCount(4)->and($wheel['read'][0]['torque_nm'])->toEqualWithDelta(18.0324, 1e-3)->and($wheel['next'])
        ->toBe(['pass' => 2, 'bolt' => 1]);
    $post($lines)->assertCreated();
    expect(Entry::where('subject_id', $joint->id)->where('kind', 'row')->count())->toBe(4);
});

it('takes nothing of a log that it cannot read, or of which one row is refused', function (array $lines, string $said) {
    $joint = labelledFlange($this);
    $answer = $this->post("/api/v1/joints/{$joint->id}/bolt-log", ['file' => wrenchLog($lines)], ['Accept' => 'application/json'])->assertStatus(422);
    expect($answer->json('title'))->toContain($said)->and(Entry::where('subject_id', $joint->id)->where('kind', 'row')->count())->toBe(0);
})->with([
    'no unit' => [['bolt,torque', '1,60'], 'in which unit'], 'no bolt' => [['torque_nm', '60'], 'no column for the bolt'],
    'no torque' => [['bolt,power', '1,60'], 'no column for the torque'],
    'no number' => [['bolt,torque_nm', '1,sixty'], 'Row 2 cannot be read'], 'a bolt that is not there' => [['bolt,torque_nm', '1,18', '9,18'], 'Bolt'],
    'in the future' => [['bolt,torque_nm,time', '1,18,2099-01-01 10:00'], 'lies in the future'],
    'no time' => [['bolt,torque_nm,time', '1,18,soon'], 'is no time'],
    'nothing' => [['bolt,torque_nm'], 'holds no samples'],
]);

it('hears the wrench itself, once somebody has taken it for the joint', function () {
    $wrench = Equipment::where('serial', 'TW-12')->firstOrFail();
    $token = Instruments::issue($wrench, 1);
    $other = fitting('mechanical_joint_gland');
    $send = fn (int $joint, array $rows) => $this->postJson('/api/v1/device/bolts', ['joint' => $joint, 'rows' => $rows],
        ['Authorization' => "Bearer {$token}"]);
    $joint = labelledFlange($this);
    auth()->forgetGuards();
    $send($other->number, [['bolt' => 1, 'torque_nm' => 18]])->assertStatus(409)
        ->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'Nobody has taken this wrench'));
    $rows = [['bolt' => 1, 'torque_nm' => 18.1], ['bolt' => 3, 'torque_nm' => 18.0], ['bolt' => 2, 'torque_nm' => 17.9], ['bolt' => 4, 'torque_nm' => 18.2],
        ['bolt' => 1, 'torque_nm' => 36]];
    $send($joint->number, $rows)->assertCreated()->assertJsonPath('taken', 5);
    $send($joint->number, $rows)->assertCreated();
    $kept = Entry::where('subject_id', $joint->id)->where('kind', 'row')->orderBy('seq')->get();
    expect($kept)->toHaveCount(5)->and($kept[4]->data()['row']['pass'])->toEqual(2)->and($kept[0]->person->name)->toBe('Ada Brook');
    $send(999999, $rows)->assertStatus(422);
    auth()->forgetGuards();
    $gauge = Instruments::issue(Equipment::where('serial', 'CU-31')->firstOrFail(), 1);
    $this->postJson('/api/v1/device/bolts', ['joint' => $joint->number, 'rows' => $rows], ['Authorization' => "Bearer {$gauge}"])->assertStatus(409);
});

it('holds a section to the weakest of its fittings', function () {
    $main = Main::where('name', 'Sexton Street')->firstOrFail();
    $section = $main->sections()->firstOrFail();
    $ratings = fn () => collect(KnownFacts::facts($section->refresh())['ratings'])->pluck('kpa', 'name')->all();
    $before = $ratings();
    expect(array_filter(array_keys($before), static fn (string $n): bool => str_contains($n, 'joint ')))->toHaveCount(1);
    $this->signIn();
    $this->enter(fitting('flange'), 'label_pressure_kpa', 900)->assertCreated();
    expect($ratings())->toHaveKey('joint '.fitting('flange')->label().': Flange, to torque', 900.0);
});

it('says how a wrench read over the day, from joint to joint', function () {
    $day = collect($this->signIn('vera@demo')->getJson("/api/v1/jobs/{$this->job()->id}/instruments")->assertOk()->json('instruments'))->pluck('day', 'serial');
    expect($day['TW-12']['severity'])->toBe('go')->and($day['TW-12']['said'])->toContain('joints today')->toContain('joint 1501')->toContain('joint 1509')
        ->and($day['CU-31'])->toBeNull();
});
