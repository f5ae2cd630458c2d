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
    $test->artisan('journal:anchor', ['--file' => $file])->assertExitCode(0);

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

beforeEach(fn () => $this->file = tempnam(sys_get_temp_dir(), 'anchors').'.log');
afterEach(fn () => @unlink($this->file));

it('adds a line at first, an hour after something was written, and as soon as somebody has signed', function () {
    $sign = fn () => app(Journal::class)->append(
        $this->job(), $this->person(),
        new App\Journal\Draft(
            (string) Illuminate\Support\Str::uuid(), Journal::TEST_SIGNED, 'test', (string) Illuminate\Support\Str::uuid(), [], now()->toIso8601String(),
        ),
    );
    expect(anchored($this, $this->file))->toHaveCount(1);
    $this->travel(90)->minutes();
    expect(anchored($this, $this->file))->toHaveCount(1); // nothing was written
    $this->signIn()->enter($this->joint(9), 'ambient_c', 12)->assertCreated();
    expect(anchored($this, $this->file))->toHaveCount(2); // more than an hour later
    $this->signIn()->enter($this->joint(9), 'ambient_c', 13)->assertCreated();
    expect(anchored($this, $this->file))->toHaveCount(2);
    $sign();
    $lines = anchored($this, $this->file);
    expect($lines)->toHaveCount(3)->and(Anchor::read($lines[2])?->hash)->toBe($this->job()->journal_head)->and(Anchor::read($lines[2])?->job)->toBe('K-2417');
    $this->artisan('journal:verify', ['--anchors' => $this->file])->expectsOutputToContain('chain whole, 3 anchors')->assertExitCode(0);
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
    $this->artisan('journal:anchor', ['--file' => '/nowhere/anchors.log'])->expectsOutputToContain('cannot be added to')->assertExitCode(1);
});

it('closes every printed record with it', function (Closure $url) {
    $text = pdfText((string) $this->signIn('vera@demo')->get($url->call($this))->assertOk()->getContent());
    expect(preg_replace('/\s+/', '', $text))->toContain($this->job()->journal_head);
})->with([
    'a joint' => [fn () => "/api/v1/joints/{$this->joint(3)->id}/record.pdf"], 'a tag' => [fn () => "/api/v1/joints/{$this->joint(3)->id}/tag.pdf"],
    'a test' => [fn () => '/api/v1/tests/'.App\Models\PressureTest::firstOrFail()->id.'/package.pdf'],
    'a set-out' => [fn () => '/api/v1/plans/'.App\Models\Plan::firstOrFail()->id.'/export/pdf'],
]);
