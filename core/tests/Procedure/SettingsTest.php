<?php

declare(strict_types=1);

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Gasketed\Systems\JointSize;
use Diastoma\Core\Procedure\Settings;

/** @return list<string> fields that were faulted */
function faulted(Settings $reader): array
{
    try {
        $reader->end();
    } catch (InvalidInput $fault) {
        return array_column($fault->faults, 'field');
    }

    return [];
}

it('takes a key of small letters, digits and underscores', function (mixed $key, bool $fine) {
    $reader = new Settings(['key' => $key]);
    $reader->key();
    expect(faulted($reader))->toBe($fine ? [] : ['key']);
})->with([
    ['grp_coupling_b', true], ['abc', true], ['ab', false], ['1abc', false], ['Abc', false], ["abc\n", false], [str_repeat('a', 41), false], [null, false],
    [7, false],
]);

it('keeps numbers within their bounds, the bounds among them', function (mixed $given, ?float $kept) {
    $reader = new Settings(['gap_mm' => $given]);
    $value = $reader->number('gap_mm', 5.0, 0.0, 10.0);
    expect($value)->toBe($kept ?? 5.0)->and(faulted($reader))->toBe($kept === null ? ['gap_mm'] : []);
})->with([[0, 0.0], [10, 10.0], [10.001, null], [-0.1, null], ['4', null], [NAN, null], [INF, null], [true, null]]);

it('lets a number be left out where it may be, and only there', function () {
    $reader = new Settings(['a' => null, 'b' => '']);
    expect($reader->maybe('a', 10.0))->toBeNull()->and($reader->maybe('b', 10.0))->toBeNull()->and($reader->maybe('c', 10.0))->toBeNull()
        ->and($reader->number('d', 3.0, 0.0, 9.0))->toBe(3.0)->and(faulted($reader))->toBe([]);
});

it('offers what may be chosen', function () {
    $reader = new Settings(['home' => 'flush']);
    $reader->choice('home', ['line', 'gap']);
    expect(fn () => $reader->end())->toThrow(
        InvalidInput::class, 'choose one of line, gap',
    )->and((new Settings(['home' => 'gap']))->choice('home', ['line', 'gap']))->toBe('gap')->and((new Settings([]))->maybeChoice('home', ['line']))
        ->toBeNull();
});

it('counts letters, not bytes', function () {
    $reader = new Settings(['title' => 'Übergänge', 'short' => 'ü']);
    expect($reader->text('title', 9, 9))->toBe('Übergänge')->and(faulted($reader))->toBe([]);
    $reader->text('short', 2, 5);
    expect(faulted($reader))->toBe(['short']);
});

it('answers yes or no, and nothing else', function () {
    $reader = new Settings(['loops' => 'yes', 'wet' => true]);
    expect($reader->flag('wet', false))->toBeTrue()->and($reader->flag('missing', true))->toBeTrue()->and($reader->flag('loops', true))->toBeFalse()
        ->and(faulted($reader))->toBe(['loops']);
});

it('tells every fault together', function () {
    $reader = new Settings(['key' => 'X', 'sizes' => 'none']);
    $reader->key();
    $reader->rows('sizes', JointSize::fromArray(...));
    $reader->number('gap_mm', 1.0, 0.0, 2.0);
    $reader->choice('home', ['a']);
    expect(faulted($reader))->toBe(['key', 'sizes', 'home']);
});
