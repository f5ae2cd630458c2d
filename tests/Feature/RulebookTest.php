<?php

declare(strict_types=1);

use App\Models\Rulebook;
use Diastoma\Core\Rulebook\Rulebooks;

it('shows every limit with its source and what ships', function () {
    $page = $this->signIn()->getJson("/api/v1/jobs/{$this->job()->id}/rulebook")->assertOk()->json();
    expect($page['limits'])->toHaveCount(count(Rulebooks::iso()->all()))
        ->and(collect($page['limits'])->every(fn (array $l): bool => $l['source'] !== '' && $l['shipped'] === $l['value']))->toBeTrue()
        ->and($page['versions'])->toBe([])->and($page['old_joints'])->toBe([]);
});

it('copies the shipped rulebook on the first change and makes a version of each', function () {
    $url = "/api/v1/jobs/{$this->job()->id}/rulebook";
    $this->signIn('vera@demo')->postJson(
        $url, ['limit' => 'ef.scrape.radial_mm', 'value' => 0.3, 'reason' => 'Owner asks for 0.3 mm here'],
    )->assertCreated()->assertJsonPath('version', 2)->assertJsonPath('id', 'iso-K-2417');
    $page = $this->postJson(
        $url, ['limit' => 'ef.scrape.radial_mm', 'value' => 0.25, 'reason' => 'Owner agrees to 0.25 mm after all'],
    )->assertCreated()->json();
    $limit = collect($page['limits'])->firstWhere('id', 'ef.scrape.radial_mm');

    expect($page['version'])->toBe(3)->and($limit['value'])->toBe(0.25)->and($limit['shipped'])->toBe(0.2)->and($limit['changed_by'])->toBe('Vera Holm')
        ->and($page['versions'])->toHaveCount(2)->and($page['versions'][0]['changes'][0]['from'])->toBe('0.3 mm')
        ->and(Rulebook::where('key', 'iso')->where('version', 1)->firstOrFail()->payload['limits'])->toEqual(Rulebooks::iso()->toArray()['limits']);
});

it('keeps a finished joint under its version until somebody judges it again', function () {
    $joint = $this->joint(3);
    $this->signIn('vera@demo')->postJson(
        "/api/v1/jobs/{$this->job()->id}/rulebook", ['limit' => 'ef.scrape.radial_mm', 'value' => 0.3, 'reason' => 'Owner asks for 0.3 mm here'],
    )->assertCreated()->assertJsonFragment(['number' => 3, 'version' => 1]);
    $this->getJson("/api/v1/joints/{$joint->id}")->assertJsonPath('joint.state', 'accepted')->assertJsonPath('rulebook.version', 1)
        ->assertJsonPath('rulebook.current_version', 2);
    $this->artisan('journal:replay')->assertExitCode(0);
    expect($joint->refresh()->state)->toBe('accepted');

    $this->postJson("/api/v1/joints/{$joint->id}/judge")->assertOk()->assertJsonPath('joint.state', 'stop')->assertJsonPath('rulebook.version', 2);
    $this->signIn()->postJson("/api/v1/joints/{$joint->id}/judge")->assertStatus(403);
    $this->artisan('journal:verify')->assertExitCode(0);
});

it('judges a joint in work by the new version at once', function () {
    $this->signIn('vera@demo')->postJson(
        "/api/v1/jobs/{$this->job()->id}/rulebook", ['limit' => 'ef.drying_s', 'value' => 300, 'reason' => 'Cold days: five minutes to dry'],
    )->assertCreated();
    $this->getJson("/api/v1/joints/{$this->joint(9)->id}")->assertJsonPath('rulebook.version', 2);
});

it('refuses a change', function (string $who, array $change, int $status, string $says) {
    $this->signIn($who)->postJson("/api/v1/jobs/{$this->job()->id}/rulebook", $change)->assertStatus($status)->assertJsonPath(
        'title', fn (string $t): bool => str_contains($t, $says),
    );
    expect(Rulebook::count())->toBe(2);
})->with([
    'by a jointer' => ['ada@demo', ['limit' => 'ef.drying_s', 'value' => 60, 'reason' => 'It dries quickly in summer'], 403, 'Only a supervisor'],
    'without a reason' => ['vera@demo', ['limit' => 'ef.drying_s', 'value' => 60, 'reason' => 'quick'], 422, 'Give the reason in a sentence'],
    'of nothing' => ['vera@demo', ['limit' => 'ef.drying_s', 'value' => 120, 'reason' => 'It dries quickly in summer'], 422, 'already'],
    'of an unknown limit' => ['vera@demo', ['limit' => 'ef.luck', 'value' => 1, 'reason' => 'It dries quickly in summer'], 422, 'no such limit'],
    'to a word' => ['vera@demo', ['limit' => 'ef.drying_s', 'value' => 'soon', 'reason' => 'It dries quickly in summer'], 422, 'number'],
    'to less than nothing' => ['vera@demo', ['limit' => 'ef.drying_s', 'value' => -5, 'reason' => 'It dries quickly in summer'], 422, 'same kind'],
    'to an unknown school' => ['vera@demo', ['school' => 'montessori', 'reason' => 'It dries quickly in summer'], 422, 'no such school'],
]);

it('chooses a school: the maker\'s wait must then be entered', function () {
    $asked = fn (): bool => collect($this->getJson("/api/v1/joints/{$this->joint(9)->id}")->json('procedure.steps'))->pluck('readings')->flatten(1)
        ->firstWhere('key', 'printed_test_wait_min')['required'];
    $this->signIn('vera@demo');
    expect($asked())->toBeFalse();
    $page = $this->postJson(
        "/api/v1/jobs/{$this->job()->id}/rulebook", ['school' => 'wait-maker', 'reason' => 'The maker gives a table for this'],
    )->assertCreated()->json();
    expect($asked())->toBeTrue()->and(collect($page['schools'])->firstWhere('id', 'wait-maker')['chosen'])->toBeTrue()
        ->and(collect($page['schools'])->firstWhere('id', 'wait-factor')['chosen'])->toBeFalse();
});
