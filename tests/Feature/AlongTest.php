<?php

declare(strict_types=1);

use App\Models\Difference;
use App\Models\Entry;
use App\Models\Main;
use App\Models\Membership;
use App\Models\Person;
use App\Models\Taking;
use App\Procedures\Subject;
use Diastoma\Core\Device\Door;
use Illuminate\Support\Str;
use Tests\TestCase;

/** What a tablet makes of a work that it took along: the same JSON through the same door. */
function onDevice(array $along, array $sitting, string $name, string $now, array $entries = []): array
{
    foreach (['know' => ['main' => 'm', ...array_intersect_key($along, array_flip(['people', 'instruments', 'systems', 'known', 'began', 'rulebooks']))],
        'desk' => ['main' => 'm', 'rulebook' => $sitting['rulebook_id'], 'for' => $name, 'now' => $now, 'entries' => $entries, 'known' => [],
            ...array_intersect_key($sitting, array_flip(['work', 'replaced', 'history']))]] as $ask => $given) {
        $said = json_decode(Door::answer(json_encode(['ask' => $ask, 'given' => $given], JSON_THROW_ON_ERROR)), true, 512, JSON_THROW_ON_ERROR);
    }

    return $said;
}

function takenAlong(TestCase $test, Main $main): array
{
    return $test->postJson("/api/v1/mains/{$main->id}/along")->assertCreated()->json();
}

/** Leaves the job, as a supervisor would have it. */
function leaves(string $name, string $job): void
{
    Membership::where('job_id', $job)->where('person_id', Person::where('name', $name)->firstOrFail()->id)->delete();
}

it('judges on the device what the server judges, work by work, to the byte', function () {
    $this->signIn();
    $seen = 0;
    $differ = [];
    foreach (Main::all() as $main) {
        $along = takenAlong($this, $main);
        foreach ($along['sittings'] as $sitting) {
            $bench = $this->getJson($sitting['subject_type'] === 'joint' ? "/api/v1/joints/{$sitting['subject_id']}" : "/api/v1/works/{$sitting['subject_id']}")
                ->assertOk()->json();
            $desk = onDevice($along, $sitting, 'Ada Brook', $bench['now'])['desk'];
            foreach (array_keys($desk) as $key) {
                [$device, $server] = [(string) json_encode($desk[$key]), (string) json_encode($bench[$key])];
                $at = strspn($device ^ $server, "\0"); // the first byte that differs
                if ($device !== $server) {
                    $differ[] = "{$sitting['work']['procedure']} {$key}: ".substr($device, max(0, $at - 40), 80).' | '.substr($server, max(0, $at - 40), 80);
                }
            }
            $seen += count($sitting['history']) > 0 ? 1 : 0;
        }
    }
    expect($differ)->toBe([])->and($seen)->toBeGreaterThan(10);
});

it('takes an entry on the device as the server takes it, and refuses what it refuses', function () {
    $this->signIn();
    $joint = $this->joint(9);
    $along = takenAlong($this, $joint->main);
    $sitting = collect($along['sittings'])->firstWhere('subject_id', $joint->id);
    $draft = $this->draft($joint, 'ambient_c', 46);
    $entry = static fn (array $d): array => [
        'id' => $d['id'], 'kind' => $d['kind'], 'payload' => $d['payload'], 'taken_at' => $d['device_at'], 'by' => 'Ada Brook',
    ];
    $wrong = [...$draft, 'id' => (string) Str::uuid(), 'payload' => ['key' => 'ambient_c', 'value' => 'warm']];
    $said = onDevice($along, $sitting, 'Ada Brook', $this->job()->now()->format(DATE_RFC3339_EXTENDED), [$entry($draft), $entry($wrong)]);
    $refusal = $this->postJson('/api/v1/entries', $wrong)->assertStatus(422)->json('title');
    $bench = $this->postJson('/api/v1/entries', $draft)->assertCreated()->json('bench');
    expect($said['refused'][0]['said'])->toBe($refusal)->and($said['desk']['stands'])->toBe($bench['stands'])
        ->and($said['desk']['stands']['state'])->toBe('stop')
        ->and($said['desk']['verdict'])->toEqual($bench['verdict']);
});

it('takes what was made without signal by the rights of the taking, for a day, and marks it', function () {
    $this->signIn();
    $joint = $this->joint(9);
    $along = takenAlong($this, $joint->main);
    leaves('Ada Brook', $joint->main->job_id);
    $this->signIn();
    $this->postJson('/api/v1/entries', $this->draft($joint, 'ambient_c', 12))->assertNotFound(); // without the taking they are nobody here
    $reply = $this->postJson('/api/v1/entries', [...$this->draft($joint, 'ambient_c', 12), 'along' => $along['taking']])->assertCreated();
    expect($reply->json('bench'))->toBeNull(); // and see nothing any more
    $kept = Entry::findOrFail($reply->json('entry.id'))->data();
    expect($kept['rights'])->toMatchArray(['role' => 'jointer', 'now' => null]);
    $this->signIn('vera@demo');
    expect($this->getJson("/api/v1/joints/{$joint->id}")->json('readings.ambient_c.rights'))->toContain('has left the job since');

    $this->travel(25)->hours();
    $this->signIn();
    $this->postJson('/api/v1/entries', [...$this->draft($joint, 'ambient_c', 13), 'along' => $along['taking']])->assertNotFound();
    expect(Subject::joint($joint->refresh())->readings()->number('ambient_c'))->toBe(12.0);
});

it('takes no judgement of somebody who was taken off the job, nor what they read after', function () {
    $joint = $this->joint(9);
    $along = takenAlong($this->signIn('vera@demo'), $joint->main);
    app(App\Office\Crew::class)->put($this->job(), $this->person('root@demo'), Person::where('email', 'ada@demo')->firstOrFail(), 'supervisor');
    app(App\Office\Crew::class)->remove($this->job(), $this->person('root@demo'), $this->person('vera@demo'));
    $send = fn (string $kind, array $payload, string $at) => $this->signIn('vera@demo')->postJson('/api/v1/entries', [
        'id' => (string) Str::uuid(), 'kind' => $kind, 'subject_type' => 'joint', 'subject_id' => $joint->id, 'payload' => $payload, 'device_at' => $at,
        'along' => $along['taking'],
    ]);
    $now = $this->job()->now()->format('Y-m-d\TH:i:s\Z');
    foreach (['overrule' => ['rule' => 'ef.ambient', 'reason' => 'The shelter was put up meanwhile.'], 'cut_out' => ['reason' => 'It leaned too far over.'],
        'signature' => ['key' => 'hold.first_of_day']] as $kind => $payload) {
        $send($kind, $payload, $now)->assertForbidden()->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'on this job no more'));
    }
    $send('reading', ['key' => 'ambient_c', 'value' => 12], $now)->assertCreated(); // read before
    $this->travel(10)->minutes();
    $send('reading', ['key' => 'ambient_c', 'value' => 13], $this->job()->now()->format('Y-m-d\TH:i:s\Z'))->assertNotFound();
});

it('takes nothing by another one’s taking', function () {
    $this->signIn('vera@demo');
    $along = takenAlong($this, $this->joint(9)->main);
    $this->signIn();
    leaves('Ada Brook', $this->job()->id);
    $this->signIn();
    $this->postJson('/api/v1/entries', [...$this->draft($this->joint(9), 'ambient_c', 12), 'along' => $along['taking']])->assertNotFound();
});

it('lets a supervisor hand in what somebody made who has left, under the name of whoever made it', function () {
    $ada = Person::where('name', 'Ada Brook')->firstOrFail();
    $this->signIn();
    $joint = $this->joint(9);
    $along = takenAlong($this, $joint->main);
    $ada->forceFill(['left_at' => now()])->save();
    $draft = [...$this->draft($joint, 'ambient_c', 12), 'along' => $along['taking'], 'for' => $ada->id];
    $this->signIn('olaf@demo')->postJson('/api/v1/entries', $draft)->assertForbidden();
    $bench = $this->signIn('vera@demo')->postJson('/api/v1/entries', $draft)->assertCreated()->json('bench');
    expect($bench['readings']['ambient_c']['by'])->toBe('Ada Brook')->and($bench['readings']['ambient_c']['rights'])->toContain('Handed in by');
});

// Found: whoever knew a taking's id made entries in the name of somebody who is still on the job.
it('takes nothing in another one’s name by the id of a taking, which stands in the record', function () {
    $joint = $this->joint(9);
    $along = takenAlong($this->signIn(), $joint->main);
    [$id, $proof] = explode('.', $along['taking']);
    $draft = [...$this->draft($joint, 'ambient_c', 12), 'for' => $this->person()->id];
    foreach ([$id, "{$id}.", "{$id}.".strrev($proof), "{$id}.{$proof}0", (string) Str::uuid().".{$proof}"] as $pass) {
        $this->signIn('vera@demo')->postJson('/api/v1/entries', [...$draft, 'along' => $pass])->assertForbidden()
            ->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'had taken no main along'));
    }
    expect(Entry::query()->get()->contains(static fn (Entry $e): bool => str_contains((string) json_encode($e->data()), $proof)))->toBeFalse();
    $this->postJson('/api/v1/entries', [...$draft, 'along' => $along['taking']])->assertCreated();
    $this->signIn()->postJson('/api/v1/entries', [...$this->draft($joint, 'ambient_c', 13), 'along' => $id])->assertCreated(); // of a device of before
});

it('lets nobody hand in what only its author may give, nor anything for somebody who can sign in', function (string $kind, bool $isAlong, int $status) {
    $joint = $this->joint(9);
    $along = takenAlong($this->signIn('ines@demo'), $joint->main);
    $payload = ['overrule' => ['rule' => 'ef.ambient', 'reason' => 'The shelter was put up meanwhile.'], 'signature' => ['key' => 'hold.first_of_day'],
        'note' => ['text' => 'Seen.']][$kind];
    $this->signIn('vera@demo')->postJson('/api/v1/entries', [...$this->draft($joint, 'x', 1), 'kind' => $kind, 'payload' => $payload,
        'for' => $this->person('ines@demo')->id, ...($isAlong ? ['along' => $along['taking']] : [])])->assertStatus($status);
})->with([['overrule', true, 403], ['signature', true, 403], ['note', true, 201], ['note', false, 403], ['overrule', false, 403]]);

it('merges two tablets by the time at which each answered, and tells whoever was overtaken', function () {
    $joint = $this->joint(9);
    $this->signIn();
    $draft = $this->draft($joint, 'ambient_c', 12);
    $earlier = [...$draft, 'device_at' => $this->job()->now()->subMinutes(20)->format('Y-m-d\TH:i:s\Z')];
    $later = [...$draft, 'id' => (string) Str::uuid(), 'payload' => ['key' => 'ambient_c', 'value' => 14],
        'device_at' => $this->job()->now()->subMinutes(5)->format('Y-m-d\TH:i:s\Z')];
    $this->signIn('olaf@demo')->postJson('/api/v1/entries', $later)->assertCreated()->assertJsonPath('overtaken', []);
    $reply = $this->signIn()->postJson('/api/v1/entries', $earlier)->assertCreated();
    expect($reply->json('overtaken.0'))->toMatchArray(['key' => 'ambient_c', 'by' => Person::where('email', 'olaf@demo')->value('name')])
        ->and($reply->json('bench.readings.ambient_c.value'))->toEqual(14)->and($reply->json('bench.readings.ambient_c.over.by'))->toBe('Ada Brook');
});

// Found: a line break in what a device sends made a line of its own in the log.
it('writes what a device sends onto one line of the log, and so many in a minute at most', function () {
    $log = storage_path('logs/laravel.log');
    $before = is_file($log) ? count(file($log)) : 0;
    $said = ['subject_type' => 'joint', 'subject_id' => $this->joint(9)->id, 'at' => "x\n[2026-01-01 00:00:00] production.INFO: signed", 'device' => 'a\\nb',
        'server' => "\x1b[2K\r", 'rules' => 'PHP'];
    $this->signIn()->postJson('/api/v1/differences', $said)->assertCreated();
    $lines = array_slice(file($log), $before);
    expect($lines)->toHaveCount(1)->and($lines[0])->not->toContain("\x1b");
    $status = array_map(fn (): int => $this->postJson('/api/v1/differences', $said)->status(), range(1, 61));
    expect(end($status))->toBe(429);
});

it('keeps a difference and shows it to the members of the job alone', function () {
    $joint = $this->joint(9);
    $said = ['subject_type' => 'joint', 'subject_id' => $joint->id, 'at' => 'verdict.findings.0.measured', 'device' => '1.1', 'server' => '1.2',
        'rules' => 'PHP 8.2.33'];
    $this->signIn()->postJson('/api/v1/differences', $said)->assertCreated();
    $this->getJson("/api/v1/jobs/{$joint->main->job_id}/differences")->assertOk()->assertJsonPath('differences.0.at', 'verdict.findings.0.measured');
    leaves('Ada Brook', $joint->main->job_id);
    $this->signIn();
    $this->postJson('/api/v1/differences', $said)->assertNotFound();
    $this->getJson("/api/v1/sittings/joint/{$joint->id}")->assertNotFound();
    $this->postJson("/api/v1/mains/{$joint->main_id}/along")->assertNotFound();
    expect(Difference::count())->toBe(1);
});
