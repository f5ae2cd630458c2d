<?php

declare(strict_types=1);

use App\Archive\Read;
use App\Archive\Written;
use App\Exceptions\Refused;
use App\Journal\Verification;
use App\Models\Job;
use App\Models\Joint;
use App\Models\Person;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;

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
        ->and($job->journal_seq)->toBe($there->journal_seq + 1); // that Ola is on it is on its record
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

/** A file made up by hand whose chain hangs together. */
function madeUp(string $file, array $rows, string $kind = 'line', string $subject = 'main', ?string $about = null): void
{
    $job = (string) Illuminate\Support\Str::uuid();
    $entry = new App\Models\Entry([
        'id' => (string) Illuminate\Support\Str::uuid(), 'job_id' => $job, 'seq' => 1, 'kind' => $kind, 'subject_type' => $subject,
        'subject_id' => $about ?? $job, 'payload' => json_encode(['rows' => $rows]), 'person_id' => (string) Illuminate\Support\Str::uuid(),
        'device_at' => '2026-01-01T00:00:00Z', 'server_at' => '2026-01-01T00:00:00Z', 'prev_hash' => App\Journal\Journal::root($job),
    ]);
    $entry->hash = App\Journal\Journal::hash($entry);
    $zip = new ZipArchive;
    $zip->open($file, ZipArchive::CREATE | ZipArchive::OVERWRITE);
    $zip->addFromString(Written::JOURNAL, json_encode($entry->getAttributes())."\n");
    $zip->addFromString(Written::TRACES, '');
    $zip->addFromString(Written::MANIFEST, json_encode(['format' => Written::FORMAT, 'job' => $job, 'number' => 'X-1', 'head' => $entry->hash]));
    $zip->close();
}

it('refuses a file made up to reach into another job', function (Closure $make) {
    $before = DB::table('joints')->count();
    $make->call($this);
    expect(fn () => app(Read::class)->from($this->file, $this->person('root@demo')))->toThrow(Refused::class, 'Nothing was taken');
    expect(DB::table('joints')->count())->toBe($before)->and(Job::where('number', 'X-1')->exists())->toBeFalse();
})->with([
    'a joint on a main of ours' => [fn () => madeUp($this->file, ['joints' => [
        ['id' => (string) Illuminate\Support\Str::uuid(), 'main_id' => $this->joint(3)->main_id, 'number' => 4711],
    ]])],
    'a joint of ours' => [fn () => madeUp($this->file, ['joints' => [['id' => $this->joint(3)->id, 'state' => 'accepted']]])],
    'a member of our job' => [fn () => madeUp($this->file, ['memberships' => [
        ['id' => (string) Illuminate\Support\Str::uuid(), 'job_id' => $this->job()->id, 'person_id' => $this->person()->id, 'role' => 'admin'],
    ]])],
    'a reading about a joint of ours' => [fn () => madeUp($this->file, [], 'reading', 'joint', $this->joint(3)->id)],
    'a job under our number' => [fn () => madeUp($this->file, ['jobs' => [
        ['id' => (string) Illuminate\Support\Str::uuid(), 'number' => $this->job()->number, 'title' => 'Ours no more'],
    ]])],
    'a test of ours' => [fn () => madeUp($this->file, [], 'test.judged', 'test', App\Models\PressureTest::firstOrFail()->id)],
]);
