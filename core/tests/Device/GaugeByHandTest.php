<?php

declare(strict_types=1);

use Core\Tests\PressureTest\Sections;
use Diastoma\Core\Device\Door;
use Diastoma\Core\PressureTest\Methods\Sewer\En1610Air;
use Diastoma\Core\PressureTest\PressureTrace;
use Diastoma\Core\PressureTest\Run\Run;
use Diastoma\Core\PressureTest\Words;
use Diastoma\Core\Quantity\UnitSystem;

/** @return array<string, mixed> a sewer test with air as a device holds it */
function airTest(): array
{
    $section = Sections::sewer();

    return ['method' => (new En1610Air)->id(), 'plan' => (new En1610Air)->plan($section)->toArray(), 'section' => $section->toArray(), 'units' => 'metric',
        'started_at' => '2026-11-23T08:00:00.000+00:00'];
}

/**
 * @param  list<array{int, float}>  $read  seconds, kPa
 * @return list<array<string, mixed>>
 */
function gaugeRead(array $read): array
{
    return array_map(static fn (array $r): array => [
        'path' => 'readings', 'at' => (new DateTimeImmutable('2026-11-23T08:00:00+00:00'))->modify("{$r[0]} seconds")->format(DATE_RFC3339_EXTENDED),
        'by' => 'Tom', 'payload' => ['pressure_kpa' => $r[1], 'temperature_c' => null],
    ], $read);
}

/**
 * @param  array<string, mixed>  $more
 * @return array<string, mixed>
 */
function asked(array $more, string $now = '2026-11-23T08:09:00Z'): array
{
    $asked = json_encode(['ask' => 'test', 'given' => [...['test' => airTest(), 'samples' => [], 'notes' => [], 'entries' => [], 'now' => $now], ...$more]],
        JSON_THROW_ON_ERROR | JSON_PRESERVE_ZERO_FRACTION);

    return json_decode(Door::answer($asked), true, 512, JSON_THROW_ON_ERROR);
}

/** @return list<array{int, float}> raised to 11 kPa, left to settle, let down to 10, then falling at a rate, kPa a minute */
function blown(float $rate, int $minutes = 12): array
{
    $read = [[0, 0.0], [60, 5.0], [120, 11.0], [270, 11.0], [420, 11.0], [480, 10.0]];
    for ($k = 1; $k <= 2 * $minutes; $k++) {
        $read[] = [480 + 30 * $k, 10.0 - $rate * $k / 2];
    }

    return $read;
}

it('says of readings made without signal the same as the server of those it has', function (float $rate, string $state) {
    $read = blown($rate);
    $here = asked(['entries' => gaugeRead($read)], '2026-11-23T08:25:00Z');
    $trace = PressureTrace::of(array_map(static fn (array $r): array => ['t' => (float) $r[0], 'p' => $r[1], 'c' => null, 'added' => null], $read));
    $method = new En1610Air;
    $there = $method->judge(new Run($trace), $method->plan(Sections::sewer()), Sections::sewer(), new Words(UnitSystem::Metric));
    $same = json_decode((string) json_encode($there->toArray(), JSON_PRESERVE_ZERO_FRACTION | JSON_THROW_ON_ERROR), true);

    expect($here['verdict'])->toEqual($same)->and($here['state'])->toBe($there->state())->toBe($state)->and($here['samples'])->toHaveCount(count($read));
})->with(['tight' => [0.0, 'passed'], 'a leak' => [0.8, 'failed']]);

it('does not let a test end that was not read to its end, without signal either', function (array $read, string $why) {
    $here = asked(['entries' => gaugeRead($read)], '2026-11-23T08:20:00Z');
    expect($here['against'])->toContain($why)->and($here['ended'])->toBeFalse();
})->with([
    'nothing read' => [[], 'fewer than two readings'], 'read once' => [[[0, 10.0]], 'fewer than two readings'],
    'broken off half way' => [blown(0.0, 1), 'before'], 'never raised' => [[[0, 1.0], [600, 1.0], [900, 1.0]], 'Bring the whole record'],
]);

it('takes readings in the order of their times, however they came, and the later of two at one moment', function () {
    $read = blown(0.0);
    $mixed = gaugeRead([...array_reverse($read), [480, 9.9]]);
    $here = asked(['samples' => [['t' => 30, 'p' => 2, 'c' => 12, 'added' => null]], 'entries' => $mixed], '2026-11-23T08:25:00Z');
    $t = array_column($here['samples'], 't');
    $sorted = $t;
    sort($sorted);
    expect($t)->toBe($sorted)->toHaveCount(count($read) + 1)->and(array_column($here['samples'], 'p', 't')['480'])->toBe(9.9)
        ->and($here['samples'][1])->toEqual(['t' => 30.0, 'p' => 2.0, 'c' => 12.0, 'added' => null]);
});

it('follows a phase that was begun without signal, and says what to do now', function () {
    $phases = airTest()['plan']['phases'];
    $begun = ['path' => 'notes', 'at' => '2026-11-23T08:04:00Z', 'by' => 'Tom', 'payload' => ['text' => '', 'phase' => $phases[1]['id']]];
    $before = asked([], '2026-11-23T08:04:30Z');
    $after = asked(['entries' => [$begun]], '2026-11-23T08:04:30Z');
    expect($after['now']['phase'])->toBe($phases[1]['id'])->and($after['now']['began_s'])->toEqual(240)->and($before['now']['elapsed_s'])->toEqual(270)
        ->and($after['notes'][0])->toMatchArray(['phase' => $phases[1]['id'], 'by' => 'Tom', 't' => 240]);
});

it('keeps an end that waits, with why it was broken off', function () {
    $end = ['path' => 'finish', 'at' => '2026-11-23T08:10:00Z', 'by' => 'Tom', 'payload' => ['measured' => [], 'broken_off' => 'A plug blew out.']];
    expect(asked(['entries' => [...gaugeRead(blown(0.0, 1)), $end]]))->toMatchArray(['ended' => true, 'against' => null]);
});

/**
 * @param  array<string, mixed>  $more
 * @return array<string, mixed> what is said of a planned test that is begun without signal at eight
 */
function begunHere(array $more = [], string $at = '2026-11-23T08:00:00.700Z', string $mode = 'hand', string $now = '2026-11-23T08:09:00Z'): array
{
    $begin = ['path' => 'run', 'at' => $at, 'by' => 'Tom', 'payload' => ['mode' => $mode]];

    $planned = ['test' => ['started_at' => null] + airTest(), 'planned_at' => '2026-11-23T07:00:00+00:00', 'gates' => []];

    return asked([...$planned, 'entries' => [$begin], ...$more], $now);
}

it('begins a planned test without signal, on the second, and goes on as with one that the server began', function () {
    $entries = gaugeRead(blown(0.0));
    $begin = ['path' => 'run', 'at' => '2026-11-23T08:00:00.700Z', 'by' => 'Tom', 'payload' => ['mode' => 'hand']];
    $here = begunHere(['entries' => [$begin, ...$entries]], now: '2026-11-23T08:25:00Z');
    expect($here['began'])->toBe('2026-11-23T08:00:00+00:00')->and(array_diff_key($here, ['began' => 1]))
        ->toEqual(array_diff_key(asked(['entries' => $entries], '2026-11-23T08:25:00Z'), ['began' => 1]))
        ->and($here['clock'])->toMatchArray(['kind' => 'test_phase', 'needs_hand' => true]);
});

it('begins nothing that must not be begun', function (array $given, string $said) {
    expect(begunHere(...$given)['refused']['said'] ?? 'begun')->toContain($said);
})->with([
    'before it was planned' => [['at' => '2026-11-23T06:57:59Z'], 'before it was planned'],
    'clocks differ a little' => [['at' => '2026-11-23T06:58:01Z'], 'begun'],
    'in the future' => [['at' => '2026-11-23T08:11:01Z'], 'in the future'], 'ahead a little' => [['at' => '2026-11-23T08:10:59Z'], 'begun'],
    'simulated' => [['mode' => 'simulated'], 'begun by hand'], 'never begun' => [['more' => ['entries' => []]], '“started_at” of the test is missing'],
    'never planned' => [['more' => ['planned_at' => null]], 'no moment'],
    'a gate that is shut' => [['more' => ['gates' => [['title' => 'Zone', 'holds' => false, 'said' => 'No exclusion zone.', 'until' => null]]]],
        'not ready any more: Zone: No exclusion zone.'],
    'a gate that says nothing' => [['more' => ['gates' => [['title' => 'Zone']]]], 'not ready any more: Zone'],
    'a wait that is not over' => [['more' => ['gates' => [
        ['title' => 'Cooling waits over', 'holds' => false, 'said' => 'Still waiting: 4.', 'until' => '2026-11-23T08:00:01+00:00']]]], 'Still waiting: 4.'],
    'a wait that is over by then' => [['more' => ['gates' => [
        ['title' => 'Cooling waits over', 'holds' => false, 'said' => 'Still waiting: 4.', 'until' => '2026-11-23T08:00:00+00:00']]]], 'begun'],
]);

it('says what is missing instead of judging', function (array $given, string $said) {
    expect(asked($given)['refused']['said'])->toContain($said);
})->with([
    'no plan' => [['test' => ['plan' => null] + airTest()], '“plan” of the test is missing'], 'no moment' => [['now' => 'yesterday'], 'no moment'],
    'no units' => [['test' => ['units' => null] + airTest()], '“units” of the test is missing'],
    // Found: a gauge that was not read was kept as 0 kPa, and nobody was told before there was signal
    'a gauge that was not read' => [['entries' => [['payload' => ['pressure_kpa' => null]] + gaugeRead([[60, 0.0]])[0]]], 'Read the gauge'],
    'a word for a number' => [['entries' => [['payload' => ['pressure_kpa' => 'ten']] + gaugeRead([[60, 0.0]])[0]]], 'Read the gauge'],
    'below vacuum' => [['entries' => gaugeRead([[60, -101.5]])], 'Read the gauge'],
    'no such water' => [['entries' => [['payload' => ['pressure_kpa' => 1.0, 'temperature_c' => 121.0]] + gaugeRead([[60, 0.0]])[0]]], 'Read it again'],
    'before the test' => [['entries' => gaugeRead([[-1, 1.0]])], 'before the test was begun'],
    'in the future' => [['entries' => gaugeRead([[700, 1.0]])], 'in the future'],
    'an entry without a time' => [['entries' => [['path' => 'readings', 'payload' => ['pressure_kpa' => 1]]]], 'no moment'],
]);
