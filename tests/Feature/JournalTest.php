<?php

declare(strict_types=1);

use App\Journal\Journal;
use App\Journal\Verification;
use App\Models\Entry;
use App\Models\Joint;
use App\Models\PressureTest;
use App\Procedures\Subject;
use Core\Tests\Sitting\OneMoreQuestion;
use Diastoma\Core\Sitting\Kind;
use Diastoma\Core\Sitting\Sitting;
use Diastoma\Core\Sitting\Work;
use Illuminate\Database\QueryException;
use Illuminate\Support\Facades\DB;

it('chains every entry of the demo to the one before it', function () {
    $found = app(Verification::class)->of($this->job());

    expect($found['entries'])->toBeGreaterThan(300)->and($found['faults'])->toBe([]);
    $this->artisan('journal:verify')->expectsOutputToContain('chain whole')->assertExitCode(0);
});

it('gives the application no right to change or delete an entry', function (string $sql) {
    expect(fn () => DB::statement($sql))->toThrow(QueryException::class, 'denied');
})->with(["UPDATE entries SET payload = '{}' LIMIT 1", 'DELETE FROM entries LIMIT 1', 'TRUNCATE entries', 'DROP TRIGGER entries_no_UPDATE']);

it('lets not even the owner of the database change an entry', function (string $sql) {
    expect(fn () => DB::connection('owner')->statement($sql))->toThrow(QueryException::class, 'append-only');
})->with(["UPDATE entries SET payload = '{}' LIMIT 1", 'DELETE FROM entries LIMIT 1']);

it('finds an entry that was changed behind its back', function () {
    // The trigger is taken off as somebody with the server's keys could; the change is rolled back with everything else.
    $job = $this->job();
    $entry = Entry::where('job_id', $job->id)->where('seq', 10)->firstOrFail();
    $forged = clone $entry;
    $forged->payload = str_replace('true', 'false', $entry->payload).' ';

    expect(Journal::hash($entry))->toBe($entry->hash)->and(Journal::hash($forged))->not->toBe($entry->hash);
});

it('says where the chain breaks', function () {
    $job = $this->job();
    $seq = $job->journal_seq + 2; // one number is missing, and the hash before it is invented
    DB::table('entries')->insert([
        'id' => '11111111-1111-4111-8111-111111111111', 'job_id' => $job->id, 'seq' => $seq, 'kind' => 'reading', 'subject_type' => 'joint',
        'subject_id' => $this->joint(1)->id, 'payload' => '{}', 'person_id' => $this->person()->id, 'device_at' => 'x', 'server_at' => 'x',
        'prev_hash' => str_repeat('0', 64), 'hash' => str_repeat('f', 64),
    ]);
    $faults = implode(' ', app(Verification::class)->of($job)['faults']);

    expect($faults)->toContain('is missing')->toContain('does not follow')->toContain('was changed')->toContain('The job says');
});

it('rebuilds joints from the journal alone', function () {
    $before = Joint::orderBy('id')->get(['id', 'state', 'severity', 'current_step', 'release_at', 'test_at'])->toArray();
    Joint::query()->update(['state' => 'planned', 'severity' => 'go', 'verdict' => null, 'current_step' => null, 'release_at' => null, 'test_at' => null]);
    $this->artisan('journal:rebuild')->expectsOutputToContain('26 were different')->assertExitCode(0);

    expect(Joint::orderBy('id')->get(['id', 'state', 'severity', 'current_step', 'release_at', 'test_at'])->toArray())->toEqual($before);
    $this->artisan('journal:rebuild')->expectsOutputToContain('0 were different')->assertExitCode(0);
});

it('rebuilds a test from the journal alone', function () {
    $section = $this->section('A');
    $plan = (new Diastoma\Core\PressureTest\Methods\Water\F2164)->plan(App\PressureTests\KnownFacts::of($section))->toArray();
    app(Journal::class)->append(
        $this->job(), $this->person(),
        new App\Journal\Draft(
            '22222222-2222-4222-8222-222222222222', Journal::TEST_PLANNED, 'test', '33333333-3333-4333-8333-333333333333',
            ['section' => $section->id, 'number' => 1, 'method' => 'f2164', 'repeat_of' => null, 'plan' => $plan], now()->toIso8601String(),
        ),
    );
    $this->artisan('journal:rebuild')->expectsOutputToContain('2 tests rebuilt')->assertExitCode(0);

    expect(PressureTest::findOrFail('33333333-3333-4333-8333-333333333333')->method)->toBe('f2164');
});

it('keeps every finished joint of the demo finished when its procedure asks one more question', function () {
    $finished = Joint::with('main.job.rulebook')->whereIn('state', ['accepted', 'overruled'])->get();
    foreach ($finished as $joint) {
        $subject = Subject::joint($joint);
        $work = new Work(Kind::Joint, new OneMoreQuestion($subject->procedure), $subject->facts);
        expect(Sitting::open($work, $subject->told(), $subject->rulebook())->state()->value)->toBe($joint->state, "joint {$joint->number}");
    }
    expect($finished->count())->toBeGreaterThan(10);
});

it('builds the whole demo again from the journal in an empty database, and finds it the same', function () {
    $this->artisan('journal:replay')->expectsOutputToContain('90 joints, 8 plans, 1 pressure tests, 3 works')
        ->expectsOutputToContain('0 were different.')->assertExitCode(0);
});

// Found: rows that were changed or lost, and verdicts that are not what the readings say, passed the replay.
it('names what is not as the journal says, and exits 1', function (Closure $spoil, string $says) {
    $spoil->call($this);
    $this->artisan('journal:replay', ['job' => 'K-2417'])->expectsOutputToContain($says)->assertExitCode(1);
})->with([
    'a joint called accepted' => [
        fn () => $this->joint(11)->update(['state' => 'accepted']), 'Joint 11: state is “accepted” and from the journal “stop”.',
    ],
    'a verdict made milder' => [function () {
        $joint = $this->joint(11);
        $joint->update(['verdict' => [
            ...$joint->verdict, 'findings' => array_map(static fn (array $f): array => [...$f, 'severity' => 'go'], $joint->verdict['findings']),
        ]]);
    }, 'is go and from the journal stop'],
    'a pipe that is lost' => [fn () => DB::table('pipes')->where('number', 'P203')->delete(), 'Pipe P203: it is in the journal and not in the table.'],
    'a pipe nobody laid' => [
        fn () => DB::table('pipes')->insert([
            'id' => '99999999-9999-4999-8999-999999999999', 'main_id' => $this->joint(1)->main_id, 'number' => 'P999', 'from_station_m' => 0,
            'to_station_m' => 1,
        ]),
        'Pipe P999: it is not there.',
    ],
    'a thinner wall' => [
        fn () => DB::table('mains')->where('name', 'Millrace Lane')->update(['wall_mm' => 10.0]),
        'Main Millrace Lane: wall_mm is “10” and from the journal “16.4”.',
    ],
    'a section moved' => [
        fn () => $this->section('O1')->update(['to_station_m' => 20.0]), 'Section O1: to_station_m is “20” and from the journal “24”.',
    ],
    'a plan with another limit' => [fn () => DB::table('plans')->whereNotNull('adopted_at')->limit(1)->update(['request' => '{}']), 'request is “{}”'],
    'a failed test called passed' => [
        fn () => PressureTest::query()->firstOrFail()->update(['state' => 'passed']), 'state is “passed” and from the journal “failed”.',
    ],
    'the trace of a test' => [
        fn () => DB::table('trace_blocks')->where('subject_type', 'test')->limit(1)->delete(), 'its stored trace is not the one that was judged',
    ],
    'the trace of a fusion' => [
        function () {
            $block = DB::table('trace_blocks')->where('subject_type', 'fusion')->firstOrFail();
            DB::table('trace_blocks')->where('id', $block->id)->delete();
            $other = DB::table('trace_blocks')->where('subject_type', 'test')->value('samples');
            DB::table('trace_blocks')->insert([...(array) $block, 'samples' => $other]);
        },
        'its stored trace is not the one that was judged',
    ],
]);

it('completes the journal of a job of an earlier version, once, so that it can be replayed', function () {
    $id = (string) Illuminate\Support\Str::uuid();
    $old = App\Models\Job::create([
        ...$this->job()->only(['title', 'place', 'time_zone', 'rulebook_id']), 'id' => $id, 'number' => 'OLD-1', 'simulated' => true,
        'journal_head' => Journal::root($id),
    ]);
    App\Models\Membership::create([
        'id' => App\Models\Membership::idOf($id, $this->person()->id), 'job_id' => $id, 'person_id' => $this->person()->id, 'role' => 'jointer',
    ]);
    $main = $this->joint(1)->main->replicate()->fill(['id' => (string) Illuminate\Support\Str::uuid(), 'job_id' => $id]);
    $main->save();
    $section = $this->section('A')->replicate()->fill(['id' => (string) Illuminate\Support\Str::uuid(), 'main_id' => $main->id]);
    $section->save();
    $joint = $this->joint(12)->replicate()->fill(['id' => (string) Illuminate\Support\Str::uuid(), 'main_id' => $main->id, 'section_id' => $section->id]);
    $joint->save();
    $this->signIn()->enter($joint, 'ambient_c', 12)->assertCreated();
    $this->artisan('journal:complete')->expectsOutputToContain('1 jobs completed')->assertExitCode(0);
    $this->artisan('journal:complete')->expectsOutputToContain('0 jobs completed')->assertExitCode(0);
    $this->artisan('journal:verify', ['job' => 'OLD-1'])->assertExitCode(0);
    $this->artisan('journal:replay', ['job' => 'OLD-1'])->expectsOutputToContain('1 mains, 1 sections, 0 pipes, 1 joints')
        ->expectsOutputToContain('0 were different.')->assertExitCode(0);
});

it('keeps no password in the journal', fn () => expect(Entry::where('payload', 'like', '%$2y$%')->count())->toBe(0));

// Found: the database's root had a door over TCP, without a password.
it('lets nobody in as the root of the database over TCP', function (string $host) {
    $port = config('database.connections.app.port');
    expect(fn () => new PDO("mysql:host={$host};port={$port}", 'root', ''))->toThrow(PDOException::class);
})->with(['127.0.0.1', '::1']);
