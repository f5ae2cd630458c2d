<?php

declare(strict_types=1);

use App\Demo\CrewAnswers;
use App\Procedures\Subject;
use Diastoma\Core\Procedure\Clock;
use Diastoma\Core\Procedure\ReadingKind;

it('is made to the end and accepted, every reading asked for answered well', function (int $number) {
    $joint = $this->joint($number);
    $this->signIn();
    for ($turn = 0; $turn < 400; $turn++) {
        $subject = Subject::joint($joint->refresh()->load('main.job.rulebook'));
        $standing = $subject->verdict()->current();
        if ($standing === null) {
            break;
        }
        $step = collect($subject->steps())->firstWhere('id', $standing->step);
        $spec = $step->reading($standing->missing[0]);
        $waited = collect($subject->verdict()->clocks)->filter(fn (Clock $c): bool => $c->kind !== Clock::AGE); // nobody waits until something is stale
        $clock = $waited->map(fn (Clock $c): DateTimeImmutable => $c->dueAt)->max();
        if ($step->gate?->isShutAt($subject->job->now()->toDateTimeImmutable())) {
            expect($step->gate->opensAt)->not->toBeNull("{$step->id} is shut for good: {$step->gate->said}");
            $this->postJson("/api/v1/jobs/{$subject->job->id}/clock", ['to' => $step->gate->opensAt->format(DATE_RFC3339)])->assertOk();
        } elseif ($spec->kind === ReadingKind::Record) {
            $this->postJson("/api/v1/joints/{$joint->id}/fusion-runs", ['record' => $spec->key, 'speed' => 1000, 'seed' => $turn])->assertCreated();
            $this->travel(2)->seconds();
            $this->artisan('runs:settle')->assertSuccessful();
            $this->getJson("/api/v1/joints/{$joint->id}")->assertOk()->assertJsonPath('fusion_run', null);
        } else {
            $waits = str_contains($spec->key, 'dry_') || $spec->key === 'released_at';
            if ($waits && $clock !== null && $clock > $subject->job->now()) {
                $this->postJson("/api/v1/jobs/{$subject->job->id}/clock", ['to' => $clock->format(DATE_RFC3339)])->assertOk();
            }
            $this->enter($joint, $spec->key, CrewAnswers::of($spec, $subject, new DateTimeImmutable($this->deviceNow())))->assertCreated();
        }
    }
    $verdict = $joint->refresh()->verdict;
    $bad = array_values(array_filter($verdict['findings'], static fn (array $f): bool => in_array($f['severity'], ['mend', 'stop'], true)));

    $subject = Subject::joint($joint);
    expect(array_column($bad, 'said'))->toBe([])->and($joint->state)->toBe('accepted')->and($subject->procedure->isFused($subject->situation()))->toBeTrue()
        ->and($joint->test_at)->not->toBeNull();
    $this->get("/api/v1/joints/{$joint->id}/record.pdf")->assertOk();
    $this->artisan('journal:verify')->assertExitCode(0);
})->with([
    'coupler' => 201, 'tapping tee' => 202, 'branch saddle' => 203, 'repair spool' => 205, 'large bore, restraints cooling' => 101,
    'large bore from the start' => 102,
]);
