<?php

declare(strict_types=1);

use Diastoma\Core\Conformance\Cause;
use Diastoma\Core\Conformance\Nonconformance;
use Diastoma\Core\Conformance\Standing;
use Diastoma\Core\Sitting\Person;

const DONE = 'Cut out and made again, see joint 11.';

it('asks for sentences, a cause and a day to come', function (?array $wrong, ?string $field) {
    expect($wrong['field'] ?? null)->toBe($field)->and($wrong === null || str_ends_with($wrong['said'], '.'))->toBeTrue();
})->with([
    [Nonconformance::raise('The end is gouged 2 mm deep.', null, '2026-03-10'), null], [Nonconformance::raise('Gouge.', null, '2026-03-10'), 'what'],
    [Nonconformance::raise('   ', null, '2026-03-10'), 'what'], [Nonconformance::raise('The end is gouged.', '2026-03-09', '2026-03-10'), 'due_on'],
    [Nonconformance::raise('The end is gouged.', '2026-03-10', '2026-03-10'), null],
    [Nonconformance::correct(Standing::Open, 'handling', DONE), null], [Nonconformance::correct(Standing::Open, 'bad luck', DONE), 'cause'],
    [Nonconformance::correct(Standing::Open, 'handling', 'Done.'), 'correction'], [Nonconformance::correct(Standing::Corrected, 'handling', DONE), null],
    [Nonconformance::correct(Standing::Verified, 'handling', DONE), 'correction'],
]);

it('lets another say that it is right, never whoever put it right, and only once something was done', function (
    Standing $standing, string $by, bool $isRight, string $remark, ?string $says,
) {
    $person = new Person($by, 'inspector', oneWith: $by === 'Ivo' ? ['Ada'] : []);
    expect(Nonconformance::verify($standing, $person->oneWith('Ada'), $isRight, $remark)['said'] ?? 'fine')->toContain($says ?? 'fine');
})->with([
    [Standing::Corrected, 'Vera', true, '', null], [Standing::Corrected, 'Ada', true, '', 'another looks'],
    [Standing::Corrected, 'Ivo', true, '', 'do not count as two'], [Standing::Open, 'Vera', true, '', 'Nothing was done'],
    [Standing::Verified, 'Vera', true, '', 'closed already'], [Standing::Corrected, 'Vera', false, 'no', 'still wrong'],
    [Standing::Corrected, 'Vera', false, 'The gouge is still there.', null],
]);

it('holds until another has seen it', fn () => expect(array_map(static fn (Standing $s): bool => $s->holds(), Standing::cases()))->toBe([true, true, false]));

it('says what comes back, and nothing of what happened once or has no cause yet', function () {
    $one = static fn (int $number, ?string $cause, string $operator, string $unit): array => [
        'number' => $number, 'cause' => $cause, 'shared' => ['operator' => $operator, 'unit' => $unit],
    ];
    $said = Nonconformance::repeats([
        $one(1, 'preparation', 'Ada', 'CU-1'), $one(2, 'preparation', 'Olaf', 'CU-1'), $one(3, 'preparation', 'Ada', 'CU-1'), $one(4, 'weather', 'Ada', 'CU-1'),
        $one(5, null, 'Ada', 'CU-1'),
    ]);
    expect(array_column($said, 'numbers'))->toBe([[1, 2, 3], [1, 3]])->and($said[0]['said'])->toContain('3 times with unit CU-1')
        ->and($said[1]['said'])->toContain('2 times with operator Ada')->and(Nonconformance::repeats([]))->toBe([]);
});

it('names every cause',
    fn () => expect(array_unique(array_map(static fn (Cause $c): string => $c->title(), Cause::cases())))->toHaveCount(count(Cause::cases())));

it('holds the handover of a job while one is open', function () {
    expect(Nonconformance::handover([]))->toBeNull()->and(Nonconformance::handover([3]))->toContain('Nonconformance 3 is not closed')
        ->and(Nonconformance::handover([3, 5]))->toContain('Nonconformances 3, 5 are not closed');
});
