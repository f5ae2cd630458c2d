<?php

declare(strict_types=1);

use Diastoma\Core\PressureTest\Preparation;
use Diastoma\Core\PressureTest\Readiness;
use Diastoma\Core\PressureTest\TestMethods;
use Diastoma\Core\Procedure\Facts;
use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Rulebook\Rulebooks;

/** @param  array<string, mixed>  $change */
function prepared(array $change = []): Diastoma\Core\Rulebook\Verdict
{
    $all = [...array_fill_keys(['backfilled', 'ends_braced', 'zone_kept', 'filled_from_low', 'vents_clear', 'relief_set'], true), 'gauge' => ['id' => 'g', 'name' => 'Logger', 'calibration_until' => '2027-01-01'], ...$change];
    $at = new DateTimeImmutable('2026-11-23T10:00:00+00:00');
    $readings = [];
    foreach (array_filter($all, static fn ($v): bool => $v !== null) as $key => $value) {
        $readings[] = new Reading($key, $value, $at);
    }

    return (new Preparation)->judge(new Readings($readings), new Facts([]), Rulebooks::iso());
}

/** @return array{number: string, state: string, accepted: bool, test_at: ?DateTimeImmutable} */
function jointAt(string $number, bool $accepted, ?string $testAt = null): array
{
    return ['number' => $number, 'state' => $accepted ? 'accepted' : 'mend', 'accepted' => $accepted, 'test_at' => $testAt === null ? null : new DateTimeImmutable($testAt)];
}

it('never offers a water test for a gas main', function () {
    $gates = Readiness::of([], (new Preparation)->judge(new Readings, new Facts([]), Rulebooks::iso()), new DateTimeImmutable, null, 'gas')->gates;
    expect(array_column($gates, 'said', 'id')['method'])->toContain('No test method for gas mains')->and(TestMethods::for('gas'))->toBe([])->and(TestMethods::for('water'))->toHaveCount(1);
});

it('opens when every gate holds', function () {
    $ready = Readiness::of([jointAt('1', true, '2026-11-23T09:00:00+00:00')], prepared(), new DateTimeImmutable('2026-11-23T10:00:00+00:00'));

    expect($ready->isReady())->toBeTrue()->and(array_column($ready->gates, 'id'))->toBe(['joints', 'waits', 'site', 'fill', 'gauge']);
});

it('stays shut and says why', function (array $joints, array $change, string $gate, string $says) {
    $ready = Readiness::of($joints, prepared($change), new DateTimeImmutable('2026-11-23T10:00:00+00:00'));
    $shut = array_column(array_filter($ready->gates, static fn (array $g): bool => ! $g['holds']), 'said', 'id');

    expect($ready->isReady())->toBeFalse()->and(array_keys($shut))->toBe([$gate])->and($shut[$gate])->toContain($says);
})->with([
    'no joints' => [[], [], 'joints', 'no joints'],
    'a joint to mend' => [[jointAt('1', true), jointAt('2', false)], [], 'joints', '1 of 2 not accepted yet: 2.'],
    'a wait of one second' => [[jointAt('7', true, '2026-11-23T10:00:01+00:00')], [], 'waits', 'Still waiting: 7.'],
    'an answer missing' => [[jointAt('1', true)], ['zone_kept' => null], 'site', 'One answer is still missing.'],
    'ends not braced' => [[jointAt('1', true)], ['ends_braced' => false], 'site', 'Brace the ends'],
    'air left' => [[jointAt('1', true)], ['vents_clear' => false], 'fill', 'Air is left'],
    'gauge out of calibration' => [[jointAt('1', true)], ['gauge' => ['id' => 'g', 'name' => 'Dial', 'calibration_until' => '2026-11-01']], 'gauge', 'ran out on 2026-11-01'],
]);

it('waits no longer at the very second', fn () => expect(Readiness::of([jointAt('7', true, '2026-11-23T10:00:00+00:00')], prepared(), new DateTimeImmutable('2026-11-23T10:00:00+00:00'))->isReady())->toBeTrue());

// ASTM F2164: 8 h without pressure before a repeat.
it('keeps a section at rest between two tests', function (string $restUntil, bool $ready) {
    $readiness = Readiness::of([jointAt('1', true)], prepared(), new DateTimeImmutable('2026-11-23T10:00:00+00:00'), new DateTimeImmutable($restUntil));
    $gate = array_column($readiness->gates, null, 'id')['rest'];

    expect($readiness->isReady())->toBe($ready)->and($gate['holds'])->toBe($ready)->and($gate['until'] === null)->toBe($ready);
})->with([['2026-11-23T10:00:00+00:00', true], ['2026-11-23T10:00:01+00:00', false]]);
