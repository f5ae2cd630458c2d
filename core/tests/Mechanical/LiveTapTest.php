<?php

declare(strict_types=1);

use Core\Tests\Net\Walk;
use Diastoma\Core\Mechanical\Tap\Ejection;
use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Sitting\Entry;
use Diastoma\Core\Sitting\Kind;
use Diastoma\Core\Sitting\Person;
use Diastoma\Core\Sitting\Refused;
use Diastoma\Core\Sitting\Sitting;
use Diastoma\Core\Sitting\Taken;
use Diastoma\Core\Sitting\Work;

/** @return array<string, Step> */
function tapSteps(Walk $walk, Readings $readings): array
{
    $steps = [];
    foreach ($walk->procedure->steps(new Situation($readings, $walk->facts(), $walk->rulebook)) as $step) {
        $steps[$step->id] = $step;
    }

    return $steps;
}

it('opens each stage only when the one before is done', function () {
    $walk = new Walk('mechanical.live_tap');
    $good = $walk->made();
    $ids = array_keys(tapSteps($walk, $good));
    foreach ($ids as $k => $id) {
        // everything up to the stage before this one, but for its last answer
        $before = $k === 0 ? null : tapSteps($walk, $good)[$ids[$k - 1]];
        if ($before === null) {
            continue;
        }
        $key = $before->readings[count($before->readings) - 1]->key;
        $short = new Readings(array_values(array_filter($good->history, static fn (Reading $r): bool => $r->key !== $key)));
        expect(tapSteps($walk, $short)[$id]->gate?->said ?? 'open')->toBe("“{$before->title}” comes first.");
    }
});

it('opens no stage behind one that was answered no', function () {
    $walk = new Walk('mechanical.live_tap');
    foreach (['mounted_tight' => 'flushing', 'rod_touches' => 'drill', 'turns_free' => 'released', 'rod_released' => 'proved', 'no_flow' => 'setter',
        'sleeve_at_stop' => 'upper'] as $key => $next) {
        $readings = $walk->made([$key => false]);
        expect(tapSteps($walk, $readings)[$next]->gate)->not->toBeNull("{$key} → {$next}")->and($walk->verdict($readings)->isAccepted())->toBeFalse();
    }
});

it('opens no stage behind a rod that only a hand holds', function () {
    $walk = new Walk('mechanical.live_tap');
    $held = static fn (string $by, float $kpa): ?string => tapSteps($walk, $walk->made(['rod_held' => $by, 'main_kpa' => $kpa]))['proved']->gate?->said;
    expect($held('by hand', 600.0))->toBe('“Rod released” comes first.')->and($held('by hand', 500.0))->toBeNull()
        ->and($held("the device's screw and lock", 600.0))->toBeNull();
});

it('refuses an entry out of its turn at the door', function () {
    $walk = new Walk('mechanical.live_tap');
    $sitting = Sitting::open(new Work(Kind::Joint, $walk->procedure, $walk->facts()), [], $walk->rulebook);
    $now = new DateTimeImmutable('2026-11-23T08:00:00Z');
    $answer = $sitting->take(new Entry('1', 'reading', ['key' => 'rod_released', 'value' => true], $now, 'Ada'), new Person('Ada', 'supervisor'), $now);
    expect($answer)->toBeInstanceOf(Refused::class)->and($answer->said)->toContain('is shut')
        ->and($sitting->take(new Entry('2', 'reading', ['key' => 'fitting_whole', 'value' => true], $now, 'Ada'), new Person('Ada', 'supervisor'), $now))
        ->toBeInstanceOf(Taken::class);
});

it('is stopped for good by a stage whose hour lies before its turn, however late it was sent', function (string $key, string $stage) {
    $walk = new Walk('mechanical.live_tap');
    $early = array_map(static fn (Reading $r): Reading => $r->key === $key
        ? new Reading($key, $r->value, $r->takenAt->modify('-2 hours'), $r->by) : $r, $walk->made()->history);
    usort($early, static fn (Reading $a, Reading $b): int => $a->takenAt <=> $b->takenAt);
    $found = array_values(array_filter($walk->verdict(new Readings($early))->findings, static fn ($f): bool => $f->rule === "mc.turn.{$stage}"))[0];
    expect($found->severity->value)->toBe('stop')->and($found->final)->toBeTrue();
})->with([
    ['flush_open', 'flushing'], ['device_locked', 'device'], ['turns_free', 'drill'], ['rod_released', 'released'], ['no_flow', 'proved'],
    ['sleeve_clicked', 'setter'],
    ['sleeve_at_stop', 'sleeve'], ['upper_on', 'upper'], ['seat_tight', 'seat'], ['outlet_on', 'outlet'], ['mounted_tight', 'mounted'], ['on_crown', 'bolts'],
    ['cleaned', 'ends'],
]);

it('pushes a rod out with pressure on its outside diameter, and lets no hand hold what is too much', function () {
    // 600 kPa · π/4 · 0.025² = 294.5 N; a hand holds 250
    expect(Ejection::forceN(600.0, 25.0))->toEqualWithDelta(294.524, 0.001);
    $walk = new Walk('mechanical.live_tap');
    $by = static fn (float $kpa): string => array_values(array_filter(
        $walk->verdict($walk->made(['rod_held' => 'by hand', 'main_kpa' => $kpa]))->findings, static fn ($f): bool => $f->rule === 'mc.tap.ejection',
    ))[0]->severity->value;
    expect($by(600.0))->toBe('stop')->and($by(509.0))->toBe('go')->and($by(510.0))->toBe('stop')->and($by(1700.0))->toBe('stop');
});
