<?php

declare(strict_types=1);

use Core\Tests\PressureTest\Sections;
use Diastoma\Core\PressureTest\Preparation;
use Diastoma\Core\PressureTest\Readiness;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\TestMethods;
use Diastoma\Core\Procedure\Facts;
use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Quantity\UnitSystem;
use Diastoma\Core\Rulebook\Overrule;
use Diastoma\Core\Rulebook\Rulebooks;

/** @param  array<string, mixed>  $change */
function prepared(array $change = []): Diastoma\Core\Procedure\Verdict
{
    $all = [
        ...array_fill_keys(['backfilled', 'ends_braced', 'concrete_cured', 'talk_held', 'zone_kept', 'filled_from_low', 'vents_clear', 'relief_set'], true),
        'gauge' => ['id' => 'g', 'name' => 'Logger', 'calibration_until' => '2027-01-01'], ...$change,
    ];
    $at = new DateTimeImmutable('2026-11-23T10:00:00+00:00');
    $readings = [];
    foreach (array_filter($all, static fn ($v): bool => $v !== null) as $key => $value) {
        $readings[] = new Reading($key, $value, $at);
    }

    return (new Preparation)->judge(new Readings($readings), new Facts(['medium' => 'water']), Rulebooks::iso());
}

/** @return array{number: string, state: string, accepted: bool, test_at: ?DateTimeImmutable} */
function jointAt(string $number, bool $accepted, ?string $testAt = null): array
{
    return [
        'number' => $number, 'state' => $accepted ? 'accepted' : 'mend', 'accepted' => $accepted,
        'test_at' => $testAt === null ? null : new DateTimeImmutable($testAt),
    ];
}

it('offers for each section only what was made for it', function (TestSection $section, UnitSystem $units, string $first, array $never) {
    $ids = array_map(static fn (array $m): string => $m['method']->id(), TestMethods::for($section, $units));
    expect($ids[0])->toBe($first)->and(array_intersect($never, $ids))->toBe([]);
})->with([
    'PE water, Europe' => [fn () => Sections::pe(), UnitSystem::Metric, 'en805-pe', ['en805-loss', 'c600', 'gas-plastic', 'en1610-air']],
    'PE water, America' => [fn () => Sections::pe(), UnitSystem::UsCustomary, 'f2164', ['en805-loss', 'gas-plastic']],
    'iron water, Europe' => [fn () => Sections::iron(), UnitSystem::Metric, 'en805-loss', ['f2164', 'pe-makeup', 'en805-pe', 'pe-decay']],
    'iron water, America' => [fn () => Sections::iron(), UnitSystem::UsCustomary, 'c600', ['f2164']],
    'gravity sewer, Europe' => [fn () => Sections::sewer(), UnitSystem::Metric, 'en1610-air', ['en805-loss', 'c924']],
    'gravity sewer, America' => [fn () => Sections::sewer(), UnitSystem::UsCustomary, 'f1417', ['c600']],
    'gas' => [fn () => Sections::gas(), UnitSystem::Metric, 'gas-plastic', ['f2164', 'en805-pe', 'en1610-air', 'rtp-staged']],
    'composite' => [fn () => Sections::composite(), UnitSystem::Metric, 'rtp-staged', ['f2164', 'gas-plastic']],
]);

it('lets a supervisor overrule a gate on record, but not a plan that cannot be nor an answer nobody gave', function () {
    $now = new DateTimeImmutable('2026-11-23T10:00:00+00:00');
    $overrules = array_map(
        static fn (string $gate): Overrule => new Overrule("gate.{$gate}", 'Vera', 'supervisor', 'the engineer agreed to it', $now),
        ['joints', 'plan', 'site', 'people'],
    );
    $gates = array_column(
        Readiness::of([jointAt('1', false)], prepared(['backfilled' => false, 'talk_held' => null]), $now, null, 'Split it.', null, $overrules)->gates,
        null, 'id',
    );

    expect($gates['joints']['holds'])->toBeTrue()->and($gates['joints']['overrule']['by'])->toBe('Vera')->and($gates['site']['holds'])->toBeTrue()
        ->and($gates['plan']['holds'])->toBeFalse()->and($gates['people']['holds'])->toBeFalse();
});

it('asks after a failed test what was done about it', function (?bool $mended, ?bool $holds) {
    $gates = array_column(Readiness::of([jointAt('1', true)], prepared(), new DateTimeImmutable, null, null, $mended)->gates, 'holds', 'id');
    expect($gates['mend'] ?? null)->toBe($holds);
})->with([[null, null], [false, false], [true, true]]);

it('asks about air only where air is used', function (string $medium, array $steps) {
    $verdict = (new Preparation)->judge(new Readings, new Facts(['medium' => $medium]), Rulebooks::iso());
    expect(array_map(static fn ($s): string => $s->step, $verdict->steps))->toBe($steps);
})->with([['water', ['site', 'people', 'fill', 'gauge']], ['air', ['site', 'people', 'air', 'gauge']], ['', ['site', 'people', 'fill', 'air', 'gauge']]]);

it('opens when every gate holds', function () {
    $ready = Readiness::of([jointAt('1', true, '2026-11-23T09:00:00+00:00')], prepared(), new DateTimeImmutable('2026-11-23T10:00:00+00:00'));

    expect($ready->isReady())->toBeTrue()->and(array_column($ready->gates, 'id'))->toBe(['joints', 'waits', 'site', 'people', 'fill', 'gauge']);
});

it('stays shut and says why', function (array $joints, array $change, string $gate, string $says) {
    $ready = Readiness::of($joints, prepared($change), new DateTimeImmutable('2026-11-23T10:00:00+00:00'));
    $shut = array_column(array_filter($ready->gates, static fn (array $g): bool => ! $g['holds']), 'said', 'id');

    expect($ready->isReady())->toBeFalse()->and(array_keys($shut))->toBe([$gate])->and($shut[$gate])->toContain($says);
})->with([
    'no joints' => [[], [], 'joints', 'no joints'],
    'a joint to mend' => [[jointAt('1', true), jointAt('2', false)], [], 'joints', '1 of 2 not accepted yet: 2.'],
    'a wait of one second' => [[jointAt('7', true, '2026-11-23T10:00:01+00:00')], [], 'waits', 'Still waiting: 7.'],
    'an answer missing' => [[jointAt('1', true)], ['zone_kept' => null], 'people', 'One answer is still missing.'],
    'ends not braced' => [[jointAt('1', true)], ['ends_braced' => false], 'site', 'Brace the ends'],
    'air left' => [[jointAt('1', true)], ['vents_clear' => false], 'fill', 'Air is left'],
    'gauge out of calibration' => [
        [jointAt('1', true)], ['gauge' => ['id' => 'g', 'name' => 'Dial', 'calibration_until' => '2026-11-01']], 'gauge', 'ran out on 2026-11-01',
    ],
]);

it(
    'waits no longer at the very second',
    fn () => expect(Readiness::of(
        [jointAt('7', true, '2026-11-23T10:00:00+00:00')], prepared(), new DateTimeImmutable('2026-11-23T10:00:00+00:00'),
    )->isReady())->toBeTrue(),
);

// ASTM F2164: 8 h without pressure before a repeat.
it('keeps a section at rest between two tests', function (string $restUntil, bool $ready) {
    $readiness = Readiness::of([jointAt('1', true)], prepared(), new DateTimeImmutable('2026-11-23T10:00:00+00:00'), new DateTimeImmutable($restUntil));
    $gate = array_column($readiness->gates, null, 'id')['rest'];

    expect($readiness->isReady())->toBe($ready)->and($gate['holds'])->toBe($ready)->and($gate['until'] === null)->toBe($ready);
})->with([['2026-11-23T10:00:00+00:00', true], ['2026-11-23T10:00:01+00:00', false]]);

it('asks a line off the reel for no joints, and any other for its own', function (bool $oneLength, bool $holds) {
    $gates = array_column(Readiness::of([], prepared(), new DateTimeImmutable, oneLength: $oneLength)->gates, 'holds', 'id');
    expect($gates['joints'])->toBe($holds);
})->with([[true, true], [false, false]]);
