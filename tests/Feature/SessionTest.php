<?php

declare(strict_types=1);

it('signs in with name and password and out again', function () {
    $this->postJson('/api/v1/session', ['email' => 'ada@demo', 'password' => 'trench'])->assertOk()->assertJsonPath('role', 'jointer');
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
