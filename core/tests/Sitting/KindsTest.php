<?php

declare(strict_types=1);

use Core\Tests\Net\Walk;
use Core\Tests\Sitting\HoldPoint;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Procedure\Facts;
use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Rulebooks;
use Diastoma\Core\Sitting\Entry;
use Diastoma\Core\Sitting\Kind;
use Diastoma\Core\Sitting\Person;
use Diastoma\Core\Sitting\Refused;
use Diastoma\Core\Sitting\Sitting;
use Diastoma\Core\Sitting\State;
use Diastoma\Core\Sitting\Taken;
use Diastoma\Core\Sitting\Work;

$people = [
    'ada' => new Person('Ada', 'jointer', '2027-03-01'), 'vera' => new Person('Vera', 'supervisor'), 'ines' => new Person('Ines', 'inspector'),
    'tom' => new Person('Tom', 'tester'), 'nobody' => new Person('Nobody', 'visitor'),
];

function stretch(): Sitting
{
    return Sitting::open(new Work(Kind::Stretch, new HoldPoint, new Facts([]), 96.0, 108.0), [], Rulebooks::iso());
}

/** @param  array<string, mixed>  $payload */
function written(string $kind, array $payload, string $at = '08:00:00'): Entry
{
    return new Entry("e-{$kind}-{$at}", $kind, $payload, new DateTimeImmutable("2026-11-23T{$at}Z"), 'somebody');
}

$now = new DateTimeImmutable('2026-11-23T12:00:00Z');

it('keeps a step shut until somebody of the role has signed', function () use ($people, $now) {
    $sitting = stretch();
    $row = written(Entry::ROW, ['key' => 'bolts', 'row' => ['bolt' => 1, 'torque_nm' => 90]], '08:10:00');
    $early = $sitting->take($row, $people['ada'], $now);
    expect($early)->toBeInstanceOf(Refused::class)->and($early->said)->toContain('waits for the signature of the supervisor');
    $wrong = $sitting->take(written(Entry::SIGNATURE, ['key' => 'hold', 'remark' => 'Seen.']), $people['ines'], $now);
    expect($wrong)->toBeInstanceOf(Refused::class)->and($wrong->why)->toBe(Refused::FORBIDDEN)->and($wrong->said)
        ->toContain('Hold point is signed by: supervisor')->and($sitting->state())->toBe(State::Planned);
    $signed = $sitting->take(written(Entry::SIGNATURE, ['key' => 'hold', 'remark' => ' Seen. ']), $people['vera'], $now);
    expect($signed)->toBeInstanceOf(Taken::class)->and($signed->entry->payload['value'])->toBe([
        'name' => 'Vera', 'role' => 'supervisor', 'certificate_until' => '', 'remark' => 'Seen.',
    ])
        ->and($sitting->take($row, $people['ada'], $now))->toBeInstanceOf(Taken::class);
});

it('keeps each row as an entry of its own, and their history is the series', function () use ($people, $now) {
    $sitting = stretch();
    $sitting->take(written(Entry::SIGNATURE, ['key' => 'hold']), $people['vera'], $now);
    foreach ([[1, 40.0, '08:01:00'], [2, 42.0, '08:02:00'], [1, 80.0, '08:03:00']] as [$bolt, $nm, $at]) {
        expect($sitting->take(
            written(Entry::ROW, ['key' => 'bolts', 'row' => ['bolt' => $bolt, 'torque_nm' => $nm]], $at), $people['ada'], $now,
        ))->toBeInstanceOf(Taken::class);
    }
    $rows = array_map(static fn (Reading $r): array => $r->value, $sitting->readings()->all('bolts'));
    expect($rows)->toBe([
        ['bolt' => 1.0, 'torque_nm' => 40.0], ['bolt' => 2.0, 'torque_nm' => 42.0], ['bolt' => 1.0, 'torque_nm' => 80.0],
    ])->and($sitting->state())->toBe(State::Accepted);
});

it('refuses a row that is none', function (string $kind, array $payload, string $says) use ($people, $now) {
    $sitting = stretch();
    $sitting->take(written(Entry::SIGNATURE, ['key' => 'hold']), $people['vera'], $now);
    $refused = $sitting->take(written($kind, $payload, '08:05:00'), $people['ada'], $now);
    expect($refused)->toBeInstanceOf(Refused::class)->and($refused->said)->toContain($says);
})->with([
    'no row' => [Entry::ROW, ['key' => 'bolts'], 'give one row: Bolt, Torque'],
    'a list' => [Entry::ROW, ['key' => 'bolts', 'row' => [1, 90]], 'give one row'],
    'a column is missing' => [Entry::ROW, ['key' => 'bolts', 'row' => ['bolt' => 1]], 'Torque is missing in this row'],
    'a column that is no number' => [Entry::ROW, ['key' => 'bolts', 'row' => ['bolt' => 1, 'torque_nm' => 'tight']], 'is not a number'],
    'all of it wrong' => [Entry::ROW, ['key' => 'bolts', 'row' => ['bolt' => 99]], 'Torque is missing in this row'],
    'as a reading' => [Entry::READING, ['key' => 'bolts', 'value' => 90], 'is entered row by row'],
    'a row of what is none' => [Entry::ROW, ['key' => 'hold', 'row' => ['bolt' => 1]], 'is no series of rows'],
    'a signature of what is none' => [Entry::SIGNATURE, ['key' => 'bolts'], 'is not signed'],
    'a signature as a reading' => [Entry::READING, ['key' => 'hold', 'value' => true], 'sign it'],
]);

it('takes a note and a picture from anybody of the job, at any time, and decides nothing by them', function () use ($people, $now) {
    $sitting = stretch();
    foreach (['ada', 'vera', 'ines', 'tom'] as $who) {
        expect($sitting->take(written(Entry::NOTE, ['text' => "Seen by {$who}."]), $people[$who], $now))->toBeInstanceOf(Taken::class);
    }
    expect($sitting->take(
        written(Entry::PICTURE, ['sha256' => str_repeat('a', 64), 'type' => 'image/png', 'caption' => 'The hold.'], '09:00:00'), $people['ada'], $now,
    ))->toBeInstanceOf(Taken::class)
        ->and($sitting->state())->toBe(State::Planned)->and(array_column($sitting->view()['remarks'], 'kind'))->toBe([
            'note', 'note', 'note', 'note', 'picture',
        ])->and($sitting->view()['remarks'][4]['caption'])->toBe('The hold.');
});

it('refuses a remark', function (string $kind, array $payload, string $who, string $says) use ($people, $now) {
    $refused = stretch()->take(written($kind, $payload), $people[$who], $now);
    expect($refused)->toBeInstanceOf(Refused::class)->and($refused->said)->toContain($says);
})->with([
    'an empty note' => [Entry::NOTE, ['text' => '  '], 'ada', 'worth remembering'],
    'one that never ends' => [Entry::NOTE, ['text' => str_repeat('a', 501)], 'ada', '500 letters'],
    'of somebody of no role' => [Entry::NOTE, ['text' => 'Hello'], 'nobody', 'not write notes'],
    'a picture without its fingerprint' => [Entry::PICTURE, ['caption' => 'x'], 'ada', 'no fingerprint'],
    'a picture with half of it' => [Entry::PICTURE, ['sha256' => str_repeat('a', 63)], 'ada', 'no fingerprint'],
]);

it('takes nothing about a joint that was cut out but notes and pictures, and keeps its record', function () use ($people) {
    $walk = new Walk('electrofusion.coupler');
    $history = $walk->made()->history;
    $entries = array_map(
        static fn (Reading $r, int $k): Entry => new Entry("e{$k}", Entry::READING, ['key' => $r->key, 'value' => $r->value], $r->takenAt, 'Ada'), $history,
        array_keys($history),
    );
    $open = static fn (array $entries): Sitting => Sitting::open(new Work(Kind::Joint, $walk->procedure, $walk->facts()), $entries, Rulebooks::iso());
    $sitting = $open($entries);
    $after = end($entries)->takenAt->modify('+1 hour');
    $entry = static fn (string $kind, array $payload): Entry => new Entry($kind, $kind, $payload, $after, 'Vera');
    expect($sitting->take($entry(Entry::CUT_OUT, ['reason' => 'short']), $people['vera'], $after)->said)->toContain('10 letters')
        ->and($sitting->take($entry(Entry::CUT_OUT, ['reason' => 'It leaked at the test.']), $people['ines'], $after)->why)->toBe(Refused::FORBIDDEN)
        ->and($open([])->take(
            $entry(Entry::CUT_OUT, ['reason' => 'It leaked at the test.']), $people['vera'], $after,
        )->said)->toContain('Nothing was made here yet')
        ->and(stretch()->take(
            written(Entry::CUT_OUT, ['reason' => 'It leaked at the test.']), $people['vera'], $after,
        )->said)->toContain('Only what was joined')
        ->and($sitting->state())->toBe(State::Accepted)->and($sitting->until('test'))->not->toBeNull()->and($open(array_slice($entries, 0, 20))->next())
        ->not->toBeNull();
    expect($sitting->take(
        $entry(Entry::CUT_OUT, ['reason' => 'It leaked at the test.']), $people['vera'], $after,
    ))->toBeInstanceOf(Taken::class)->and($sitting->state())->toBe(State::CutOut)->and($sitting->next())->toBeNull()->and($sitting->until('test'))->toBeNull()
        ->and($sitting->take($entry(Entry::READING, ['key' => 'ambient_c', 'value' => 12]), $people['ada'], $after)->said)->toContain('This was cut out on')
        ->and($sitting->take(
            new Entry('late', Entry::READING, ['key' => 'ambient_c', 'value' => 13], $after->modify('-1 second'), 'Ada'), $people['ada'], $after,
        ))->toBeInstanceOf(Taken::class)
        ->and($sitting->take(
            $entry(Entry::NOTE, ['text' => 'The ends are in the yard.']), $people['ada'], $after,
        ))->toBeInstanceOf(Taken::class)->and($sitting->readings()->number('ambient_c'))->not->toBe(12.0);
});

it('knows who may read each kind of work, and which procedure is made for it', function (Kind $kind, string $may, string $mayNot) {
    expect(Diastoma\Core\Sitting\Rights::may($may, $kind->reads()))->toBeTrue()->and(Diastoma\Core\Sitting\Rights::may($mayNot, $kind->reads()))->toBeFalse();
})->with([
    [Kind::Joint, 'jointer', 'tester'], [Kind::Section, 'tester', 'jointer'], [Kind::Stretch, 'jointer', 'inspector'], [Kind::Day, 'tester', 'inspector'],
]);

it('opens no work of a kind that there is not, or by a procedure made for another', function (string $kind, string $field) {
    expect(fn () => Kind::of($kind, new HoldPoint))->toThrow(InvalidInput::class)->and(Kind::of('stretch', new HoldPoint))->toBe(Kind::Stretch);
    try {
        Kind::of($kind, new HoldPoint);
    } catch (InvalidInput $fault) {
        expect($fault->faults[0]['field'])->toBe($field);
    }
})->with([['joint', 'procedure'], ['poem', 'kind']]);

it('describes the columns of a row to the screen', function () {
    $spec = ReadingSpec::row('bolts', 'Bolts', [ReadingSpec::number('torque_nm', 'Torque', Unit::None, 0, 500)])->toArray(Rulebooks::iso()->units);
    expect($spec['kind'])->toBe('row')->and($spec['columns'][0]['key'])->toBe('torque_nm')
        ->and(ReadingSpec::yesNo('x', 'X')->toArray(Rulebooks::iso()->units))->not->toHaveKey('columns');
});

it('keeps what was judged under its version of the rulebook, only where it is finished and judged under another', function (
    string $state, ?string $own, bool $keeps,
) {
    expect(State::keepsVersion($state, $own, 'current'))->toBe($keeps);
})->with([
    ['accepted', 'older', true], ['overruled', 'older', true], ['stop', 'older', true], ['cut_out', 'older', true], ['mend', 'older', false],
    ['in_work', 'older', false], ['accepted', 'current', false], ['accepted', null, false],
]);
