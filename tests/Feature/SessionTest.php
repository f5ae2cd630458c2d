<?php

declare(strict_types=1);

use App\Sessions\SparingHandler;
use Illuminate\Support\Facades\DB;

it('signs in with name and password and out again', function () {
    $this->postJson('/api/v1/session', ['email' => 'ada@demo', 'password' => 'trench'])->assertOk()->assertJsonPath('administrator', false);
    $this->getJson('/api/v1/session')->assertOk()->assertJsonPath('name', 'Ada Brook');
    $this->deleteJson('/api/v1/session')->assertNoContent();
});

it('refuses what does not go together, in words', function (array $given, string $says) {
    $this->postJson('/api/v1/session', $given)->assertStatus(422)->assertHeader('Content-Type', 'application/problem+json')->assertJsonPath(
        'title', fn (string $title): bool => str_contains($title, $says),
    );
})->with([
    'wrong password' => [['email' => 'ada@demo', 'password' => 'wrong'], 'do not go together'],
    'no such person' => [['email' => 'nobody@demo', 'password' => 'trench'], 'do not go together'],
    'nothing' => [[], 'Type your sign-in name'],
]);

// Found: à is a to the database, so ada signed in by five spellings, each with tries of its own.
it('knows one spelling of a name, with one count of wrong tries', function () {
    $try = fn (string $name, string $password = 'trench', string $from = '10.0.0.1') => $this->withServerVariables(['REMOTE_ADDR' => $from])
        ->postJson('/api/v1/session', ['email' => $name, 'password' => $password]);
    foreach (['àda@demo', 'ada@demò', "ada\u{301}@demo", 'ada@demo x', 'ądą@demo'] as $other) {
        $try($other)->assertStatus(422);
    }
    foreach (['ADA@Demo', 'ａｄａ@demo', ' ada@demo '] as $same) {
        $try($same)->assertOk();
    }
    foreach (['Ada@demo', 'ａｄａ@demo', 'ADA@demo', 'ada@DEMO', 'ada@demo'] as $guess) {
        $try($guess, 'wrong', '10.0.0.2')->assertStatus(422);
    }
    $try('ada@demo', 'trench', '10.0.0.2')->assertStatus(429)->assertHeader('Retry-After');
});

it('slows down who guesses one name from many addresses, and shuts nobody out by it', function () {
    Illuminate\Support\Sleep::fake();
    foreach (range(1, 12) as $k) {
        $this->withServerVariables(['REMOTE_ADDR' => "10.0.1.{$k}"])->postJson('/api/v1/session', ['email' => 'tom@demo', 'password' => 'wrong'])
            ->assertStatus(422);
    }
    Illuminate\Support\Sleep::assertSleptTimes(6); // from the seventh try on
    $this->withServerVariables(['REMOTE_ADDR' => '10.0.2.1'])->postJson('/api/v1/session', ['email' => 'tom@demo', 'password' => 'trench'])->assertOk();
});

it('lets nobody in unsigned', function (string $method, string $path) {
    $this->json($method, "/api/v1/{$path}")->assertStatus(401)->assertJsonPath('title', 'You are signed out. Sign in again; what you entered is kept.');
})->with([
    ['GET', 'session'], ['GET', 'jobs'], ['POST', 'entries'], ['GET', 'joints/1'], ['POST', 'sections/1/tests'], ['GET', 'reckoner'],
    ['GET', 'joints/1/record.pdf'],
]);

it(
    'answers an unknown path with a problem',
    fn () => $this->signIn()->getJson('/api/v1/nothing')->assertStatus(404)->assertHeader('Content-Type', 'application/problem+json'),
);

it('answers an unknown joint with a problem', fn () => $this->signIn()->getJson('/api/v1/joints/00000000-0000-4000-8000-000000000000')->assertStatus(404));

it('writes a session where something changed or a minute is over, not with every request', function () {
    config(['session.driver' => 'database']);
    $keeper = app('session')->driver()->getHandler();
    $writes = static function (callable $do): int {
        DB::enableQueryLog();
        $do();
        $written = array_filter(DB::getQueryLog(), static fn (array $q): bool => preg_match('/^(insert|update)/i', $q['query']) === 1);
        DB::flushQueryLog();

        return count($written);
    };
    expect($keeper)->toBeInstanceOf(SparingHandler::class)->and($writes(fn () => $keeper->write('s1', 'a')))->toBe(1)
        ->and($keeper->read('s1'))->toBe('a')->and($writes(fn () => $keeper->write('s1', 'a')))->toBe(0)
        ->and($writes(fn () => $keeper->write('s1', 'b')))->toBe(1);
    $keeper->read('s1');
    $this->travel(61)->seconds();
    expect($writes(fn () => $keeper->write('s1', 'b')))->toBe(1);
    $this->travel(3)->days();
    expect($keeper->read('s1'))->toBe('')->and($keeper->read('nobody'))->toBe('');
});

it('opens nothing to whoever watches over others before they have turned codes on, where the installation asks for them', function () {
    config(['diastoma.codes_required' => true]);
    $job = $this->job()->id;
    foreach (['ines@demo', 'root@demo'] as $who) {
        $this->signIn($who)->getJson("/api/v1/jobs/{$job}")->assertForbidden()->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'one-time'));
        $this->getJson('/api/v1/people')->assertForbidden();
        $this->getJson('/api/v1/session')->assertOk()->assertJsonPath('code_required', true);
        $this->postJson('/api/v1/account/code')->assertSuccessful();
    }
    $this->signIn('ada@demo')->getJson("/api/v1/jobs/{$job}")->assertOk();
    $ines = $this->person('ines@demo');
    $ines->update(['code_on' => true]);
    $this->actingAs($ines->refresh())->getJson("/api/v1/jobs/{$job}")->assertOk();
});
