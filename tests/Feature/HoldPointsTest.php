<?php

declare(strict_types=1);

use App\Models\Job;
use App\Models\Joint;
use App\Models\PressureTest;
use Carbon\CarbonImmutable;
use Diastoma\Core\Rulebook\HoldPoint;
use Illuminate\Support\Str;

const WHY_HELD = 'The owner asks for it in writing.';

/** The demo's job with hold points put up, as the people who may do it do it. */
function withHolds(Tests\TestCase $test, array ...$points): Job
{
    foreach ($points as $point) {
        $test->signIn('ines@demo')->postJson("/api/v1/jobs/{$test->job()->id}/rulebook", ['hold_point' => $point, 'reason' => WHY_HELD])->assertCreated();
    }

    return $test->job();
}

/** @return array<string, mixed> */
function signedList(Tests\TestCase $test, array $waiting, array $which, string $remark = ''): array
{
    return [
        'remark' => $remark, 'device_at' => $test->deviceNow(), 'signatures' => array_map(static fn (int $k): array => [
            'id' => (string) Str::uuid(), 'kind' => $waiting[$k]['kind'], 'subject_id' => $waiting[$k]['subject_id'], 'key' => $waiting[$k]['key'],
        ], $which),
    ];
}

/** A planned joint made as far as its hold point before it is fused, with everybody's clock as it is. */
function upToHold(Tests\TestCase $test, Joint $joint): void
{
    $test->signIn();
    foreach ($test->crewUpTo($joint, 'fusion') as [$key, $value, $at]) {
        $test->enter($joint, $key, $value, $at)->assertCreated();
    }
}

it('keeps the first joints of a day from being fused until an inspector has signed, for several at once', function () {
    $this->travelTo(now()->addDay()->setTime(10, 0)); // the same day throughout, whenever it is run
    $job = withHolds($this, ['occasion' => 'first_of_day', 'roles' => ['inspector']]);
    $planned = Joint::whereIn('main_id', $job->mains()->pluck('id'))->where('state', 'planned')->where('method', 'electrofusion.coupler')
        ->orderBy('number')->limit(3)->get();
    [$one, $two, $three] = [$planned[0], $planned[1], $planned[2]];
    foreach ([$one, $two] as $joint) {
        upToHold($this, $joint);
        $this->getJson("/api/v1/joints/{$joint->id}")->assertOk()->assertJsonPath('joint.current_step', 'hold.first_of_day')
            ->assertJsonPath('todo.said', 'Next: Hold point: First joint of its kind today.')
            ->assertJsonPath('signatures', fn (array $s): bool => str_contains($s['hold.first_of_day'], 'signed by: inspector'));
        $this->postJson("/api/v1/joints/{$joint->id}/fusion-runs", ['id' => (string) Str::uuid(), 'speed' => 60])->assertStatus(409)
            ->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'hold point'));
    }
    $waiting = $this->signIn('ines@demo')->getJson("/api/v1/jobs/{$job->id}/hold-points")->assertOk()->json('waiting');
    expect(array_column($waiting, 'name'))->toBe(["Joint {$one->number}", "Joint {$two->number}"])->and(array_column($waiting, 'refusal'))->toBe([null, null]);
    $url = "/api/v1/jobs/{$job->id}/hold-points/signatures";
    $this->signIn('vera@demo')->postJson($url, signedList($this, $waiting, [0]))->assertForbidden();
    $this->signIn()->postJson($url, signedList($this, $waiting, [0]))->assertForbidden();
    $half = signedList($this, $waiting, [0, 1]);
    $half['signatures'][1]['key'] = 'hold.nothing';
    $seq = $this->job()->journal_seq;
    $this->signIn('ines@demo')->postJson($url, $half)->assertStatus(422)->assertJsonPath('title', fn (string $t): bool => str_starts_with($t,
        "Joint {$two->number}: "));
    expect($this->job()->journal_seq)->toBe($seq); // all of them or none
    $list = signedList($this, $waiting, [0, 1], 'Both ends seen.');
    $this->postJson($url, $list)->assertCreated()->assertJsonPath('waiting', []);
    $this->postJson($url, $list)->assertCreated(); // sent twice it stands once
    $shown = $this->getJson("/api/v1/joints/{$one->id}")->assertOk();
    expect($shown->json('readings')['hold.first_of_day']['value'])->toMatchArray(['role' => 'inspector', 'remark' => 'Both ends seen.', 'together' => 2])
        ->and($shown->json('readings')['hold.first_of_day']['times'])->toBe(1)->and($shown->json('joint.current_step'))->toBe('fuse');
    $this->signIn()->enter($three, 'ambient_c', 14)->assertCreated(); // signed for today
    expect(array_column($this->getJson("/api/v1/joints/{$three->id}")->json('procedure.steps'), 'id'))->not->toContain('hold.first_of_day');
    $this->artisan('journal:verify')->assertExitCode(0);
    $this->artisan('journal:replay')->assertExitCode(0);
});

it('gives a new job the usual hold points, and lets its people change them with a reason', function () {
    $url = "/api/v1/jobs/{$this->job()->id}/rulebook";
    expect($this->job()->rules()->holdPoints)->toBe([]);
    $this->signIn()->postJson($url, ['hold_point' => ['occasion' => 'overruled', 'roles' => ['inspector']], 'reason' => WHY_HELD])->assertForbidden();
    $this->signIn('vera@demo')->postJson($url, ['hold_point' => ['occasion' => 'overruled', 'roles' => ['inspector']], 'reason' => 'no'])->assertStatus(422);
    $this->postJson($url, ['hold_point' => ['occasion' => 'overruled', 'roles' => ['jointer']], 'reason' => WHY_HELD])->assertStatus(422);
    $step = ['occasion' => 'before_step', 'roles' => ['inspector'], 'procedure' => 'electrofusion.coupler', 'step' => 'clean'];
    $page = $this->postJson($url, ['hold_point' => $step, 'reason' => WHY_HELD])->assertCreated();
    expect($page->json('hold_points.points.0'))->toMatchArray(['where' => 'Electrofusion coupler: Clean', 'roles' => ['inspector'], 'may_remove' => false])
        ->and($page->json('versions.0.changes.0'))->toMatchArray(['to' => 'inspector', 'reason' => WHY_HELD]);
    $id = $page->json('hold_points.points.0.id');
    $this->postJson($url, ['drop_hold_point' => $id, 'reason' => 'It takes too long.'])->assertForbidden();
    $this->signIn('ines@demo')->postJson($url, ['drop_hold_point' => $id, 'reason' => WHY_HELD])->assertCreated()->assertJsonPath('hold_points.points', []);
    $this->postJson($url, ['drop_hold_point' => $id, 'reason' => WHY_HELD])->assertStatus(409);

    $made = $this->signIn('root@demo')->postJson('/api/v1/jobs', [
        'number' => 'H-1', 'title' => 'Held', 'place' => 'Here', 'time_zone' => 'UTC', 'rulebook' => 'us', 'role' => 'supervisor',
    ])->assertCreated();
    $job = Job::findOrFail($made->json('id'));
    expect($job->rules()->holdPoints)->toEqual(HoldPoint::usual());
    $this->postJson("/api/v1/jobs/{$job->id}/rulebook", ['rulebook' => 'iso', 'reason' => WHY_HELD])->assertCreated();
    expect($job->refresh()->rules()->holdPoints)->toEqual(HoldPoint::usual()); // another rulebook takes nobody's signature away
});

it('asks for certificates that the job wants, and never takes one that ran out', function () {
    $url = "/api/v1/jobs/{$this->job()->id}/rulebook";
    $this->signIn('vera@demo')->postJson($url, ['certificates' => ['tester', 'mechanical'], 'reason' => WHY_HELD])->assertCreated()
        ->assertJsonPath('certificates.0.asked', true);
    $this->postJson($url, ['certificates' => ['tester', 'mechanical'], 'reason' => WHY_HELD])->assertStatus(422);
    $tom = $this->person('tom@demo');
    $tom->certificates()->where('kind', 'tester')->delete();
    $test = PressureTest::firstOrFail();
    $try = fn (string $says): mixed => $this->signIn('tom@demo')->postJson("/api/v1/tests/{$test->id}/run", ['mode' => 'hand'])
        ->assertForbidden()->assertJsonPath('title', fn (string $t): bool => str_contains($t, $says));
    $try('no certificate for “Pressure tests”');
    $this->signIn('vera@demo')->postJson($url, ['certificates' => [], 'reason' => WHY_HELD])->assertCreated();
    $tom->certificates()->create(['kind' => 'tester', 'number' => 'T-1', 'until' => '2020-01-01']);
    $try('ran out on 2020-01-01');
});

it('holds a section before its test and after it, and asks whoever did not run it', function () {
    $job = withHolds($this, ['occasion' => 'before_test', 'roles' => ['inspector']], ['occasion' => 'after_test', 'roles' => ['inspector', 'tester']]);
    $section = $this->section('A');
    $gates = fn (): array => collect($this->signIn('tom@demo')->getJson("/api/v1/sections/{$section->id}/tests")->assertOk()->json('gates'))
        ->pluck('holds', 'id')
        ->all();
    expect($gates())->toHaveKey('hold.before_test')->and($gates()['hold.before_test'])->toBeFalse();
    $ended = PressureTest::whereIn('section_id', App\Models\Section::whereIn('main_id', $job->mains()->pluck('id'))->pluck('id'))->firstOrFail();
    $begun = new App\Journal\Draft((string) Str::uuid(), App\Journal\Journal::TEST_BEGUN, 'test', $ended->id, ['mode' => 'hand'], $this->deviceNow());
    app(App\Journal\Journal::class)->append($job, $this->person('tom@demo'), $begun);
    $ended->update(['state' => 'passed', 'ended_at' => now()->subHour(), 'verdict' => []]);
    expect(App\PressureTests\Signed::waits($ended->load('section.main.job.rulebook')))->toBeNull(); // it was over before the hold point was put up
    CarbonImmutable::setTestNow(now()->addDay());
    $ended->update(['ended_at' => now()]);
    $waiting = collect($this->signIn('ines@demo')->getJson("/api/v1/jobs/{$job->id}/hold-points")->assertOk()->json('waiting'));
    $one = $waiting->firstWhere('kind', 'test');
    expect($one['subject_id'])->toBe($ended->id)->and($one['refusal'])->toBeNull();
    $shown = collect($this->getJson("/api/v1/sections/{$ended->section_id}/tests")->json('tests'))->firstWhere('id', $ended->id);
    expect($shown['held'])->toContain('waits at a hold point');
    $ran = App\PressureTests\Signed::ranBy($ended);
    $runner = App\Models\Person::where('name', $ran)->firstOrFail();
    $url = "/api/v1/jobs/{$job->id}/hold-points/signatures";
    $this->actingAs($runner)->postJson($url, signedList($this, [$one], [0]))->assertForbidden()
        ->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'another looks') || str_contains($t, 'is signed by'));
    App\Office\Links::make($this->person('ines@demo'), $runner);
    App\Models\Link::query()->where('person_id', $this->person('ines@demo')->id)->firstOrFail()->update(['used_at' => now()->subHour()]);
    $this->signIn('ines@demo')->postJson($url, signedList($this, [$one], [0]))->assertForbidden();
    $this->postJson("/api/v1/tests/{$ended->id}/signatures", ['id' => (string) Str::uuid()])->assertCreated(); // stands under it, and lifts nothing
    expect(App\PressureTests\Signed::waits($ended->refresh()->load('section.main.job.rulebook')))->toContain('waits');
    App\Office\Links::make($this->person('ines@demo'), $this->person('root@demo'));
    App\Models\Link::query()->where('person_id', $this->person('ines@demo')->id)->whereNull('used_at')->firstOrFail()->update(['used_at' => now()]);
    $this->signIn('ines@demo')->postJson($url, signedList($this, [$one], [0], 'Record seen.'))->assertCreated();
    expect(App\PressureTests\Signed::waits($ended->refresh()->load('section.main.job.rulebook')))->toBeNull();
    CarbonImmutable::setTestNow();
});

// Found: a supervisor made the inspector's link, opened it, and signed what the supervisor had made.
it('counts whoever made the link and whoever signed in by it as one, both ways, until another makes a new one', function () {
    $this->travelTo(now()->addDay()->setTime(10, 0));
    $job = withHolds($this, ['occasion' => 'first_of_day', 'roles' => ['inspector', 'supervisor']]);
    $joint = Joint::whereIn('main_id', $job->mains()->pluck('id'))->where('state', 'planned')->where('method', 'electrofusion.coupler')->firstOrFail();
    upToHold($this, $joint);
    $letIn = function (string $who, string $by): void {
        App\Office\Links::make($this->person($who), $this->person($by));
        App\Models\Link::query()->where('person_id', $this->person($who)->id)->whereNull('used_at')->firstOrFail()->update(['used_at' => now()]);
        $this->travel(1)->minutes();
    };
    $refusal = fn (string $who): ?string => $this->signIn($who)->getJson("/api/v1/jobs/{$job->id}/hold-points")->assertOk()->json('waiting.0.refusal');
    expect($refusal('ines@demo'))->toBeNull()->and($refusal('vera@demo'))->toBeNull();
    $letIn('ines@demo', 'ada@demo'); // Ada made the joint
    $letIn('ada@demo', 'vera@demo');
    expect($refusal('ines@demo'))->toContain('Ada Brook and Ines Marl do not count as two')
        ->and($refusal('vera@demo'))->toContain('Ada Brook and Vera Holm do not count as two');
    $taking = $this->signIn('vera@demo')->postJson("/api/v1/mains/{$joint->main_id}/along")->assertCreated()->json('taking'); // nor without signal
    $this->travel(1)->minutes();
    $this->postJson('/api/v1/entries', [
        'id' => (string) Str::uuid(), 'kind' => 'signature', 'subject_type' => 'joint', 'subject_id' => $joint->id, 'payload' => ['key' => 'hold.first_of_day'],
        'device_at' => $this->deviceNow(), 'along' => $taking,
    ])->assertForbidden()->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'do not count as two'));
    $at = now('UTC')->format('Y-m-d H:i');
    $letIn('ines@demo', 'root@demo');
    expect($refusal('vera@demo'))->toContain('do not count as two')->and($refusal('ines@demo'))->toBeNull();
    $waiting = $this->signIn('ines@demo')->getJson("/api/v1/jobs/{$job->id}/hold-points")->json('waiting');
    $this->postJson("/api/v1/jobs/{$job->id}/hold-points/signatures", signedList($this, $waiting, [0]))->assertCreated();
    $signed = App\Models\Entry::query()->where('subject_id', $joint->id)->orderByDesc('seq')->firstOrFail()->data();
    expect($signed['value']['account'])->toBe('ines@demo, let in by '.$this->person('root@demo')->name.' on '.$at.' UTC');
});

it('signs nothing of another job', function () {
    $job = withHolds($this, ['occasion' => 'first_of_day', 'roles' => ['inspector']]);
    $joint = Joint::where('main_id', '<>', $this->joint(1)->main_id)->whereNotIn('main_id', $job->mains()->pluck('id'))->first();
    $given = ['device_at' => $this->deviceNow(), 'signatures' => [
        ['id' => (string) Str::uuid(), 'kind' => 'joint', 'subject_id' => $joint->id ?? (string) Str::uuid(), 'key' => 'hold.first_of_day'],
    ]];
    $this->signIn('ines@demo')->postJson("/api/v1/jobs/{$job->id}/hold-points/signatures", $given)->assertNotFound();
    $this->postJson("/api/v1/jobs/{$job->id}/hold-points/signatures", [...$given, 'signatures' => []])->assertStatus(422);
    $this->postJson("/api/v1/jobs/{$job->id}/hold-points/signatures", [...$given, 'device_at' => 'soon'])->assertStatus(422);
});

// Found on reading it again: what was left over from the day before and signed in the morning let the day's own first joint pass.
it('counts no joint of another day as the first of today', function () {
    withHolds($this, ['occasion' => 'first_of_day', 'roles' => ['inspector']]);
    $job = $this->job();
    $mains = $job->mains()->pluck('id');
    $planned = Joint::whereIn('main_id', $mains)->where('state', 'planned')->where('method', 'electrofusion.coupler')->orderBy('number')->limit(2)->get();
    upToHold($this, $planned[0]);
    $waiting = $this->signIn('ines@demo')->getJson("/api/v1/jobs/{$job->id}/hold-points")->assertOk()->json('waiting');
    $this->travel(1)->days();
    $this->postJson("/api/v1/jobs/{$job->id}/hold-points/signatures", signedList($this, $waiting, [0]))->assertCreated();
    $this->signIn()->enter($planned[1], 'ambient_c', 14)->assertCreated();
    expect(array_column($this->getJson("/api/v1/joints/{$planned[1]->id}")->json('procedure.steps'), 'id'))->toContain('hold.first_of_day');
});
