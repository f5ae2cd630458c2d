<?php

declare(strict_types=1);

use App\Office\LinkMail;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;

it('says whether it is up, and 503 with when to ask again where the database is gone', function () {
    $this->get('/up')->assertOk()->assertSeeText('Up.');
    config(['database.connections.app.port' => '1', 'database.connections.app.password' => 'wrong']);
    DB::purge('app');
    $this->get('/up')->assertStatus(503)->assertHeader('Retry-After');
    config(['session.driver' => 'database']);
    $this->get('/')->assertStatus(503)->assertHeader('Retry-After', '5')->assertSee('The database does not answer'); // was 500
});

it('gives its figures to whoever has the token, and to nobody where there is none', function () {
    $this->get('/metrics')->assertNotFound();
    $this->get('/metrics', ['Authorization' => 'Bearer '])->assertNotFound();
    config(['diastoma.metrics_token' => 'a-long-one']);
    $this->get('/metrics', ['Authorization' => 'Bearer another'])->assertNotFound();
    $text = (string) $this->get('/metrics', ['Authorization' => 'Bearer a-long-one'])->assertOk()->getContent();
    preg_match_all('/^# HELP (\w+) .+\n# TYPE \1 (gauge|counter)\n\1 ([0-9.e-]+)$/m', $text, $found);
    expect(count($found[0]))->toBe(substr_count($text, '# HELP'))->toBeGreaterThan(9)
        ->and((int) $found[3][array_search('diastoma_journal_entries', $found[1], true)])->toBe((int) App\Models\Job::sum('journal_seq'));
});

it('lets one person do so much a minute of what is dear, and the next one as well', function () {
    config(['diastoma.dear_per_minute' => 3]);
    $ask = fn (): mixed => $this->postJson('/api/v1/reckoner/pipe.toe-in', []);
    $this->signIn();
    foreach (range(1, 3) as $k) {
        expect($ask()->getStatusCode())->not->toBe(429);
    }
    $ask()->assertStatus(429)->assertHeader('Retry-After')->assertJsonPath('title', fn (string $t): bool => $t !== '');
    expect($this->signIn('vera@demo')->postJson('/api/v1/reckoner/pipe.toe-in', [])->getStatusCode())->not->toBe(429);
});

it('binds its cookies to this host where the request came by TLS', function () {
    $plain = $this->get('http://127.0.0.1/api/v1/session');
    expect(collect($plain->headers->getCookies())->map->getName()->all())->toContain('XSRF-TOKEN');
    $safe = collect($this->get('https://127.0.0.1/api/v1/session')->headers->getCookies())->keyBy->getName();
    $cookie = $safe['__Host-XSRF-TOKEN'];
    expect($cookie->isSecure())->toBeTrue()->and($cookie->getPath())->toBe('/')->and($cookie->getDomain())->toBeNull()
        ->and($safe)->not->toHaveKey('XSRF-TOKEN');
});

it('has links mailed by the queue, where there is one, with nobody reading them meanwhile', function () {
    config(['mail.default' => 'smtp']);
    Queue::fake();
    $this->signIn('root@demo')->postJson('/api/v1/people', ['name' => 'Rut Beck', 'email' => 'rut@example.org'])->assertCreated();
    Queue::assertPushed(Illuminate\Mail\SendQueuedMailable::class, fn ($job): bool => $job->mailable instanceof LinkMail && $job->shouldBeEncrypted);
});
