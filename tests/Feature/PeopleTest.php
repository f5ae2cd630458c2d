<?php

declare(strict_types=1);

use App\Models\Person;
use App\Office\Links;
use App\Office\OneTimeCode;
use App\Office\Passwords;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Mail;
use ParagonIE\ConstantTime\Base32;

const GOOD = 'clay ferry olive nine';

// RFC 6238 appendix B, SHA-1 with the ASCII secret of 20 bytes; the last six of its eight digits.
it('gives the one-time codes of RFC 6238', function (int $time, string $code) {
    expect(OneTimeCode::at(Base32::encodeUpperUnpadded('12345678901234567890'), intdiv($time, 30)))->toBe($code);
})->with([[59, '287082'], [1111111109, '081804'], [1111111111, '050471'], [1234567890, '005924'], [2000000000, '279037'], [20000000000, '353130']]);

it('takes a one-time code once, and that of the step before or after', function () {
    $secret = OneTimeCode::secret();
    $now = 1_800_000_000;
    foreach ([-1, 0, 1] as $off) {
        expect(OneTimeCode::step($secret, OneTimeCode::at($secret, intdiv($now, 30) + $off), $now))->toBe(intdiv($now, 30) + $off);
    }
    foreach ([-2, 2] as $off) {
        expect(OneTimeCode::step($secret, OneTimeCode::at($secret, intdiv($now, 30) + $off), $now))->toBeNull();
    }
    expect(OneTimeCode::step($secret, OneTimeCode::at($secret, intdiv($now, 30)), $now, intdiv($now, 30)))->toBeNull();
});

it('refuses passwords that are short, common, doubled or little more than a name', function (string $password, ?string $says) {
    expect(Passwords::fault($password, ['Ada Brook', 'ada.brook@example.test']) ?? 'fine')->toContain($says ?? 'fine');
})->with([
    ['elevenletter', null], ['elevenlette', '11 letters'], ['password1234', 'Many people'], ['Password2026!', 'Many people'], ['qwertyuiop123', 'Many people'],
    ['sunshinesunshine', 'Many people'], ['aaaaaaaaaaaaaaa', 'repeats'], ['adabrook2026', 'name'], [GOOD, null], [str_repeat('clay ferry ', 20), 'longer'],
    ['пятнадцать слов', null],
]);

it('asks an empty installation for its administrator and nothing else, once', function () {
    $this->getJson('/api/v1/begin')->assertOk()->assertJsonPath('empty', false);
    $this->postJson('/api/v1/begin', ['name' => 'Rut Beck', 'email' => 'rut', 'password' => GOOD])->assertStatus(409);
    $kept = DB::getDefaultConnection();
    $this->artisan('journal:replay', ['job' => 'none'])->assertExitCode(0); // leaves tables with nothing in them
    DB::setDefaultConnection('replay');
    try {
        $this->getJson('/api/v1/begin')->assertJsonPath('empty', true);
        config(['diastoma.first_code' => 'kelp-4471']);
        $this->getJson('/api/v1/begin')->assertJsonPath('code', true);
        foreach ([[], ['code' => ''], ['code' => 'kelp-4472'], ['code' => ['kelp-4471']]] as $code) { // found: whoever came first was administrator
            $this->postJson('/api/v1/begin', ['name' => 'Rut Beck', 'email' => 'rut', 'password' => GOOD, ...$code])->assertStatus(422)
                ->assertJsonPath('errors.0.field', 'code');
        }
        $this->postJson('/api/v1/begin', ['name' => 'Rut Beck', 'email' => 'rut', 'password' => 'password1234', 'code' => 'kelp-4471'])->assertStatus(422)
            ->assertJsonPath('errors.0.field', 'password');
        $this->postJson('/api/v1/begin', ['name' => 'Rut Beck', 'email' => 'rut', 'password' => GOOD, 'code' => ' Kelp-4471'])->assertCreated()
            ->assertJsonPath('administrator', true);
        $this->getJson('/api/v1/session')->assertOk()->assertJsonPath('name', 'Rut Beck')->assertJsonPath('code_wanted', true);
        $this->getJson('/api/v1/jobs')->assertOk()->assertJsonCount(0, 'jobs');
        config(['diastoma.first_code' => '']);
        $this->postJson('/api/v1/begin', ['name' => 'Sten', 'email' => 'sten', 'password' => GOOD])->assertStatus(409);
        $this->artisan('journal:verify')->expectsOutputToContain('The office: 1 entries, chain whole')->assertExitCode(0);
    } finally {
        DB::setDefaultConnection($kept);
    }
});

// Found: a second person under the inspector's name signed in the inspector's place.
it('marks a second person of one name, also of one that only looks the same', function (string $name, bool $isMarked) {
    $this->signIn('root@demo')->postJson('/api/v1/people', ['name' => $name, 'email' => 'Rut@demo'])->assertCreated()
        ->assertJsonPath('person.name', $isMarked ? "{$name} (rut@demo)" : $name)->assertJsonPath('link.name', $isMarked ? "{$name} (rut@demo)" : $name);
})->with([
    ['Ines Marl', true], ['ines  marl', true], ['Inеs Marl', true], ['Ines-Marl', true], ['Ｉnes Marl', true], ['Rut Beck', false],
    ['Ines Marl (ines@demo)', true], ['Ines Marl (site)', true], ['Rut (Beck)', false],
]);

it('keeps the mark of a name that is changed, and marks one that becomes another’s', function () {
    $rut = $this->signIn('root@demo')->postJson('/api/v1/people', ['name' => 'Rut Beck', 'email' => 'rut@demo'])->json('person.id');
    $name = fn (string $as): string => $this->putJson("/api/v1/people/{$rut}", ['name' => $as, 'email' => 'rut@demo'])->assertOk()->json('person.name')
        ?? Person::findOrFail($rut)->name;
    expect($name('Ada Brook'))->toBe('Ada Brook (rut@demo)')->and($name('Ada Brook (rut@demo)'))->toBe('Ada Brook (rut@demo)')
        ->and($name('Rut Brook'))->toBe('Rut Brook');
});

// Found: a supervisor opened the link of somebody invited, and signed in their place.
it('takes a link in no browser in which somebody else is signed in', function () {
    $reply = $this->signIn('root@demo')->postJson('/api/v1/people', ['name' => 'Rut Beck', 'email' => 'rut@demo'])->assertCreated();
    $token = basename($reply->json('link.url'));
    foreach (['root@demo', 'vera@demo'] as $who) {
        $this->signIn($who)->postJson("/api/v1/links/{$token}", ['password' => GOOD])->assertStatus(409)
            ->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'a browser of their own'));
    }
    $this->deleteJson('/api/v1/session');
    $this->postJson("/api/v1/links/{$token}", ['password' => GOOD])->assertOk();
});

// Found: every supervisor saw the names and sign-in names of the whole installation.
it('shows a supervisor whom they work with on another job, and puts anybody else on by the sign-in name', function () {
    $url = "/api/v1/jobs/{$this->job()->id}/members";
    $rut = $this->signIn('root@demo')->postJson('/api/v1/people', ['name' => 'Rut Beck', 'email' => 'rut@demo'])->json('person.id');
    $all = $this->getJson($url)->assertOk()->json('others');
    expect(collect($all)->firstWhere('id', $rut)['email'])->toBe('rut@demo')
        ->and($this->signIn('vera@demo')->getJson($url)->assertOk()->json('others'))->toBe([]);
    $this->postJson($url, ['person_id' => $rut, 'role' => 'jointer'])->assertNotFound();
    $other = $this->signIn('root@demo')->postJson('/api/v1/jobs', [
        'number' => 'P-1', 'title' => 'Another', 'place' => 'Here', 'time_zone' => 'Europe/Berlin', 'began_on' => '2026-10-01', 'rulebook' => 'iso',
    ])->assertCreated()->json('id');
    foreach ([$rut => 'jointer', $this->person('vera@demo')->id => 'jointer'] as $id => $role) {
        $this->postJson("/api/v1/jobs/{$other}/members", ['person_id' => $id, 'role' => $role])->assertCreated();
    }
    expect($this->signIn('vera@demo')->getJson($url)->json('others'))->toBe([['id' => $rut, 'name' => 'Rut Beck', 'email' => null]]);
    $olga = $this->signIn('root@demo')->postJson('/api/v1/people', ['name' => 'Olga Fern', 'email' => 'olga@demo'])->json('person.id');
    $this->signIn('vera@demo')->postJson($url, ['name' => 'Olga', 'email' => 'OLGA@demo', 'role' => 'jointer'])->assertCreated()->assertJsonPath('link', null)
        ->assertJsonPath('members', fn (array $m): bool => in_array($olga, array_column($m, 'id'), true));
});

it('invites by a link that is good once and for a week', function () {
    $reply = $this->signIn('root@demo')->postJson('/api/v1/people', ['name' => 'Rut Beck', 'email' => 'rut@demo'])->assertCreated();
    $token = basename($reply->json('link.url'));
    expect($reply->json('person.waiting'))->toBeTrue()->and($reply->json('link.mailed'))->toBeFalse()->and(count($reply->json('link.code')))
        ->toBeGreaterThan(20)
        ->and(DB::table('links')->where('token_sha256', 'like', "%{$token}%")->exists())->toBeFalse();
    $this->deleteJson('/api/v1/session');
    $this->getJson("/api/v1/links/{$token}")->assertOk()->assertExactJson(['name' => 'Rut Beck', 'email' => 'rut@demo', 'new' => true]);
    $this->postJson("/api/v1/links/{$token}", ['password' => 'rutbeck12345'])->assertStatus(422);
    $this->postJson("/api/v1/links/{$token}", ['password' => GOOD])->assertOk()->assertJsonPath('name', 'Rut Beck');
    $this->postJson("/api/v1/links/{$token}", ['password' => GOOD.' ten'])->assertStatus(422)->assertJsonPath(
        'title', 'This link is not good any more: it was used, or is too old. Ask the office for a new one.',
    );
    $old = basename(Links::make($this->person('tom@demo'), $this->person('root@demo'))['url']);
    $this->travel(25)->hours();
    $this->postJson("/api/v1/links/{$old}", ['password' => GOOD])->assertStatus(422);
});

it('takes the address of a link from the configuration, never from the request', function () {
    config(['app.url' => 'https://book.example.test']);
    $reply = $this->signIn('root@demo')->postJson('/api/v1/people', ['name' => 'Rut', 'email' => 'rut@demo'], ['Host' => 'evil.example.test']);
    expect($reply->json('link.url'))->toStartWith('https://book.example.test/join/');
});

it('sends the link by mail where a mailer is set up, and gives it anyway where that fails', function () {
    config(['mail.default' => 'smtp', 'mail.mailers.smtp' => ['transport' => 'smtp', 'host' => '127.0.0.1', 'port' => 1, 'timeout' => 1]]);
    expect(Links::make(Person::create(['name' => 'Rut', 'email' => 'rut@example.test']), $this->person('root@demo')))->mailed->toBeFalse()->url
        ->toContain('/join/');
    Mail::fake();
    expect(Links::make($this->person('tom@demo')->fill(['email' => 'tom@example.test']), $this->person('root@demo'))['mailed'])->toBeTrue();
    Mail::assertQueued(App\Office\LinkMail::class, static fn (App\Office\LinkMail $mail): bool => $mail->hasTo('tom@example.test'));
});

it('says the same of a wrong password, an unknown name, a leaver and somebody who has not come yet, and shuts the account for a minute', function () {
    Person::create(['name' => 'New', 'email' => 'new@demo']);
    $this->person('olaf@demo')->update(['left_at' => now()]);
    $said = collect(['ada@demo' => 'wrong', 'nobody@demo' => 'trench', 'olaf@demo' => 'trench', 'new@demo' => ''])->map(
        fn (string $password, string $name) => $this->postJson('/api/v1/session', ['email' => $name, 'password' => $password ?: 'x'])
            ->assertStatus(422)->json(),
    );
    expect($said->unique()->count())->toBe(1);
    foreach (range(1, 4) as $k) {
        $this->postJson('/api/v1/session', ['email' => 'ADA@demo', 'password' => "wrong {$k}"])->assertStatus(422);
    }
    $reply = $this->postJson('/api/v1/session', ['email' => 'ada@demo', 'password' => 'trench'])->assertStatus(429);
    expect((int) $reply->headers->get('Retry-After'))->toBeBetween(1, 60);
    $this->postJson('/api/v1/session', ['email' => 'vera@demo', 'password' => 'trench'])->assertOk(); // another account is not shut
    $this->deleteJson('/api/v1/session');
    $this->travel(61)->seconds();
    $this->postJson('/api/v1/session', ['email' => 'ada@demo', 'password' => 'trench'])->assertOk();
});

it('shuts an address for a minute that tries many accounts', function () {
    foreach (range(1, 30) as $k) {
        $this->postJson('/api/v1/session', ['email' => "guess{$k}@demo", 'password' => 'trench'])->assertStatus(422);
    }
    $this->postJson('/api/v1/session', ['email' => 'ada@demo', 'password' => 'trench'])->assertStatus(429);
});

it('asks for a one-time code where it is on, and takes each once', function () {
    $secret = $this->signIn('ines@demo')->postJson('/api/v1/account/code')->assertCreated()->json('secret');
    $code = fn (): string => OneTimeCode::at($secret, intdiv(now()->getTimestamp(), 30));
    $this->putJson('/api/v1/account/code', ['code' => '000000', 'password' => 'trench'])->assertStatus(422);
    $this->putJson('/api/v1/account/code', ['code' => $code()])->assertStatus(422)->assertJsonPath('errors.0.field', 'password'); // found: turned on without it
    expect($this->person('ines@demo')->code_on)->toBeFalse();
    $this->putJson('/api/v1/account/code', ['code' => $code(), 'password' => 'trench'])->assertOk()->assertJsonPath('code_on', true);
    $this->deleteJson('/api/v1/session');
    $given = ['email' => 'ines@demo', 'password' => 'trench'];
    $this->postJson('/api/v1/session', $given)->assertStatus(422)->assertJsonPath('errors.0.field', 'code');
    $this->postJson('/api/v1/session', [...$given, 'code' => $code()])->assertStatus(422); // used to turn it on
    $this->travel(31)->seconds();
    $this->postJson('/api/v1/session', [...$given, 'code' => $code()])->assertOk();
    $this->deleteJson('/api/v1/session');
    $this->postJson('/api/v1/session', [...$given, 'code' => $code()])->assertStatus(422);
    $this->signIn('ines@demo')->postJson('/api/v1/account/code')->assertStatus(409);
    $this->travel(31)->seconds();
    $this->deleteJson('/api/v1/account/code', ['code' => $code(), 'password' => 'wrong'])->assertStatus(422);
    $this->travel(31)->seconds();
    $this->deleteJson('/api/v1/account/code', ['code' => $code(), 'password' => 'trench'])->assertOk()->assertJsonPath('code_on', false);
    expect(DB::table('people')->where('email', 'ines@demo')->value('code_secret'))->toBeNull();
});

it('keeps the secret of the codes encrypted', function () {
    $secret = $this->signIn('ines@demo')->postJson('/api/v1/account/code')->json('secret');
    expect(DB::table('people')->where('email', 'ines@demo')->value('code_secret'))->not->toContain($secret);
});

it('shuts a leaver out at once and lets them come back by a new link only', function () {
    $ada = $this->person();
    DB::table('sessions')->insert(['id' => 'adas', 'user_id' => $ada->id, 'payload' => '', 'last_activity' => time()]);
    $this->signIn('vera@demo')->postJson("/api/v1/people/{$ada->id}/leave")->assertForbidden();
    $old = basename(Links::make($ada, $this->person('root@demo'))['url']);
    $this->signIn('root@demo')->postJson("/api/v1/people/{$ada->id}/leave")->assertOk()->assertJsonPath('left', true);
    expect(DB::table('sessions')->where('user_id', $ada->id)->exists())->toBeFalse();
    $this->postJson("/api/v1/people/{$ada->id}/link")->assertStatus(409);
    $this->postJson("/api/v1/people/{$ada->id}/return")->assertOk()->assertJsonPath('waiting', true);
    $this->getJson("/api/v1/links/{$old}")->assertStatus(422); // what was good before they left is not again
    $this->postJson("/api/v1/people/{$ada->id}/link")->assertCreated();
    $root = $this->person('root@demo');
    $this->postJson("/api/v1/people/{$root->id}/leave")->assertStatus(409);
    $this->putJson("/api/v1/people/{$root->id}", ['name' => 'Office', 'email' => 'root@demo', 'administrator' => false])->assertStatus(409);
});

it('lists where somebody is signed in and ends it, and ends all others with a new password', function () {
    $ada = $this->person();
    foreach (['one', 'two', 'three'] as $id) {
        DB::table('sessions')->insert(['id' => $id, 'user_id' => $ada->id, 'payload' => '', 'user_agent' => "tablet {$id}", 'last_activity' => time()]);
    }
    $list = $this->signIn()->getJson('/api/v1/account/sign-ins')->assertOk()->json('sign_ins');
    expect($list)->toHaveCount(3)->and(array_column($list, 'id'))->not->toContain('one');
    $this->deleteJson('/api/v1/account/sign-ins/'.hash('sha256', 'one'))->assertNoContent();
    $this->signIn('vera@demo')->deleteJson('/api/v1/account/sign-ins/'.hash('sha256', 'two'))->assertNotFound();
    $this->signIn()->postJson('/api/v1/account/password', ['present' => 'wrong', 'password' => GOOD])->assertStatus(422);
    $link = basename(App\Office\Links::make($this->person(), $this->person('root@demo'))['url']);
    $this->postJson('/api/v1/account/password', ['present' => 'trench', 'password' => GOOD])->assertOk();
    $this->postJson("/api/v1/links/{$link}", ['password' => 'another good one here'])->assertStatus(422); // found: it outlived the change
    expect(DB::table('sessions')->where('user_id', $ada->id)->exists())->toBeFalse();
});

it('keeps certificates on the record of every job of whoever holds them', function () {
    $ada = $this->person();
    $before = $this->job()->journal_seq;
    $reply = $this->signIn('root@demo')->postJson(
        "/api/v1/people/{$ada->id}/certificates", ['kind' => 'tester', 'number' => 'T-1', 'until' => now()->addDays(12)->toDateString()],
    )->assertCreated();
    $paper = collect($reply->json('certificates'))->firstWhere('kind', 'tester');
    expect($paper['severity'])->toBe('watch')->and($paper['said'])->toStartWith('ends in 12 days')->and($this->job()->journal_seq)->toBe($before + 1);
    $this->deleteJson("/api/v1/people/{$ada->id}/certificates/{$paper['id']}")->assertOk();
    $this->artisan('journal:verify')->assertExitCode(0);
});

it('loads its invented people nowhere but in a demo', function () {
    config(['diastoma.demo' => false]);
    $this->artisan('db:demo')->expectsOutputToContain('not a demo')->assertExitCode(1);
});

it('takes a certificate without an end for one that lasts', function () {
    $ada = $this->person();
    expect($ada->certificateUntil(Diastoma\Core\Sitting\CertificateKind::Inspector))->toBe('');
    $ada->certificates()->create(['kind' => 'inspector', 'number' => 'I-1', 'until' => null]);
    expect($ada->certificateUntil(Diastoma\Core\Sitting\CertificateKind::Inspector))->toBe('9999-12-31');
});
