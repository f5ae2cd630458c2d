<?php

declare(strict_types=1);

use App\Models\Equipment;
use App\Models\Job;
use App\Models\Membership;
use App\Models\Person;
use App\Office\Instruments;
use App\Office\Jobs;
use Diastoma\Core\Sitting\Action;
use Diastoma\Core\Sitting\Rights;
use Diastoma\Core\Sitting\Role;
use Illuminate\Support\Facades\DB;

/** A job of its own with somebody in a role on it. */
function elsewhere(Role $role): Person
{
    $person = Person::create(['name' => 'Sten Elsewhere', 'email' => 'sten@demo', 'password' => 'not of this job', 'administrator' => true]);
    $job = app(Jobs::class)->make($person, ['number' => 'E-1', 'title' => 'Elsewhere', 'place' => 'Farrow', 'time_zone' => 'UTC', 'role' => $role->value]);
    $person->update(['administrator' => false]);

    return $person->refresh();
}

// Found: every signed-in person saw and could write to every job.
it('shows nothing of a job to anybody who is no member of it', function (Role $role) {
    $sten = elsewhere($role);
    $before = $this->job()->journal_seq;
    $addresses = addresses($this);
    foreach ($addresses as [$method, $url, $name]) {
        expect($this->actingAs($sten)->json($method, $url)->baseResponse->getStatusCode())->toBe(404, "{$role->value}: {$name}");
    }
    $this->getJson('/api/v1/jobs')->assertOk()->assertJsonCount(1, 'jobs')->assertJsonPath('jobs.0.number', 'E-1');
    $joint = $this->joint(9);
    $this->enter($joint, 'ambient_c', 12)->assertNotFound();
    $this->getJson("/api/v1/entries?subject_type=joint&subject_id={$this->joint(3)->id}")->assertNotFound();
    $trace = App\Models\Entry::where('kind', 'reading')->where('payload', 'like', '%"samples_sha256"%')->firstOrFail();
    $this->getJson("/api/v1/fusion-traces/{$trace->id}")->assertNotFound();
    expect($this->job()->journal_seq)->toBe($before)->and(count($addresses))->toBeGreaterThan(50);
})->with(Role::cases());

it('lets in nobody who is not signed in, and no device where people go', function () {
    $token = Instruments::issue(Equipment::where('serial', 'CU-31')->firstOrFail(), 1);
    foreach (addresses($this) as [$method, $url, $name]) {
        expect($this->json($method, $url)->baseResponse->getStatusCode())->toBe(401, $name)
            ->and($this->json($method, $url, [], ['Authorization' => "Bearer {$token}"])->baseResponse->getStatusCode())->toBe(401, $name);
    }
});

/** What each way of changing something asks for; null where whoever is on the job may. A new address needs a line here. */
const ASKS = [
    'POST jobs/{job}/clock' => null, 'POST jobs/{job}/rulebook' => Action::ChangeRulebook, 'POST joints/{joint}/judge' => Action::JudgeAgain,
    'POST jobs/{job}/mains' => Action::MakeMain, 'POST mains/{main}/alignment' => Action::BringAlignment, 'POST mains/{main}/plans' => Action::PlanLine,
    'POST plans/{plan}/adopt' => Action::AdoptPlan, 'POST jobs/{job}/joint-systems' => Action::AddSystem, 'POST jobs/{job}/cards' => Action::AddSystem,
    'POST joints/{joint}/bolt-log' => Action::ReadJoint, 'POST mains/{main}/rejects' => Action::RejectPipe,
    'POST jobs/{job}/works' => Action::ReadDay, 'POST works/{work}/rows' => Action::ReadStretch,
    'POST joints/{joint}/fusion-runs' => Action::Fuse, 'POST joints/{joint}/fusion-records' => Action::BringFusion,
    'POST fusion-runs/{run}/settle' => null, 'POST fusion-runs/{run}/stop' => null, 'POST sections/{section}/tests' => Action::Test,
    'POST sections/{section}/facts' => Action::Test, 'POST tests/{test}/run' => Action::Test, 'POST tests/{test}/settle' => null,
    'POST tests/{test}/trace' => Action::Test, 'DELETE tests/{test}/imports/{import}' => null, 'POST tests/{test}/readings' => Action::Test,
    'POST tests/{test}/notes' => Action::Test, 'POST tests/{test}/logging' => Action::Test, 'POST tests/{test}/finish' => Action::Test,
    'POST tests/{test}/mends' => Action::WriteMended, 'POST tests/{test}/signatures' => Action::SignTest, 'PUT jobs/{job}' => Action::KeepJob,
    'POST jobs/{job}/close' => Action::KeepJob, 'POST jobs/{job}/open' => Action::KeepJob, 'POST jobs/{job}/members' => Action::KeepPeople,
    'DELETE jobs/{job}/members/{person}' => Action::KeepPeople, 'POST jobs/{job}/instruments' => Action::KeepInstruments,
    'POST instruments/{unit}' => Action::KeepInstruments, 'POST instruments/{unit}/retire' => Action::KeepInstruments,
    'POST instruments/{unit}/take-up' => Action::KeepInstruments, 'POST instruments/{unit}/tokens' => Action::KeepInstruments,
    'DELETE instruments/{unit}/tokens' => Action::KeepInstruments, 'POST mains/{main}/joints' => Action::KeepJoints,
    'DELETE joints/{joint}' => Action::KeepJoints, 'POST joints/{joint}/replacement' => Action::CutOut, 'PUT sections/{section}' => Action::KeepSections,
    'POST jobs/{job}/nonconformances' => Action::RaiseNonconformance, 'POST nonconformances/{nonconformance}/correction' => Action::RaiseNonconformance,
    'POST nonconformances/{nonconformance}/verification' => Action::VerifyNonconformance, 'POST sections/{section}/split' => Action::KeepSections,
    'POST sections/{section}/join' => Action::KeepSections, 'POST jobs/{job}/hold-points/signatures' => Action::SignHoldPoint,
    'POST jobs/{job}/specification' => Action::KeepJob, 'PUT joints/{joint}/numbers' => Action::KeepJoints,
    'POST mains/{main}/along' => null, 'POST mains/{main}/joint-list' => Action::KeepJoints, 'DELETE mains/{main}/imports/{import}' => null,
];

/** Enough for a request to be whole, so that what refuses it is the right and not the form. */
const WHOLE = [
    'role' => 'jointer', 'name' => 'Rut Beck', 'email' => 'rut@demo', 'reason' => 'Asked for by the owner in writing.', 'number' => 'K-9', 'title' => 'A job',
    'place' => 'Here', 'time_zone' => 'UTC', 'kind' => 'gauge', 'serial' => 'X-1', 'days' => 5, 'what' => 'The end is gouged.', 'cause' => 'handling',
    'correction' => 'Cut off and made again.', 'right' => true,
];

it('asks for the right that the core names, whatever the role', function (Role $role) {
    Membership::where('job_id', $this->job()->id)->where('person_id', $this->person()->id)->update(['role' => $role->value]);
    $seen = [];
    foreach (addresses($this) as [$method, $url, $name]) {
        if ($method === 'GET') {
            expect($this->actingAs($this->person())->json($method, $url)->baseResponse->getStatusCode())->not->toBeIn([401, 403], "{$role->value}: {$name}");

            continue;
        }
        expect(ASKS)->toHaveKey($name);
        $seen[] = $name;
        $action = ASKS[$name];
        DB::beginTransaction();
        $status = $this->actingAs($this->person())->json($method, $url, WHOLE)->baseResponse->getStatusCode();
        DB::rollBack();
        $form = in_array($status, [422, 404, 409], true); // the form or what stands in the way was asked first: never a way in
        $may = $action === null || Rights::may($role->value, $action);
        expect($may ? $status !== 403 : ($status === 403 || $form))->toBeTrue("{$role->value}: {$name} gave {$status}");
        $may || expect($status)->toBeGreaterThanOrEqual(400, $name);
    }
    expect(array_diff(array_keys(ASKS), $seen))->toBe([]);
})->with(Role::cases());

it('lets a supervisor name a crew, and only an administrator an inspector', function () {
    $job = $this->job();
    $reply = $this->signIn('vera@demo')->postJson(
        "/api/v1/jobs/{$job->id}/members", ['name' => 'Rut Beck', 'email' => 'rut@demo', 'role' => 'jointer'],
    )->assertCreated();
    expect($reply->json('link.url'))->toContain('/join/')->and($reply->json('gives'))->toBe(['jointer', 'tester', 'supervisor']);
    $rut = $this->person('rut@demo');
    $this->postJson("/api/v1/jobs/{$job->id}/members", ['person_id' => $rut->id, 'role' => 'inspector'])->assertForbidden();
    $this->deleteJson("/api/v1/jobs/{$job->id}/members/{$this->person('ines@demo')->id}")->assertForbidden();
    $this->signIn('root@demo')->postJson("/api/v1/jobs/{$job->id}/members", ['person_id' => $rut->id, 'role' => 'inspector'])->assertCreated();
    $this->signIn('vera@demo')->deleteJson("/api/v1/jobs/{$job->id}/members/{$rut->id}")->assertForbidden();
    $this->signIn('root@demo')->deleteJson("/api/v1/jobs/{$job->id}/members/{$rut->id}")->assertOk();
    expect(Membership::where('person_id', $rut->id)->exists())->toBeFalse();
    $this->artisan('journal:verify')->assertExitCode(0);
});

it('keeps a job from losing the last who may keep it', function () {
    $job = $this->job();
    Membership::where('job_id', $job->id)->where('role', 'admin')->delete();
    $vera = $this->person('vera@demo');
    $this->signIn('vera@demo')->deleteJson("/api/v1/jobs/{$job->id}/members/{$vera->id}")->assertStatus(409);
    $this->postJson("/api/v1/jobs/{$job->id}/members", ['person_id' => $vera->id, 'role' => 'jointer'])->assertStatus(409);
});

it('takes nothing for a closed job until a supervisor opens it again', function () {
    $job = $this->job();
    $this->signIn('ada@demo')->postJson("/api/v1/jobs/{$job->id}/close", ['reason' => 'Handed over to the owner.'])->assertForbidden();
    $this->signIn('vera@demo')->postJson("/api/v1/jobs/{$job->id}/close", ['reason' => 'Handed over to the owner.'])->assertOk();
    $before = $this->job()->journal_seq;
    $this->enter($this->joint(9), 'ambient_c', 12)->assertStatus(409)->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'was closed on'));
    $this->postJson("/api/v1/joints/{$this->joint(9)->id}/fusion-runs")->assertStatus(409);
    $this->postJson("/api/v1/jobs/{$job->id}/mains", ['name' => 'New', 'service' => 'water', 'system' => 'pe_fused', 'convention' => 'metric', 'size' => 180,
        'sdr' => 11])->assertStatus(409);
    $this->postJson("/api/v1/jobs/{$job->id}/clock", ['to' => now()->addHour()->toIso8601String()])->assertStatus(409);
    $unit = Equipment::where('serial', 'CU-31')->firstOrFail();
    $send = fn () => app(App\Actions\RunFusion::class)->follow($this->joint(9), $this->person(), $unit, 'fusion', now()->toImmutable());
    expect($send)->toThrow(App\Exceptions\Refused::class, 'was closed on');
    $this->getJson("/api/v1/joints/{$this->joint(9)->id}")->assertOk();
    expect($this->job()->journal_seq)->toBe($before);
    $this->postJson("/api/v1/jobs/{$job->id}/open", ['reason' => 'One joint leaks after all.'])->assertOk()->assertJsonPath('closed_at', null);
    $this->enter($this->joint(9), 'ambient_c', 12)->assertCreated();
    $this->artisan('journal:replay', ['job' => $job->number])->expectsOutputToContain('0 were different.')->assertExitCode(0);
});

it('sets up a job from nothing, and one like an earlier one', function () {
    $this->signIn('vera@demo')->postJson('/api/v1/jobs', [...WHOLE, 'rulebook' => 'us'])->assertForbidden();
    $made = $this->signIn('root@demo')->postJson('/api/v1/jobs', [...WHOLE, 'rulebook' => 'us', 'role' => 'supervisor'])->assertCreated();
    expect($made->json('rulebook.id'))->toBe('us-K-9')->and($made->json('simulated'))->toBeFalse()->and($made->json('role'))->toBe('supervisor');
    $this->postJson('/api/v1/jobs', WHOLE)->assertStatus(422)->assertJsonPath('errors.0.field', 'number');
    $copy = $this->postJson('/api/v1/jobs', [...WHOLE, 'number' => 'K-10', 'copy_of' => $this->job()->id])->assertCreated();
    $job = Job::findOrFail($copy->json('id'));
    expect($job->equipment)->toHaveCount($this->job()->equipment->count())->and(Membership::where('job_id', $job->id)->count())->toBe(6)
        ->and($job->rulebook->payload['limits'])->toEqual($this->job()->rulebook->payload['limits']);
    $this->artisan('journal:verify', ['job' => 'K-10'])->assertExitCode(0);
});

it('keeps instruments with their papers, and tokens for those that send', function () {
    $job = $this->job();
    $given = ['kind' => 'torque_wrench', 'name' => 'Wrench 200', 'serial' => 'TW-9', 'range_low' => 40, 'range_high' => 200,
        'calibration_until' => '2020-01-01'];
    $this->signIn('ada@demo')->postJson("/api/v1/jobs/{$job->id}/instruments", $given)->assertForbidden();
    $list = $this->signIn('vera@demo')->postJson("/api/v1/jobs/{$job->id}/instruments", $given)->assertCreated()->json('instruments');
    $wrench = collect($list)->firstWhere('serial', 'TW-9');
    expect($wrench['range'])->toBe('40 N·m to 200 N·m')->and([$wrench['range_low'], $wrench['range_high']])->toEqual([40, 200]);
    foreach ([['range_low' => 40], ['range_high' => 200], ['range_low' => 200, 'range_high' => 40], ['range_low' => 'x', 'range_high' => 5]] as $none) {
        $other = [...array_diff_key($given, ['range_low' => 0, 'range_high' => 0]), 'serial' => 'TW-10'];
        $this->postJson("/api/v1/jobs/{$job->id}/instruments", [...$other, ...$none])->assertStatus(422);
    }
    expect($wrench['standing'])->toBe(['severity' => 'stop', 'said' => 'ran out on 2020-01-01']);
    $this->postJson("/api/v1/jobs/{$job->id}/instruments", $given)->assertStatus(422)->assertJsonPath('errors.0.field', 'serial');
    $this->postJson("/api/v1/instruments/{$wrench['id']}/tokens", ['days' => 3])->assertCreated(); // a logging wrench sends what it reads
    $clamp = $this->postJson("/api/v1/jobs/{$job->id}/instruments", ['kind' => 'clamp', 'name' => 'Clamp 63', 'serial' => 'CL-1'])->json('instruments');
    $this->postJson('/api/v1/instruments/'.collect($clamp)->firstWhere('serial', 'CL-1')['id'].'/tokens')->assertStatus(409);
    $token = $this->postJson("/api/v1/instruments/{$this->unit()}/tokens", ['days' => 3])->assertCreated()->json('token');
    expect(collect($this->getJson("/api/v1/jobs/{$job->id}/instruments")->json('instruments'))->firstWhere('serial', 'CU-31')['tokens'])->toBe(1);
    $this->postJson("/api/v1/instruments/{$this->unit()}/retire")->assertOk();
    $this->enter($this->joint(9), 'control_unit', $this->unit())->assertStatus(422); // out of use is out of use
    auth()->forgetGuards();
    $this->getJson('/api/v1/device/pressure-tests', ['Authorization' => "Bearer {$token}"])->assertUnauthorized();
});

it('keeps what the owner asks for on the job\'s record, and shows it to its members alone', function () {
    $pdf = Illuminate\Http\UploadedFile::fake()->createWithContent('spec.pdf', "%PDF-1.4\n1 0 obj<<>>endobj\ntrailer<<>>\n%%EOF");
    $url = "/api/v1/jobs/{$this->job()->id}/specification";
    $send = fn (): mixed => $this->post($url, ['file' => $pdf], ['Accept' => 'application/json']);
    $this->signIn();
    $send()->assertForbidden();
    $this->signIn('vera@demo');
    $hash = $send()->assertOk()->assertJsonPath('specification.name', 'spec.pdf')->json('specification.sha256');
    $this->get("/api/v1/pictures/{$hash}")->assertOk()->assertHeader('Content-Type', 'application/pdf')->assertHeader('Content-Disposition');
    $this->actingAs(elsewhere(Role::Supervisor))->get("/api/v1/pictures/{$hash}")->assertNotFound();
    $this->signIn('vera@demo')->post($url, ['file' => Illuminate\Http\UploadedFile::fake()->createWithContent('x.html', '<script>')],
        ['Accept' => 'application/json'])->assertStatus(422);
    $this->get('/api/v1/instruments/'.Equipment::where('serial', 'CU-31')->firstOrFail()->id.'/tag.pdf')->assertOk()
        ->assertHeader('Content-Type', 'application/pdf');
    $this->artisan('journal:replay')->assertExitCode(0);
});
