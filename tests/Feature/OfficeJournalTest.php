<?php

declare(strict_types=1);

use App\Journal\OfficeJournal;
use App\Journal\OfficeRows;
use App\Journal\Rows;
use App\Models\Joint;
use App\Office\Instruments;
use App\Replay\Differences;
use Illuminate\Database\QueryException;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;
use Illuminate\Support\Str;

/** Tables that no journal is held against, each with why a change in it deceives nobody. */
const NOT_HELD = [
    'entries' => 'a journal', 'office_entries' => 'a journal', 'office_head' => 'held by the chain', 'trace_blocks' => 'held by the hashes in the journal',
    'pictures' => 'held by the hash of each', 'pictures_brought' => 'what waits to be named; what was named is in the journal',
    'migrations' => 'which tables there are', 'sessions' => 'who is signed in now',
    'cache' => 'counts of the last minutes',
    'cache_locks' => 'counts of the last minutes', 'jobs_queued' => 'mail that waits', 'jobs_failed' => 'mail that could not be sent',
    'trace_imports' => 'how far a file has been read', 'fusion_runs' => 'a fusion under way: what came of it is in the journal',
    'good_traces' => 'which trace is laid behind others; it shows, and judges nothing',
    'known_fittings' => 'offered to be confirmed; judged by what is confirmed',
    'differences' => 'where a device judged otherwise; the server’s verdict stands',
];

it('holds every table there is against a journal, or says why not', function () {
    $there = array_map(static fn (stdClass $row): string => (string) array_values((array) $row)[0], DB::select('SHOW TABLES'));
    $held = [...Differences::TABLES, ...array_keys(OfficeRows::TABLES), ...array_keys(NOT_HELD)];
    expect(array_values(array_diff($there, $held)))->toBe([])->and(array_values(array_diff(array_keys(NOT_HELD), $there)))->toBe([])
        ->and(array_values(array_diff(Rows::TABLES, Differences::TABLES, array_keys(OfficeRows::TABLES))))->toBe([]);
});

it('finds the invented job as the journals say, all of it', function () {
    $this->artisan('journal:verify', ['--everything' => true])->expectsOutputToContain('The office: ')->expectsOutputToContain('0 were different.')
        ->assertExitCode(0);
});

// Found: each of these was changed in the database and nothing said so.
it('names what was changed behind its back', function (Closure $spoil, string $says) {
    $spoil->call($this);
    $this->artisan('journal:verify', ['--everything' => true])->expectsOutputToContain($says)->assertExitCode(1);
})->with([
    'a role' => [
        fn () => DB::table('memberships')->where('role', 'jointer')->limit(1)->update(['role' => 'supervisor']),
        'role is “supervisor” and from the journal “jointer”',
    ],
    'a member taken off' => [
        fn () => DB::table('memberships')->where('role', 'inspector')->delete(),
        'it is in the journal and not in the table',
    ],
    'a certificate that lasts longer' => [
        fn () => DB::table('certificates')->where('person_id', $this->person('olaf@demo')->id)->update(['until' => '2040-01-01']),
        'until is “2040-01-01”',
    ],
    'a calibration that lasts longer' => [
        fn () => DB::table('equipment')->where('serial', 'CU-31')->update(['calibration_until' => '2040-01-01']),
        'calibration_until is “2040-01-01”',
    ],
    'a wider range' => [fn () => DB::table('equipment')->where('serial', 'TW-31')->update(['range_high' => 400]), 'range_high is “400”'],
    'an administrator' => [
        fn () => DB::table('people')->where('email', 'ada@demo')->update(['administrator' => 1]),
        'Ada Brook: administrator is “1”',
    ],
    'a password' => [
        fn () => DB::table('people')->where('email', 'ines@demo')->update(['password' => bcrypt('trench2')]),
        'password is not the one that was set',
    ],
    'codes turned off' => [
        fn () => DB::table('people')->where('email', 'vera@demo')->update(['code_secret' => 'x']),
        'code_secret is not the one that was set',
    ],
    'a name' => [
        fn () => DB::table('people')->where('email', 'ada@demo')->update(['name' => 'Ida Brook']),
        'name is “Ida Brook” and from the journal “Ada Brook”',
    ],
    'a token put in' => [fn () => DB::table('personal_access_tokens')->insert([
        'tokenable_type' => 'x', 'tokenable_id' => $this->unit(), 'name' => 'mine', 'token' => hash('sha256', 'x'), 'abilities' => '["*"]',
    ]), 'Token “mine”: it is in the table and nobody has made it'],
    'a link put in' => [fn () => DB::table('links')->insert([
        'id' => (string) Str::uuid(), 'person_id' => $this->person()->id, 'made_by' => $this->person()->id, 'token_sha256' => hash('sha256', 'x'),
        'expires_at' => '2040-01-01 00:00:00',
    ]), 'Link for Ada Brook: it is in the table and nobody has made it'],
    'a taking put in' => [fn () => DB::table('takings')->insert([
        'id' => (string) Str::uuid(), 'job_id' => $this->job()->id, 'main_id' => $this->joint(1)->main_id, 'person_id' => $this->person('olaf@demo')->id,
        'role' => 'supervisor', 'taken_at' => '2026-01-01T00:00:00+00:00',
    ]), 'took along on 2026-01-01'],
    'a job’s clock' => [fn () => DB::table('jobs')->where('number', 'K-2417')->increment('clock_ahead_s', 3600), 'clock_ahead_s is'],
    'a job closed' => [
        fn () => DB::table('jobs')->where('number', 'K-2417')->update(['closed_at' => '2026-01-01 00:00:00']),
        'closed_at is “2026-01-01 00:00:00”',
    ],
    'a job put in' => [fn () => DB::table('jobs')->insert([
        ...(array) DB::table('jobs')->first(), 'id' => (string) Str::uuid(), 'number' => 'X-9', 'journal_seq' => 0,
    ]), 'Job X-9: it is in the table and nobody has made it'],
    'another rulebook' => [
        fn () => DB::table('jobs')->update(['rulebook_id' => DB::table('rulebooks')->where('key', 'us')->value('id')]),
        'rulebook_id is',
    ],
    'an alignment' => [fn () => DB::table('alignments')->insert([
        ...(array) DB::table('alignments')->first(), 'id' => (string) Str::uuid(),
    ]), 'it is not there'],
    'a picture' => [function () {
        Storage::fake('pictures');
        DB::table('pictures')->insert(['sha256' => str_repeat('a', 64), 'job_id' => $this->job()->id]);
    }, 'Picture '.str_repeat('a', 64).': it is not here.'],
]);

it('goes on after a fault, and names each', function () {
    DB::table('people')->where('email', 'ada@demo')->update(['administrator' => 1]);
    $this->joint(11)->update(['state' => 'accepted']);
    $block = DB::table('trace_blocks')->where('subject_type', 'fusion')->firstOrFail();
    DB::table('trace_blocks')->where('id', $block->id)->delete();
    DB::table('trace_blocks')->insert([...(array) $block, 'samples' => 'not packed']);
    DB::table('mains')->where('name', 'Millrace Lane')->update(['wall_mm' => 10.0]);
    $this->artisan('journal:verify', ['--everything' => true])->expectsOutputToContain('Ada Brook: administrator')->expectsOutputToContain('Joint 11: state')
        ->expectsOutputToContain('Main Millrace Lane: wall_mm')->expectsOutputToContain('it cannot be read or judged again')->assertExitCode(1);
});

it('lets the application change nothing that is only added to, and remove nothing that stays', function (string $table, array $denied) {
    foreach ($denied as $verb) {
        $column = Joint::query()->getConnection()->getSchemaBuilder()->getColumnListing($table)[0];
        expect(fn () => DB::statement($verb === 'UPDATE' ? "UPDATE {$table} SET {$column} = {$column} LIMIT 1" : "{$verb} FROM {$table} LIMIT 1"))
            ->toThrow(QueryException::class, 'denied');
    }
})->with([
    ['office_entries', ['UPDATE', 'DELETE']], ['office_head', ['DELETE']], ['rulebooks', ['UPDATE', 'DELETE']], ['takings', ['UPDATE', 'DELETE']],
    ['pictures', ['UPDATE', 'DELETE']], ['trace_blocks', ['UPDATE']], ['rejects', ['UPDATE', 'DELETE']], ['alignments', ['UPDATE', 'DELETE']],
    ['joint_systems', ['UPDATE', 'DELETE']], ['people', ['DELETE']], ['jobs', ['DELETE']], ['equipment', ['DELETE']], ['works', ['DELETE']],
    ['pressure_tests', ['DELETE']], ['nonconformances', ['DELETE']], ['migrations', ['UPDATE', 'DELETE']],
]);

it('writes who changed what of people, papers and ways in, and tells no secret', function () {
    $before = (int) DB::table('office_head')->value('seq');
    $person = $this->signIn('root@demo')->postJson('/api/v1/people', ['name' => 'Rut Beck', 'email' => 'rut@demo'])->assertCreated()->json('person.id');
    $this->postJson("/api/v1/people/{$person}/certificates", ['kind' => 'electrofusion', 'number' => 'EF-1', 'until' => '2027-01-01'])->assertSuccessful();
    $this->postJson("/api/v1/people/{$person}/leave")->assertSuccessful();
    app(Instruments::class)->token($this->job()->equipment()->where('serial', 'CU-31')->firstOrFail(), $this->person('vera@demo'), 10);
    $written = DB::table('office_entries')->where('seq', '>', $before)->orderBy('seq')->get();
    $said = static fn (stdClass $e): array => json_decode($e->payload, true);
    $tables = $written->map(static fn (stdClass $e): string => array_key_first($said($e)['rows'] ?? $said($e)['gone']));
    expect($tables->unique()->values()->all())->toEqualCanonicalizing(['people', 'links', 'certificates', 'personal_access_tokens'])
        ->and($written->pluck('by_id')->unique()->all())->toBe([$this->person('root@demo')->id])
        ->and($written->pluck('payload')->implode(' '))->not->toContain('$2y$')->not->toContain('"password"');
    $this->artisan('journal:verify', ['--everything' => true])->assertExitCode(0);
});

it('writes nothing where only what changes with each sign-in has changed', function () {
    $before = (int) DB::table('office_head')->value('seq');
    $this->person()->forceFill(['remember_token' => 'x', 'code_counter' => 5])->save();
    $this->postJson('/api/v1/session', ['email' => 'ada@demo', 'password' => 'trench'])->assertSuccessful();
    expect((int) DB::table('office_head')->value('seq'))->toBe($before)->and(OfficeJournal::begin())->toBeFalse();
});
