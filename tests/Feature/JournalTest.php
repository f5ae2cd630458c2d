<?php

declare(strict_types=1);

use App\Journal\Journal;
use App\Journal\Verification;
use App\Models\Entry;
use App\Models\Joint;
use App\Models\PressureTest;
use App\Procedures\Subject;
use Core\Tests\Sitting\OneMoreQuestion;
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
    DB::table('entries')->insert(['id' => '11111111-1111-4111-8111-111111111111', 'job_id' => $job->id, 'seq' => $seq, 'kind' => 'reading', 'subject_type' => 'joint', 'subject_id' => $this->joint(1)->id, 'payload' => '{}', 'person_id' => $this->person()->id, 'device_at' => 'x', 'server_at' => 'x', 'prev_hash' => str_repeat('0', 64), 'hash' => str_repeat('f', 64)]);
    $faults = implode(' ', app(Verification::class)->of($job)['faults']);

    expect($faults)->toContain('is missing')->toContain('does not follow')->toContain('was changed')->toContain('The job says');
});

it('rebuilds joints from the journal alone', function () {
    $before = Joint::orderBy('id')->get(['id', 'state', 'severity', 'current_step', 'release_at', 'test_at'])->toArray();
    Joint::query()->update(['state' => 'planned', 'severity' => 'go', 'verdict' => null, 'current_step' => null, 'release_at' => null, 'test_at' => null]);
    $this->artisan('journal:replay')->expectsOutputToContain('18 were different')->assertExitCode(0);

    expect(Joint::orderBy('id')->get(['id', 'state', 'severity', 'current_step', 'release_at', 'test_at'])->toArray())->toEqual($before);
    $this->artisan('journal:replay')->expectsOutputToContain('0 were different')->assertExitCode(0);
});

it('rebuilds a test from the journal alone', function () {
    $section = $this->section('A');
    $plan = (new Diastoma\Core\PressureTest\Methods\F2164)->plan(App\PressureTests\KnownFacts::of($section))->toArray();
    app(Journal::class)->append($this->job(), $this->person(), new App\Journal\Draft('22222222-2222-4222-8222-222222222222', Journal::TEST_PLANNED, 'test', '33333333-3333-4333-8333-333333333333', ['section' => $section->id, 'number' => 1, 'method' => 'f2164', 'repeat_of' => null, 'plan' => $plan], now()->toIso8601String()));
    $this->artisan('journal:replay')->expectsOutputToContain('2 tests rebuilt')->assertExitCode(0);

    expect(PressureTest::findOrFail('33333333-3333-4333-8333-333333333333')->method)->toBe('f2164');
});

it('keeps every finished joint of the demo finished when its procedure asks one more question', function () {
    $finished = Joint::with('main.job.rulebook')->whereIn('state', ['accepted', 'overruled'])->get();
    foreach ($finished as $joint) {
        $subject = Subject::joint($joint);
        $work = new Work('joint', new OneMoreQuestion($subject->procedure), $subject->facts);
        expect(Sitting::open($work, $subject->told(), $subject->rulebook())->state()->value)->toBe($joint->state, "joint {$joint->number}");
    }
    expect($finished->count())->toBeGreaterThan(10);
});
