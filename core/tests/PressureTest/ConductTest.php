<?php

declare(strict_types=1);

use Diastoma\Core\PressureTest\Run\Conduct;

function conduct(string $state, ?string $mode = null, array $gaps = []): Conduct
{
    return new Conduct(3, $state, $mode, $gaps);
}

it('answers each question about a test by how it stands', function (Conduct $test, Closure $asks, ?string $against) {
    $said = $asks($test);
    expect($against === null ? $said : str_contains((string) $said, $against))->toBe($against === null ? null : true);
})->with([
    'begin: planned' => [conduct('planned'), fn ($t) => $t->begin(), null],
    'begin: the section is not ready' => [conduct('planned'), fn ($t) => $t->begin('Joints: joint 4 cools.'), 'not ready any more: Joints: joint 4 cools.'],
    'begin: running' => [conduct('running', 'hand'), fn ($t) => $t->begin(), 'Test 3 has been run'],
    'begin: over' => [conduct('failed', 'hand'), fn ($t) => $t->begin(), 'plan a repeat'],
    'another: over' => [conduct('failed', 'hand'), fn ($t) => $t->another(), null],
    'another: advised' => [conduct('advised', 'hand'), fn ($t) => $t->another(), null],
    'another: planned' => [conduct('planned'), fn ($t) => $t->another(), 'still open'],
    'another: running' => [conduct('running', 'hand'), fn ($t) => $t->another(), 'still open'],
    'facts: running' => [conduct('running', 'hand'), fn ($t) => $t->facts(), 'planned by the facts'],
    'facts: over' => [conduct('passed', 'hand'), fn ($t) => $t->facts(), null],
    'by hand while by hand' => [conduct('running', 'hand'), fn ($t) => $t->record('hand'), null],
    'by hand while by a logger' => [conduct('running', 'device'), fn ($t) => $t->record('hand'), 'recorded in another way: device'],
    'a reading after the end' => [conduct('passed', 'hand'), fn ($t) => $t->record('hand'), 'is not running'],
    'a note in any way' => [conduct('running', 'simulated'), fn ($t) => $t->record(), null],
    'a logger while logging is stopped' => [conduct('running', 'device', [[10.0, null]]), fn ($t) => $t->record('device'), 'Logging is stopped'],
    'a logger once it goes on' => [conduct('running', 'device', [[10.0, 20.0]]), fn ($t) => $t->record('device'), null],
    'by hand while logging is stopped' => [conduct('running', 'hand', [[10.0, null]]), fn ($t) => $t->record('hand'), null],
    'finish with one reading' => [conduct('running', 'hand'), fn ($t) => $t->finish(1), 'fewer than two readings'],
    'finish with two' => [conduct('running', 'hand'), fn ($t) => $t->finish(2), null],
    'finish what is over' => [conduct('failed', 'hand'), fn ($t) => $t->finish(9), 'is not running'],
    'mend what failed' => [conduct('failed', 'hand'), fn ($t) => $t->mend(), null],
    'mend what advised' => [conduct('advised', 'hand'), fn ($t) => $t->mend(), null],
    'mend what passed' => [conduct('passed', 'hand'), fn ($t) => $t->mend(), 'nothing to mend'],
    'mend under pressure' => [conduct('running', 'hand'), fn ($t) => $t->mend(), 'not over'],
    'mend without lowering' => [conduct('failed', 'hand'), fn ($t) => $t::mendSafely(false), 'nobody mends anything under pressure'],
    'mend when lowered' => [conduct('failed', 'hand'), fn ($t) => $t::mendSafely(true), null],
    'sign what is over' => [conduct('failed', 'hand'), fn ($t) => $t->sign(), null],
    'sign what runs' => [conduct('running', 'hand'), fn ($t) => $t->sign(), 'nothing to sign'],
    'end: all there' => [conduct('running', 'hand'), fn ($t) => $t::end(null, false, ''), null],
    'end: cut short' => [conduct('running', 'hand'), fn ($t) => $t::end('The record ends early.', false, ''), 'ends early'],
    'end: not decided' => [conduct('running', 'hand'), fn ($t) => $t::end(null, true, ''), 'not decided yet'],
    'end: broken off' => [conduct('running', 'hand'), fn ($t) => $t::end('The record ends early.', true, 'the hose burst'), null],
]);

it('keeps the gaps of the logging', function (array $gaps, bool $on, ?array $after) {
    expect(conduct('running', 'device', $gaps)->logging($on, 30.0))->toBe($after);
})->with([
    'stopped for the first time' => [[], false, [[30.0, null]]], 'sent twice' => [[[30.0, null]], false, null],
    'goes on' => [[[10.0, null]], true, [[10.0, 30.0]]], 'goes on that was never stopped' => [[], true, null],
    'a second gap' => [[[10.0, 20.0]], false, [[10.0, 20.0], [30.0, null]]],
]);

it('takes a reading from the beginning of the test until two minutes ahead', function (string $at, bool $may) {
    $of = static fn (string $t): DateTimeImmutable => new DateTimeImmutable("2026-11-23T{$t}Z");
    expect(Conduct::at($of($at), $of('08:00:00'), $of('09:00:00')) === null)->toBe($may);
})->with([
    'a second before' => ['07:59:59', false], 'at its beginning' => ['08:00:00', true], 'two minutes ahead' => ['09:02:00', true],
    'a second more' => ['09:02:01', false],
]);
