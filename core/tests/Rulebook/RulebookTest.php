<?php

declare(strict_types=1);

use Core\Tests\Joint;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Quantity\UnitSystem;
use Diastoma\Core\Rulebook\Rulebook;
use Diastoma\Core\Rulebook\Rulebooks;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

it('names a source for every limit', function (string $id) {
    foreach (Rulebooks::of($id)?->all() ?? [] as $limit) {
        expect($limit->source->tag())->not->toBe('')->and($limit->title)->not->toBe('');
    }
})->with(['iso', 'us']);

it('survives being stored', function (string $id) {
    $rulebook = Rulebooks::of($id);
    $stored = json_decode(json_encode($rulebook->toArray(), JSON_THROW_ON_ERROR), true, flags: JSON_THROW_ON_ERROR);

    $read = Rulebook::fromArray($stored);
    expect($read->toArray())->toEqual($rulebook->toArray())->and($read->all())->toEqual($rulebook->all());
})->with(['iso', 'us']);

it('keeps the old limit when a job tightens it, and judges by the new', function () {
    $iso = Rulebooks::iso();
    $tight = $iso->withLimit('ef.gap.small_mm', 0.25, 'Vera Level', 'Owner wants 0.25 mm');

    expect($iso->value('ef.gap.small_mm'))->toBe(0.5)->and($tight->version)->toBe(2)->and($tight->limit('ef.gap.small_mm')->changedBy)->toBe('Vera Level')
        ->and($tight->limit('ef.gap.small_mm')->source->tag())->toBe('job specification: Owner wants 0.25 mm')
        ->and(Joint::madeWell()->finding('ef.gap.a')['severity'])->toBe('go')
        ->and(Joint::madeWell()->finding('ef.gap.a', $tight)['severity'])->toBe('mend')
        ->and(Joint::madeWell()->judged($tight)->rulebookVersion)->toBe(2);
});

it('says which limit a rulebook lacks', fn () => expect(fn () => Rulebooks::iso()->limit('ef.nothing'))->toThrow(OutOfBoundsException::class, 'ef.nothing'));

it('tells memory, practice and standard apart', function (Source $source, string $tag) {
    expect($source->tag())->toBe($tag);
})->with([
    [Source::standard('DVS 2207-1', '5.3'), 'DVS 2207-1, 5.3'], [Source::commonPractice(), 'common practice'], [Source::fromMemory(), 'value from memory'],
    [Source::fromMemory('EN 12201-2', 'table 1'), 'EN 12201-2, table 1 (value from memory)'], [Source::maker('label'), 'maker: label'],
]);

it(
    'takes the worst of several',
    fn () => expect(Severity::worst([Severity::Go, Severity::Mend, Severity::Watch]))->toBe(Severity::Mend)->and(Severity::worst([]))->toBe(Severity::Go),
);

it('refuses readings that cannot be, in words', function (ReadingSpec $spec, mixed $raw, string $says) {
    expect(fn () => $spec->accept($raw, UnitSystem::Metric))->toThrow(InvalidInput::class, $says);
})->with([
    'text in a number' => [ReadingSpec::number('d', 'Depth', Unit::Millimetre, 0, 10), 'abc', '“abc” is not a number'],
    'a number as text' => [ReadingSpec::number('d', 'Depth', Unit::Millimetre, 0, 10), '5', 'is not a number'],
    'below' => [ReadingSpec::number('d', 'Depth', Unit::Millimetre, 1, 10), 0, 'between 1 mm and 10 mm'],
    'above' => [ReadingSpec::number('d', 'Depth', Unit::Millimetre, 1, 10), 11, 'cannot be right'],
    'nothing' => [ReadingSpec::number('d', 'Depth', Unit::Millimetre, 0, 10), null, 'is not a number'],
    'a diameter of 0' => [ReadingSpec::series('s', 'Diameters', Unit::Millimetre, 100, 200, [2], ''), [0, 180], 'reading 1: 0 mm cannot be right'],
    'too few' => [ReadingSpec::series('s', 'Diameters', Unit::Millimetre, 100, 200, [2, 4], ''), [180], 'give 2, 4 values'],
    'a map for a list' => [ReadingSpec::series('s', 'Diameters', Unit::Millimetre, 100, 200, [2], ''), ['a' => 1, 'b' => 2], 'values'],
    'a word for yes' => [ReadingSpec::yesNo('y', 'Dry?'), 'yes', 'answer yes or no'],
    'not a choice' => [ReadingSpec::choice('c', 'Agent', ['a', 'b']), 'z', 'choose one of: a, b'],
    'no zone' => [ReadingSpec::now('n', 'Wiped'), '2026-11-23T10:00:00', 'time with its zone'],
    'no time' => [ReadingSpec::now('n', 'Wiped'), 5, 'press the button'],
    'a device record by hand' => [ReadingSpec::record('f', 'Record', ''), ['duration_s' => 1], 'from the device'],
    'an empty code' => [ReadingSpec::code('k', 'Code', '', static fn (string $c): string => $c), ' ', 'scan or type'],
]);

it('gathers every fault of a series', function () {
    try {
        ReadingSpec::series('s', 'Diameters', Unit::Millimetre, 100, 200, [4], '')->accept([0, 180, 'x', 999], UnitSystem::Metric);
        $count = 0;
    } catch (InvalidInput $e) {
        $count = count($e->faults);
    }
    expect($count)->toBe(3);
});

it('keeps every reading and takes the latest', function () {
    $readings = Joint::madeWell()->readings();
    $corrected = $readings->with(new Diastoma\Core\Procedure\Reading('ambient_c', 20.0, new DateTimeImmutable('2026-11-23T12:00:00+00:00')));

    expect($corrected->number('ambient_c'))->toBe(20.0)->and(count($corrected->history))->toBe(count($readings->history) + 1)
        ->and($corrected->until(new DateTimeImmutable('2026-11-23T11:00:00+00:00'))->number('ambient_c'))->toBe(14.0)
        ->and((new Readings)->number('ambient_c'))->toBeNull();
});
