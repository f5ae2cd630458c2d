<?php

declare(strict_types=1);

use App\Archive\Read;
use App\Archive\Written;
use App\Exceptions\Refused;
use App\Journal\Rows;
use App\Journal\Verification;
use App\Models\Job;
use App\Models\Joint;
use App\Models\Person;
use App\Models\Plan;
use App\Models\PressureTest;
use App\Models\Section;
use App\Models\Work;
use App\Replay\Reach;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

beforeEach(function () {
    $this->file = sys_get_temp_dir().'/archive-'.getmypid().'.zip';
    $this->kept = DB::getDefaultConnection();
    Written::to($this->job(), $this->file);
});

afterEach(function () {
    DB::setDefaultConnection($this->kept);
    @unlink($this->file);
});

/** An installation with an administrator and nothing else: a database of its own. */
function elsewhereInstalled(): Person
{
    $name = (string) config('database.connections.replay.database');
    DB::connection('owner')->statement("DROP DATABASE IF EXISTS `{$name}`");
    DB::connection('owner')->statement("CREATE DATABASE `{$name}` CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci");
    DB::purge('replay');
    Artisan::call('migrate', ['--database' => 'replay', '--force' => true]);
    DB::setDefaultConnection('replay');

    return Person::create(['name' => 'Ola Far', 'email' => 'ola@far', 'password' => 'clay ferry olive', 'administrator' => true])->refresh();
}

/** The same file with one part changed. */
function tampered(string $file, string $part, Closure $change): string
{
    $other = "{$file}.changed.zip";
    copy($file, $other);
    $zip = new ZipArchive;
    $zip->open($other);
    $zip->addFromString($part, $change((string) $zip->getFromName($part)));
    $zip->close();

    return $other;
}

it('is read by another installation, where everything stands as it stood', function () {
    $there = $this->job();
    $ola = elsewhereInstalled();
    $job = app(Read::class)->from($this->file, $ola);
    expect($job->id)->toBe($there->id)->and(app(Verification::class)->of($job)['faults'])->toBe([])->and($ola->roleOn($job))->toBe('supervisor')
        ->and($job->journal_seq)->toBe($there->journal_seq + 2); // that it was taken, and that Ola is on it, is on its record
    $job->forceFill(['journal_seq' => $there->journal_seq, 'journal_head' => $there->journal_head]);
    $states = fn (string $on): array => DB::connection($on)->table('joints')->orderBy('id')->pluck('state', 'id')->all();
    $ours = Joint::on($this->kept)->whereIn('main_id', DB::connection($this->kept)->table('mains')->where('job_id', $job->id)->pluck('id'))->orderBy('id')
        ->pluck('state', 'id')->all();
    expect($states('replay'))->toBe($ours)->and(DB::table('trace_blocks')->count())->toBeGreaterThan(5);
    $ada = Person::where('name', 'Ada Brook')->firstOrFail();
    expect($ada->password)->toBeNull()->and($ada->left_at)->not->toBeNull()->and($ada->email)->toEndWith('@archive');
    expect(fn () => app(Read::class)->from($this->file, $ola))->toThrow(Refused::class, 'here already');
});

it('takes nothing of a file in which anything was changed', function (string $part, Closure $change, string $says) {
    $ola = elsewhereInstalled();
    $other = tampered($this->file, $part, $change);
    expect(fn () => app(Read::class)->from($other, $ola))->toThrow(Refused::class, $says);
    expect(Job::count())->toBe(0)->and(DB::table('entries')->count())->toBe(0)->and(DB::table('trace_blocks')->count())->toBe(0);
    unlink($other);
})->with([
    'a reading' => [Written::JOURNAL, fn (string $t): string => str_replace('\"key\":\"ambient_c\",\"value\":', '\"key\":\"ambient_c\",\"value\":1', $t),
        'was changed'],
    'its end is cut off' => [Written::JOURNAL, fn (string $t): string => substr($t, 0, (int) strrpos(trim($t), "\n")), 'not whole'],
    'a trace' => [Written::TRACES, fn (string $t): string => substr($t, (int) strpos($t, "\n") + 1), 'not the one that was judged'],
    'a trace of somebody else' => [Written::TRACES, fn (string $t): string => (string) preg_replace('/"subject_id":"[^"]{8}/', '"subject_id":"00000000', $t, 1),
        'not of this job'],
    'no manifest' => [Written::MANIFEST, fn (): string => '{}', 'can read'],
]);

it('touches nothing that is here', function () {
    expect(fn () => app(Read::class)->from($this->file, $this->person('root@demo')))->toThrow(Refused::class, 'K-2417 here already');
    expect(fn () => app(Read::class)->from($this->file, $this->person('vera@demo')))->toThrow(Refused::class);
    $this->signIn('ines@demo')->get("/api/v1/jobs/{$this->job()->id}/archive")->assertOk()->assertHeader('Content-Type', 'application/zip');
    $send = fn (string $text): mixed => $this->post('/api/v1/office/archives',
        ['file' => Illuminate\Http\UploadedFile::fake()->createWithContent('a.zip', $text)], ['Accept' => 'application/json']);
    $send('x')->assertForbidden();
    $this->signIn('root@demo');
    $send('x')->assertStatus(422)->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'no archive'));
    $send((string) file_get_contents($this->file))->assertStatus(409);
    $this->artisan('job:read', ['file' => $this->file, '--for' => 'vera@demo'])->assertExitCode(2);
    $this->artisan('job:write', ['job' => 'none', 'file' => '/tmp/x'])->assertExitCode(2);
    $this->artisan('job:read', ['file' => __FILE__, '--for' => 'root@demo'])->assertExitCode(1);
    expect($this->person()->left_at)->toBeNull();
});

/** Refused, whatever the reason, in words and not by a fault of ours; and nothing here was touched. */
function takesNothing(string $file, Person $by, string $says = 'Nothing was taken'): void
{
    $before = fingerprints();
    expect(fn () => app(Read::class)->from($file, $by))->toThrow(Refused::class, $says);
    expect(fingerprints())->toBe($before);
}

it('takes a whole file that was made up, so that the others are refused for what is wrong with them', function () {
    $job = (string) Str::uuid();
    madeUp($this->file, [firstEntry($job)], [], $job);
    expect(app(Read::class)->from($this->file, $this->person('root@demo'))->number)->toBe('X-1');
});

it('refuses a file made up to reach into another job', function (Closure $make) {
    $job = (string) Str::uuid();
    $entry = $make->call($this, $job);
    madeUp($this->file, [firstEntry($job), ['person' => $this->person()->id, ...$entry]], [], $job);
    takesNothing($this->file, $this->person('root@demo'));
})->with([
    'a joint on a main of ours' => [fn () => ['kind' => 'line', 'type' => 'main', 'payload' => ['rows' => ['joints' => [
        ['id' => (string) Str::uuid(), 'main_id' => $this->joint(3)->main_id, 'number' => 4711],
    ]]]]],
    'a joint of ours' => [fn () => ['payload' => ['rows' => ['joints' => [['id' => $this->joint(3)->id, 'number' => 3]]]]]],
    'a member of our job' => [fn () => ['payload' => ['rows' => ['memberships' => [
        ['id' => (string) Str::uuid(), 'job_id' => $this->job()->id, 'person_id' => $this->person()->id, 'role' => 'admin'],
    ]]]]],
    'a reading about a joint of ours' => [fn () => ['kind' => 'reading', 'type' => 'joint', 'subject' => $this->joint(3)->id]],
    'a reading about a delivery of ours' => [fn () => ['kind' => 'reading', 'type' => 'delivery', 'subject' => Work::where('kind', 'delivery')->value('id')]],
    'a job under our number' => [fn (string $job) => ['payload' => ['rows' => ['jobs' => [
        ['id' => $job, 'number' => $this->job()->number, 'title' => 'Ours no more'],
    ]]]]],
    'a second job' => [fn () => ['payload' => ['rows' => ['jobs' => [['id' => (string) Str::uuid(), 'number' => 'X-2', 'title' => 'Another']]]]]],
    'a test of ours' => [fn () => ['kind' => 'test.judged', 'type' => 'test', 'subject' => PressureTest::firstOrFail()->id]],
    'a test of a section of ours' => [fn () => ['kind' => 'test.planned', 'type' => 'test', 'subject' => (string) Str::uuid(), 'payload' => [
        'section' => Section::firstOrFail()->id, 'number' => 9, 'method' => 'x', 'repeat_of' => null, 'plan' => [],
    ]]],
    'a plan of ours taken onto the line' => [fn () => ['kind' => 'plan.adopted', 'type' => 'job', 'payload' => ['plan' => Plan::value('id') ?? Str::uuid()]]],
    'a secret of a person' => [fn () => ['payload' => ['rows' => ['people' => [['id' => (string) Str::uuid(), 'name' => 'Eve', 'administrator' => 1]]]]]],
    'a column that is not there' => [fn (string $job) => ['payload' => ['rows' => ['jobs' => [
        ['id' => $job, 'number' => 'X-1', 'title' => 'x', 'nobody' => 1],
    ]]]]],
    'a value that is a list' => [fn (string $job) => ['payload' => ['rows' => ['jobs' => [['id' => $job, 'number' => 'X-1', 'title' => ['x']]]]]]],
    'rows that are a word' => [fn () => ['payload' => ['rows' => 'jobs']]],
    'rows of a table that are a word' => [fn () => ['payload' => ['rows' => ['jobs' => 'all']]]],
    'a row that is a word' => [fn () => ['payload' => ['rows' => ['jobs' => ['x']]]]],
    'a row without an id' => [fn () => ['payload' => ['rows' => ['jobs' => [['number' => 'X-1']]]]]],
    'a payload that is a word' => [fn () => ['payload' => 'x']],
    'a kind that nobody knows' => [fn () => ['kind' => 'wish']],
    'a moment that is none' => [fn (string $job) => ['kind' => 'clock', 'payload' => ['seconds' => 'many']]],
]);

/** An id of each table that is not the file's. */
function idOf(string $table): string
{
    return (string) (DB::table($table)->orderBy('id')->value('id') ?? Str::uuid());
}

// Every kind against every table, with what belongs to others; the list itself is not asked.
it('lets no entry of any kind write, or do away with, what is not of its job', function () {
    [$root, $person, $before] = [$this->person('root@demo'), (string) Str::uuid(), fingerprints()];
    $taken = [];
    foreach (Reach::kinds() as $kind) {
        foreach (Rows::TABLES as $table) {
            foreach (['rows' => [$table => [['id' => idOf($table)]]], 'gone' => [$table => [idOf($table)]]] as $part => $what) {
                if ($part === 'rows' && in_array($table, ['people', 'rulebooks'], true)) {
                    continue; // those of ours are named by every file, and never written
                }
                $job = (string) Str::uuid();
                $type = ['crew' => 'person', 'instrument' => 'instrument', 'nonconformance' => 'nonconformance', 'joint_system' => 'joint_system',
                    'work' => 'day', 'joint.made_again' => 'joint'][$kind] ?? (in_array($table, ['joints', 'pipes'], true) ? 'main' : 'job');
                $entry = ['kind' => $kind, 'type' => $type, 'person' => $person, 'payload' => [$part => $what]];
                madeUp($this->file, [firstEntry($job, [], $person), $entry], [], $job);
                try {
                    app(Read::class)->from($this->file, $root);
                    $taken[] = "{$kind} {$part} {$table}";
                } catch (Refused) {
                }
            }
        }
    }
    expect($taken)->toBe([])->and(fingerprints())->toBe($before);
});

it('puts nobody of this installation behind entries before the administrator has said who is who', function () {
    [$job, $ada] = [(string) Str::uuid(), $this->person()];
    $rows = ['people' => [['id' => $ada->id, 'name' => 'Ada of the file', 'email' => 'ada@file']]];
    madeUp($this->file, [firstEntry($job, $rows, $ada->id)], [], $job);
    $root = $this->person('root@demo');
    try {
        app(Read::class)->from($this->file, $root);
        $this->fail('Taken.');
    } catch (Refused $refused) {
        expect($refused->status)->toBe(409)->and($refused->faults)->toBe([
            ['field' => 'same', 'detail' => 'Ada of the file of the file is Ada Brook here?', 'value' => $ada->id],
        ]);
    }
    expect(Job::find($job))->toBeNull();
    expect(app(Read::class)->from($this->file, $root, [$ada->id])->id)->toBe($job);
    $said = App\Models\Entry::where('job_id', $job)->where('kind', 'job.taken')->firstOrFail();
    expect($said->person_id)->toBe($root->id)
        ->and($said->data()['same'])->toBe([['id' => $ada->id, 'of_the_file' => 'Ada of the file', 'here' => 'Ada Brook']]);
    expect($ada->refresh()->email)->toBe('ada@demo');
});

// A paper of somebody who was said to be the same, made over to somebody of the file, or removed.
it('leaves the papers of people here as they are, whoever the file says they belong to', function () {
    [$job, $ada, $other] = [(string) Str::uuid(), $this->person(), (string) Str::uuid()];
    $paper = App\Models\Certificate::where('person_id', $ada->id)->firstOrFail();
    $rows = ['people' => [['id' => $ada->id, 'name' => 'Ada Brook', 'email' => 'x'], ['id' => $other, 'name' => 'Eve', 'email' => 'y']]];
    $crew = ['kind' => 'crew', 'type' => 'person', 'person' => $other, 'subject' => $other];
    madeUp($this->file, [
        firstEntry($job, $rows, $other),
        [...$crew, 'payload' => ['rows' => ['certificates' => [
            ['id' => $paper->id, 'person_id' => $other, 'kind' => $paper->kind, 'number' => 'X', 'until' => null],
        ]]]],
        [...$crew, 'payload' => ['gone' => ['certificates' => [$paper->id]]]],
    ], [], $job);
    expect(app(Read::class)->from($this->file, $this->person('root@demo'), [$ada->id])->id)->toBe($job);
    expect($paper->fresh()?->getAttributes())->toBe($paper->getAttributes());
});

it('does not make a rulebook of a file the latest of one that ships', function () {
    $job = (string) Str::uuid();
    $ours = (array) DB::table('rulebooks')->where('key', 'iso')->first();
    $row = ['id' => (string) Str::uuid(), 'version' => 99, 'title' => 'Softer'] + Rows::row('rulebooks', $ours);
    madeUp($this->file, [firstEntry($job, ['rulebooks' => [$row]])], [], $job);
    $before = DB::table('rulebooks')->where('key', 'iso')->max('version');
    try {
        app(Read::class)->from($this->file, $this->person('root@demo'));
    } catch (Refused) {
    }
    expect(DB::table('rulebooks')->where('key', 'iso')->max('version'))->toBe($before);
});

it('reads no more than there is room for, whatever the file says of its size', function (string $part, int $bytes, bool $lies) {
    $job = (string) Str::uuid();
    madeUp($this->file, [firstEntry($job)], [$part => str_repeat(str_repeat(' ', 1023)."\n", $bytes >> 10)], $job);
    if ($lies) {
        file_put_contents($this->file, str_replace(pack('V', $bytes), pack('V', 1000), (string) file_get_contents($this->file)));
    }
    memory_reset_peak_usage();
    $before = memory_get_usage();
    takesNothing($this->file, $this->person('root@demo'));
    expect(memory_get_peak_usage() - $before)->toBeLessThan(48 << 20);
})->with([
    'a journal' => [Written::JOURNAL, 64 << 20, false], 'a journal, hidden' => [Written::JOURNAL, 64 << 20, true],
    'traces' => [Written::TRACES, 300 << 20, false], 'a manifest' => [Written::MANIFEST, 1 << 20, false],
    'a picture' => [Written::PICTURES.str_repeat('0', 64), 20 << 20, false], 'a picture, hidden' => [Written::PICTURES.str_repeat('0', 64), 20 << 20, true],
]);

it('reads a line that never ends no further than a line may be long', function () {
    $job = (string) Str::uuid();
    madeUp($this->file, [firstEntry($job)], [Written::JOURNAL => str_repeat('x', 30 << 20)], $job);
    takesNothing($this->file, $this->person('root@demo'));
});

it('names in its list every reference that the database knows', function () {
    $known = DB::connection('owner')->select(
        'SELECT column_name AS c, referenced_table_name AS t FROM information_schema.key_column_usage WHERE table_schema = ? '
        .'AND referenced_table_name IS NOT NULL AND table_name IN ('
        .implode(',', array_fill(0, count(Rows::TABLES), '?')).')', [DB::connection()->getDatabaseName(), ...Rows::TABLES],
    );
    $named = Reach::REFERS + ['rulebook_id' => 'rulebooks']; // that one is never in a row
    expect($known)->not->toBe([]);
    foreach ($known as $one) {
        expect($named[$one->c] ?? null)->toBe($one->t, $one->c);
    }
});
