<?php

declare(strict_types=1);

use App\Journal\Anchor;
use App\Journal\Journal;
use App\Models\Entry;
use App\Models\Job;
use Illuminate\Support\Facades\DB;

/** @return list<string> lines of a file of anchors of its own */
function anchored(Tests\TestCase $test, string $file): array
{
    $test->artisan('journal:anchor', ['--file' => $file, '--key' => $test->key])->assertExitCode(0);

    return is_file($file) ? file($file, FILE_IGNORE_NEW_LINES) : [];
}

/** The demo played into the other database, where its journal may be spoilt: as somebody with the server's keys could. */
function inTheOtherDatabase(Tests\TestCase $test, Closure $do): void
{
    $test->artisan('journal:replay')->assertExitCode(0);
    $kept = DB::getDefaultConnection();
    DB::setDefaultConnection('replay');
    try {
        DB::unprepared('DROP TRIGGER entries_no_UPDATE');
        DB::unprepared('DROP TRIGGER entries_no_DELETE');
        $do();
    } finally {
        DB::setDefaultConnection($kept);
    }
}

/** Works every hash out again, so that the chain hangs together. */
function chainAnew(): void
{
    $job = Job::where('number', 'K-2417')->firstOrFail();
    $head = Journal::root($job->id);
    foreach (Entry::where('job_id', $job->id)->orderBy('seq')->get() as $entry) {
        $entry->prev_hash = $head;
        $entry->hash = $head = Journal::hash($entry);
        DB::table('entries')->where('id', $entry->id)->update(['prev_hash' => $entry->prev_hash, 'hash' => $entry->hash]);
    }
    $job->update(['journal_head' => $head, 'journal_seq' => Entry::where('job_id', $job->id)->max('seq')]);
}

beforeEach(function () {
    $this->file = tempnam(sys_get_temp_dir(), 'anchors').'.log';
    $this->key = "{$this->file}.key";
});
afterEach(fn () => array_map(static fn (string $file): bool => @unlink($file), [$this->file, $this->key, "{$this->file}.pub"]));

/** @return list<Anchor> those of the invented job */
function ofTheJob(Tests\TestCase $test): array
{
    $job = $test->job();

    return array_values(array_filter(array_map(Anchor::read(...), anchored($test, $test->file)), static fn (?Anchor $a): bool => $a?->isOf($job) ?? false));
}

it('adds a line at first, ten minutes after something was written, and as soon as somebody has signed or a right has changed', function (Closure $grave) {
    expect(ofTheJob($this))->toHaveCount(1);
    $this->travel(90)->minutes();
    expect(ofTheJob($this))->toHaveCount(1); // nothing was written
    $this->signIn()->enter($this->joint(9), 'ambient_c', 12)->assertCreated();
    expect(ofTheJob($this))->toHaveCount(2); // more than ten minutes later
    $this->signIn()->enter($this->joint(9), 'ambient_c', 13)->assertCreated();
    expect(ofTheJob($this))->toHaveCount(2);
    $grave->call($this);
    $lines = ofTheJob($this);
    expect($lines)->toHaveCount(3)->and($lines[2]->hash)->toBe($this->job()->journal_head)->and($lines[2]->id)->toBe($this->job()->id);
    $this->artisan('journal:verify', ['--anchors' => $this->file])->expectsOutputToContain('chain whole, 3 anchors')->assertExitCode(0);
})->with([
    'a signature' => [fn () => app(Journal::class)->append(
        $this->job(), $this->person(), new App\Journal\Draft(
            (string) Illuminate\Support\Str::uuid(), Journal::TEST_SIGNED, 'test', (string) Illuminate\Support\Str::uuid(), [], now()->toIso8601String(),
        ),
    )],
    'an overrule' => [function () {
        $this->signIn('vera@demo')->postJson('/api/v1/entries', [
            ...$this->draft($this->joint(11), 'x', 1), 'kind' => 'overrule',
            'payload' => ['rule' => 'ef.fusion.ended_by_unit', 'reason' => 'Left in as a training piece'],
        ])->assertCreated();
    }],
    'a right' => [fn () => $this->signIn('vera@demo')->postJson(
        "/api/v1/jobs/{$this->job()->id}/members", ['person_id' => $this->person('tom@demo')->id, 'role' => 'jointer'])->assertSuccessful()],
]);

// Found: whoever renamed a job made its anchors void.
it('holds a job that was renamed against its anchors, and names one that is gone', function () {
    anchored($this, $this->file);
    inTheOtherDatabase($this, function (): void {
        DB::statement('SET FOREIGN_KEY_CHECKS = 0');
        DB::table('jobs')->where('number', 'K-2417')->delete();
        $this->artisan('journal:verify', ['--anchors' => $this->file])->expectsOutputToContain('Job K-2417')->assertExitCode(1);
    });
    $this->job()->update(['number' => 'K-1']);
    $this->artisan('journal:verify', ['--anchors' => $this->file])->expectsOutputToContain('chain whole, 1 anchors')->assertExitCode(0);
});

it('finds a file of anchors that was worked over', function (Closure $spoil, string $says) {
    anchored($this, $this->file);
    $this->signIn('root@demo')->postJson('/api/v1/people', ['name' => 'Rut Beck', 'email' => 'rut@demo'])->assertCreated();
    $lines = anchored($this, $this->file);
    $this->artisan('journal:verify', ['--anchors' => $this->file])->assertExitCode(0);
    file_put_contents($this->file, implode("\n", $spoil($lines))."\n");
    $this->artisan('journal:verify', ['--anchors' => $this->file])->expectsOutputToContain($says)->assertExitCode(1);
})->with([
    'a line taken out' => [fn (array $lines) => array_slice($lines, 1), 'lines were taken out, put in or changed'],
    'a line put in' => [fn (array $lines) => [...$lines, $lines[0]], 'are not sealed'],
    'a seal taken out' => [fn (array $lines) => array_values(array_diff_key($lines, [2 => 0])), 'lines were taken out, put in or changed'],
    'sealed anew with another key' => [function (array $lines) {
        $anchors = array_values(array_filter(array_map(Anchor::read(...), $lines)));

        return explode("\n", trim(App\Journal\AnchorFile::of([], '')->add($anchors, sodium_crypto_sign_secretkey(sodium_crypto_sign_keypair()))));
    }, 'is not of the key'],
]);

it('keeps the key that signs to whoever runs it', function () {
    anchored($this, $this->file);
    $public = base64_decode(trim((string) file_get_contents("{$this->file}.pub")), true);
    expect(fileperms($this->key) & 0o777)->toBe(0o600)->and(strlen((string) $public))->toBe(SODIUM_CRYPTO_SIGN_PUBLICKEYBYTES);
    file_put_contents($this->key, 'nonsense');
    $this->artisan('journal:anchor', ['--file' => $this->file, '--key' => $this->key])->expectsOutputToContain('cannot be read')->assertExitCode(1);
});

it('reads a file of an earlier version, and goes on in it', function () {
    $job = $this->job();
    file_put_contents($this->file, "2026-11-25T10:00:00Z {$job->journal_seq} {$job->journal_head} {$job->number}\n");
    $this->artisan('journal:verify', ['--anchors' => $this->file])->expectsOutputToContain('chain whole, 1 anchors')->assertExitCode(0);
    anchored($this, $this->file);
    $this->artisan('journal:verify', ['--anchors' => $this->file])->expectsOutputToContain('chain whole, 2 anchors')->assertExitCode(0);
});

// Found: a journal whose end was cut off, and one whose chain was worked out again, passed.
it('finds what the chain alone cannot', function (Closure $spoil, string $says) {
    anchored($this, $this->file);
    inTheOtherDatabase($this, function () use ($spoil, $says): void {
        $spoil();
        chainAnew();
        $this->artisan('journal:verify')->expectsOutputToContain('chain whole')->assertExitCode(0);
        $this->artisan('journal:verify', ['--anchors' => $this->file])->expectsOutputToContain($says)->assertExitCode(1);
    });
})->with([
    'the end cut off' => [fn () => Entry::orderByDesc('seq')->limit(3)->delete(), 'Its end was cut off.'],
    'a reading made better' => [
        fn () => DB::table('entries')->where('seq', 40)->update(['payload' => '{"key":"ambient_c","value":12}']), 'The chain was worked out again.',
    ],
]);

it('reads no line that is none', function (string $line) {
    expect(Anchor::read($line))->toBeNull();
})->with([
    '', 'nonsense', '2026-11-25T10:00:00Z 4 abc K-1', '2026-11-25T10:00:00Z x '.str_repeat('a', 64).' K-1', '2026-11-25T10:00:00Z 4 '.str_repeat('a', 64),
]);

it('says so where the file of anchors is not there', function () {
    $this->artisan('journal:verify', ['--anchors' => '/nowhere/anchors.log'])->expectsOutputToContain('holds no closing hash')->assertExitCode(2);
    $this->artisan('journal:anchor', ['--file' => '/nowhere/anchors.log', '--key' => $this->key])
        ->expectsOutputToContain('cannot be added to')->assertExitCode(1);
});

it('closes every printed record with it', function (Closure $url) {
    $text = pdfText((string) $this->signIn('vera@demo')->get($url->call($this))->assertOk()->getContent());
    expect(preg_replace('/\s+/', '', $text))->toContain($this->job()->journal_head);
})->with([
    'a joint' => [fn () => "/api/v1/joints/{$this->joint(3)->id}/record.pdf"], 'a tag' => [fn () => "/api/v1/joints/{$this->joint(3)->id}/tag.pdf"],
    'a test' => [fn () => '/api/v1/tests/'.App\Models\PressureTest::firstOrFail()->id.'/package.pdf'],
    'a set-out' => [fn () => '/api/v1/plans/'.App\Models\Plan::firstOrFail()->id.'/export/pdf'],
]);
