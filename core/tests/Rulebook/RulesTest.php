<?php

declare(strict_types=1);

use Diastoma\Core\Procedure\Facts;
use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Rules\InDate;
use Diastoma\Core\Procedure\Rules\NumberAtLeast;
use Diastoma\Core\Procedure\Rules\NumberAtMost;
use Diastoma\Core\Procedure\Rules\NumberWithin;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Quantity\UnitSystem;
use Diastoma\Core\Rulebook\Limit;
use Diastoma\Core\Rulebook\Rulebook;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** A rulebook and readings made up for these tests alone. @param  array<string, mixed>  $readings */
function situation(array $readings, string $at = '2026-11-23T08:00:00+00:00', UnitSystem $units = UnitSystem::Metric): Situation
{
    $rulebook = Rulebook::of('test', 3, 'Test', $units, [
        new Limit('depth', 2.0, Unit::Millimetre, Source::standard('EXAMPLE-1', '4.2'), 'Depth'),
        new Limit('low', 0.0, Unit::Celsius, Source::commonPractice(), 'Low'), new Limit('high', 10.0, Unit::Celsius, Source::commonPractice(), 'High'),
    ], []);
    $all = [];
    foreach ($readings as $key => $value) {
        $all[] = new Reading($key, $value, new DateTimeImmutable($at), 'Somebody');
    }

    return new Situation(new Readings($all), new Facts([]), $rulebook);
}

$depth = static fn (Situation $s): ?float => $s->readings->number('d');

it('judges at most: 80 % is go, more is watch, equal passes, more is mend', function (
    float $value, Severity $severity, string $said, float $margin,
) use ($depth) {
    $finding = (new NumberAtMost('r', ['d'], $depth, 'depth', 'Depth', 'Do it again.'))->judge(situation(['d' => $value]));

    expect($finding->severity)->toBe($severity)->and($finding->said)->toBe($said)->and($finding->margin)->toEqualWithDelta($margin, 1e-9)
        ->and($finding->limit)->toBe(2.0)->and($finding->source->tag())->toBe('EXAMPLE-1, 4.2')->and($finding->todo === '')->toBe($severity === Severity::Go);
})->with([
    'well inside' => [1.0, Severity::Go, 'Depth 1 mm; at most 2 mm allowed.', 1.0],
    'four fifths' => [1.6, Severity::Go, 'Depth 1.6 mm; at most 2 mm allowed.', 0.4],
    'just more' => [1.601, Severity::Watch, 'Depth 1.61 mm; at most 2 mm allowed.', 0.399],
    'equal' => [2.0, Severity::Watch, 'Depth 2 mm; at most 2 mm allowed.', 0.0],
    'equal in floating point' => [0.1 + 0.2 + 1.7, Severity::Watch, 'Depth 2 mm; at most 2 mm allowed.', 0.0],
    'a hair more never prints as the limit' => [2.0001, Severity::Mend, 'Depth 2.01 mm; at most 2 mm allowed.', -0.0001],
    'far more' => [9.0, Severity::Mend, 'Depth 9 mm; at most 2 mm allowed.', -7.0],
]);

it('judges at least: equal passes, less does not, and never prints as the limit', function (float $value, Severity $severity, string $said) use ($depth) {
    $finding = (new NumberAtLeast('r', ['d'], $depth, 'depth', 'Depth', 'Go on.', Severity::Stop))->judge(situation(['d' => $value]));

    expect($finding->severity)->toBe($severity)->and($finding->said)->toBe($said);
})->with([
    'more' => [3.0, Severity::Go, 'Depth 3 mm; at least 2 mm wanted.'], 'equal' => [2.0, Severity::Go, 'Depth 2 mm; at least 2 mm wanted.'],
    'a hair less' => [1.9999, Severity::Stop, 'Depth 1.99 mm; at least 2 mm wanted.'],
]);

it('judges a range from its middle', function (float $value, Severity $severity) {
    expect((new NumberWithin('r', 'd', 'low', 'high', 'Air', 'Wait.'))->judge(situation(['d' => $value]))->severity)->toBe($severity);
})->with([
    'middle' => [5.0, Severity::Go], 'four fifths up' => [9.0, Severity::Go], 'above that' => [9.1, Severity::Watch], 'upper end' => [10.0, Severity::Watch],
    'over' => [10.01, Severity::Stop], 'four fifths down' => [1.0, Severity::Go], 'below that' => [0.9, Severity::Watch],
    'lower end' => [0.0, Severity::Watch], 'under' => [-0.01, Severity::Stop],
]);

it('takes a bound worked out of readings in place of the rulebook\'s value', function () use ($depth) {
    $rule = new NumberAtMost(
        'r', ['d'], $depth, 'depth', 'Depth', 'x', Severity::Mend, '', static fn (Situation $s): float => 10 * $s->limit('depth'), Unit::Second,
    );
    $finding = $rule->judge(situation(['d' => 20.5]));

    expect($finding->severity)->toBe(Severity::Mend)->and($finding->limit)->toBe(20.0)->and($finding->said)->toBe('Depth 21 s; at most 20 s allowed.');
});

it('prints in the rulebook\'s units and judges in its own', function () use ($depth) {
    $finding = (new NumberAtMost('r', ['d'], $depth, 'depth', 'Depth', 'x'))->judge(situation(['d' => 2.54], units: UnitSystem::UsCustomary));

    // 2.54 mm is 0.1 in; the limit of 2 mm is 0.0787 in and prints rounded down
    expect($finding->said)->toBe('Depth 0.1 in; at most 0.078 in allowed.')->and($finding->measured)->toBe(2.54)->and($finding->unit)->toBe(Unit::Millimetre);
});

it('says nothing where a reading is missing', function () use ($depth) {
    $empty = situation([]);
    expect((new NumberAtMost('r', ['d'], $depth, 'depth', 'D', ''))->judge($empty))->toBeNull()
        ->and((new NumberAtLeast('r', ['d'], $depth, 'depth', 'D', ''))->judge($empty))->toBeNull()
        ->and((new NumberWithin('r', 'd', 'low', 'high', 'D', ''))->judge($empty))->toBeNull()
        ->and((new Confirmed('r', 'd', '', '', '', Severity::Mend, Source::commonPractice()))->judge($empty))->toBeNull()
        ->and((new InDate('r', 'd', 'n', 'u', 'Paper', '', Source::commonPractice()))->judge($empty))->toBeNull();
});

it('says nothing of a reading of another kind', function () use ($depth) {
    expect((new NumberAtMost('r', ['d'], $depth, 'depth', 'D', ''))->judge(situation(['d' => 'text'])))->toBeNull()
        ->and((new Confirmed('r', 'd', '', '', '', Severity::Mend, Source::commonPractice()))->judge(situation(['d' => 1.0])))->toBeNull();
});

it('takes yes for go and no for what the rule says', function (bool $answer, Severity $severity, string $said, string $todo) {
    $finding = (new Confirmed(
        'r', 'd', 'It is.', 'It is not.', 'Make it so.', Severity::Stop, Source::commonPractice(), 'Because.',
    ))->judge(situation(['d' => $answer]));

    expect([$finding->severity, $finding->said, $finding->todo])->toBe([$severity, $said, $todo])->and($finding->why)->toBe('Because.');
})->with([[true, Severity::Go, 'It is.', ''], [false, Severity::Stop, 'It is not.', 'Make it so.']]);

it('judges a paper by the day of the reading', function (string $until, Severity $severity) {
    $rule = new InDate('r', 'p', 'name', 'until', 'Certificate', 'Renew it.', Source::commonPractice());

    expect($rule->judge(situation(['p' => ['name' => 'Ada', 'until' => $until]]))->severity)->toBe($severity);
})->with([
    ['2026-11-22', Severity::Stop], ['2026-11-23', Severity::Watch], ['2026-12-06', Severity::Watch], ['2026-12-07', Severity::Go], ['', Severity::Stop],
]);

it('keeps readings apart by kind', function () {
    $readings = situation(['n' => 1.5, 'y' => true, 't' => 'word', 's' => [1.0, 2.0], 'r' => ['a' => 1], 'm' => '2026-11-23T08:00:00+00:00'])->readings;

    expect($readings->number('n'))->toBe(1.5)->and($readings->number('t'))->toBeNull()->and($readings->yes('y'))->toBeTrue()->and($readings->yes('n'))
        ->toBeNull()
        ->and($readings->text('t'))->toBe('word')->and($readings->series('s'))->toBe([1.0, 2.0])->and($readings->series('r'))->toBeNull()
        ->and($readings->record('r'))->toBe(['a' => 1])->and($readings->record('s'))->toBeNull()->and($readings->time('m')?->format('H:i'))->toBe('08:00')
        ->and($readings->time('nothing'))->toBeNull();
});

it('tells a fact that is missing from one that is there', function () {
    $facts = new Facts(['dn_mm' => 180, 'name' => 'Ada', 'until' => '2026-11-23', 'none' => null]);

    expect($facts->number('dn_mm'))->toBe(180.0)->and($facts->text('name'))->toBe('Ada')->and($facts->text('nothing'))->toBe('')
        ->and($facts->day('until')?->format('Y-m-d'))->toBe('2026-11-23')->and($facts->day('none'))->toBeNull()
        ->and(fn () => $facts->number('name'))->toThrow(OutOfBoundsException::class, 'name')->and(fn () => $facts->number('nothing'))
        ->toThrow(OutOfBoundsException::class);
});
