<?php

declare(strict_types=1);

use Diastoma\Core\Procedure\Facts;
use Diastoma\Core\Procedure\Gate;
use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Rulebook\Overrule;

$at = static fn (string $time): DateTimeImmutable => new DateTimeImmutable("2026-11-23T{$time}+00:00");

it('lets a later reading supersede and loses none', function () use ($at) {
    $readings = new Readings([new Reading('gap', 3.0, $at('08:00:00')), new Reading('gap', 4.0, $at('09:00:00')), new Reading('dry', true, $at('08:30:00'))]);
    expect($readings->number('gap'))->toBe(4.0)->and($readings->times('gap'))->toBe(2)->and(array_map(
        static fn (Reading $r): mixed => $r->value, $readings->all('gap'),
    ))->toBe([3.0, 4.0])->and($readings->times('never'))->toBe(0)->and($readings->has('never'))->toBeFalse();
});

it('knows at a moment what was known then', function () use ($at) {
    $readings = new Readings(
        [new Reading('gap', 3.0, $at('08:00:00')), new Reading('gap', 4.0, $at('09:00:00'))],
        [new Overrule('r', 'Vera', 'supervisor', 'because', $at('09:00:00'))],
    );
    expect($readings->until($at('08:59:59'))->number('gap'))->toBe(3.0)->and($readings->until($at('08:59:59'))->overrules)->toBe([])
        ->and($readings->until($at('09:00:00'))->number('gap'))->toBe(4.0)->and($readings->until($at('09:00:00'))->overrules)->toHaveCount(1);
});

it('answers each kind of question for that kind of answer only', function (string $asks, mixed $value) use ($at) {
    $readings = new Readings([new Reading('k', $value, $at('08:00:00'))]);
    foreach (['number', 'yes', 'text', 'series', 'record'] as $kind) {
        expect($readings->{$kind}('k') !== null)->toBe($kind === $asks);
    }
})->with([['number', 3.0], ['yes', false], ['text', 'isopropanol'], ['series', [1.0, 2.0]], ['record', ['name' => 'Logger']]]);

it('adds a reading without touching the others', function () use ($at) {
    $one = new Readings([new Reading('a', 1.0, $at('08:00:00'))]);
    $two = $one->with(new Reading('a', 2.0, $at('08:01:00')));
    expect($one->number('a'))->toBe(1.0)->and($two->number('a'))->toBe(2.0)->and($two->times('a'))->toBe(2);
});

it('gives facts as they are, and says when one is not there', function () {
    $facts = new Facts(['dn_mm' => 180, 'service' => 'water', 'until' => '2026-11-30', 'nothing' => null]);
    expect($facts->number('dn_mm'))->toBe(180.0)->and($facts->maybe('nothing'))->toBeNull()->and($facts->maybe('service'))->toBeNull()
        ->and($facts->text('service'))->toBe('water')->and($facts->text('nothing'))->toBe('')
        ->and($facts->day('until')?->format('Y-m-d'))->toBe('2026-11-30')->and($facts->day('nothing'))->toBeNull()->and(fn () => $facts->number('service'))
        ->toThrow(OutOfBoundsException::class, 'service');
});

it('opens a gate at its very second, and never without one', function () use ($at) {
    expect((new Gate('Wait.', $at('08:00:00'), ''))->isShutAt($at('07:59:59')))->toBeTrue()
        ->and((new Gate('Wait.', $at('08:00:00'), ''))->isShutAt($at('08:00:00')))->toBeFalse()
        ->and((new Gate('Wait.', null, ''))->isShutAt($at('23:59:59')))->toBeTrue();
});

it('asks for what is missing, what went stale, and for nothing where it is not needed', function () use ($at) {
    $specs = [ReadingSpec::yesNo('a', 'A?'), ReadingSpec::yesNo('b', 'B?'), ReadingSpec::yesNo('c', 'C?')->optional()];
    $readings = new Readings([new Reading('a', true, $at('08:00:00'))]);
    expect((new Step('s', 'S', '', $specs))->missing($readings))->toBe(['b'])->and((new Step('s', 'S', '', $specs, stale: ['a']))->missing($readings))
        ->toBe(['a', 'b'])->and((new Step(
            's', 'S', '', $specs, notNeeded: 'no chamfer here',
        ))->missing($readings))->toBe([])
        ->and((new Step('s', 'S', '', $specs))->reading('b')?->label)->toBe('B?')->and((new Step('s', 'S', '', $specs))->reading('z'))->toBeNull()
        ->and((new Step('s', 'S', '', $specs))->under('End A')->group)->toBe('End A');
});
