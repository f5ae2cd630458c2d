<?php

declare(strict_types=1);

use App\Models\Entry;
use App\Models\Job;
use Diastoma\Core\Label\FusionLabel;
use Diastoma\Core\Simulation\MadeUpLabel;

it('shows some joints made, one cooling, one next and one to be cut out', function () {
    $states = $this->job()->mains()->firstOrFail()->joints()->pluck('state', 'number');

    expect($states->take(6)->unique()->values()->all())->toBe(['accepted'])->and($states[7])->toBe('cooling')->and($states[8])->toBe('planned')
        ->and($states[11])->toBe('stop');
});

it('is loaded once only', function () {
    $this->artisan('db:demo', ['--if-empty' => true])->expectsOutputToContain('nothing loaded')->assertExitCode(0);
    expect(Job::count())->toBe(1);
});

it('hands out a label that the core accepts', function () {
    $label = FusionLabel::of(MadeUpLabel::kind('coupler', 180.0, 180.0)->code);

    expect($label->diameterMm())->toBe(180.0)->and($label->voltageV())->toBe((float) MadeUpLabel::VOLTAGE_V)->and($label->fusionTimeS())
        ->toBe((float) MadeUpLabel::FUSION_TIME_S);
});

it('shows the sample label on a simulated job only', function () {
    $this->signIn()->getJson("/api/v1/joints/{$this->joint(8)->id}")->assertJsonPath('sample_labels', fn (array $labels): bool => $labels['']['dn_mm'] === 180);
    $this->job()->update(['simulated' => false]);
    $this->getJson("/api/v1/joints/{$this->joint(8)->id}")->assertJsonPath('sample_labels', []);
});

it('sets every entry down under the name of who made it, in the past', function () {
    foreach (Entry::with('person')->where('kind', 'reading')->get() as $entry) {
        expect($entry->person->name)->toBe($entry->subject_type === 'section' ? 'Tom Sluice' : 'Ada Brook')->and(strtotime($entry->device_at))
            ->toBeLessThanOrEqual(time());
    }
});
