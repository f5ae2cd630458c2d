<?php

declare(strict_types=1);

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Quantity\UnitSystem;

/** What the refusal says; empty when it was taken. */
function refusal(ReadingSpec $spec, mixed $raw, UnitSystem $units = UnitSystem::Metric): string
{
    try {
        $spec->accept($raw, $units);
    } catch (InvalidInput $fault) {
        return $fault->getMessage();
    }

    return '';
}

it('takes a number within what can be real, the bounds among it', function (mixed $raw, ?float $kept) {
    $spec = ReadingSpec::number('gap_mm', 'Gap', Unit::Millimetre, 0.0, 20.0);
    expect($kept === null ? refusal($spec, $raw) !== '' : $spec->accept($raw, UnitSystem::Metric) === $kept)->toBeTrue();
})->with([
    'inside' => [3.5, 3.5], 'a whole number' => [3, 3.0], 'at the least' => [0, 0.0], 'at the most' => [20.0, 20.0],
    'below' => [-0.001, null], 'above' => [20.001, null], 'text' => ['3.5', null], 'nothing' => [null, null], 'endless' => [INF, null],
    'none' => [NAN, null], 'yes' => [true, null], 'a list' => [[3.5], null],
]);

it('says bounds in the units of the rulebook', function () {
    $spec = ReadingSpec::number('ambient_c', 'Air', Unit::Celsius, -40.0, 60.0);
    expect(refusal($spec, 100, UnitSystem::Metric))->toContain('100 °C')->toContain('60 °C')->and(refusal($spec, 100, UnitSystem::UsCustomary))
        ->toContain('212 °F')->toContain('140 °F');
});

it('takes a series of the lengths it knows and tells every value that is wrong', function () {
    $spec = ReadingSpec::series('d', 'Diameters', Unit::Millimetre, 100.0, 200.0, [4, 8], 'dial');
    expect($spec->accept(
        [180, 181.0, 182, 183], UnitSystem::Metric,
    ))->toBe([180.0, 181.0, 182.0, 183.0])->and(refusal($spec, [180, 181, 182]))->toContain('4, 8')->and(refusal($spec, ['a' => 180]))->not->toBe('')
        ->and(refusal($spec, 'many'))->not->toBe('');
    try {
        $spec->accept([180, 'x', 300, 181], UnitSystem::Metric);
        $faults = [];
    } catch (InvalidInput $fault) {
        $faults = $fault->faults;
    }
    expect($faults)->toHaveCount(2)->and($faults[0]['detail'])->toContain('reading 2')->and($faults[1]['detail'])->toContain('reading 3');
});

it('takes yes and no and nothing that looks like them', function (mixed $raw, bool $taken) {
    expect(refusal(ReadingSpec::yesNo('dry', 'Dry?'), $raw) === '')->toBe($taken);
})->with([[true, true], [false, true], ['yes', false], [1, false], [null, false]]);

it('takes one of its choices, to the letter', function (mixed $raw, bool $taken) {
    expect(refusal(ReadingSpec::choice('solvent', 'Solvent', ['isopropanol', 'wipe']), $raw) === '')->toBe($taken);
})->with([['isopropanol', true], ['Isopropanol', false], ['', false], [0, false]]);

it('takes a moment with its zone only, and spells it one way', function (mixed $raw, ?string $kept) {
    $spec = ReadingSpec::now('wiped_at', 'Wiped');
    expect($kept === null ? refusal($spec, $raw) !== '' : $spec->accept($raw, UnitSystem::Metric) === $kept)->toBeTrue();
})->with([
    ['2026-11-23T14:05:00Z', '2026-11-23T14:05:00+00:00'], ['2026-11-23T14:05:00.250+01:00', '2026-11-23T14:05:00.250+01:00'],
    ['2026-11-23T14:05:00', null], ["2026-11-23T14:05:00Z\n", null], ['now', null], [1764000000, null],
]);

it('keeps a code as its check gives it back, and names the field when the check refuses', function () {
    $spec = ReadingSpec::code(
        'label', 'Label', '',
        static fn (string $raw): string => strlen($raw) === 4 ? strtoupper($raw) : throw InvalidInput::field('other', 'Four letters are wanted.'),
    );
    expect($spec->accept('abcd', UnitSystem::Metric))->toBe('ABCD')->and(refusal($spec, 'abc'))->toBe('Four letters are wanted.')->and(refusal($spec, '  '))
        ->toContain('scan or type');
    try {
        $spec->accept('abc', UnitSystem::Metric);
    } catch (InvalidInput $fault) {
        expect($fault->faults[0]['field'])->toBe('label');
    }
});

it(
    'never takes a device’s record from a form',
    fn () => expect(refusal(ReadingSpec::record('fusion', 'Fusion', 'trace'), ['v' => 40]))->toContain('comes from the device itself'),
);

it('is required until it is said to be optional, and stays the same otherwise', function () {
    $spec = ReadingSpec::number('n', 'N', Unit::None, 1.0, 2.0, 'a hint');
    expect($spec->required)->toBeTrue()->and($spec->optional()->required)->toBeFalse()->and(array_diff_key(
        $spec->optional()->toArray(UnitSystem::Metric), ['required' => 1],
    ))->toBe(array_diff_key($spec->toArray(UnitSystem::Metric), ['required' => 1]));
});
