<?php

declare(strict_types=1);

use Diastoma\Core\Sitting\AlongRights;
use Diastoma\Core\Sitting\Entry;
use Diastoma\Core\Sitting\Overtaken;

$at = static fn (string $moment): DateTimeImmutable => new DateTimeImmutable("2026-11-26T{$moment}Z");
$entry = static fn (string $id, string $by, string $moment, mixed $value = 12, string $kind = Entry::READING, string $key = 'ambient_c'): Entry => new Entry(
    $id, $kind, ['key' => $key, 'value' => $value], $at($moment), $by,
);

it('lets rights of a taking hold for a day from it, and for nothing before', function (string $moment, bool $holds) {
    $rights = new AlongRights('jointer', new DateTimeImmutable('2026-11-26T07:00:00Z'), null);
    expect($rights->holdAt(new DateTimeImmutable($moment)))->toBe($holds);
})->with([
    ['2026-11-26T06:59:59Z', false], ['2026-11-26T07:00:00Z', true], ['2026-11-27T07:00:00Z', true], ['2026-11-27T07:00:01Z', false],
]);

it('lets another hand in what was made under a taking, and never a signature or an overrule', function () use ($at) {
    $rights = new AlongRights('jointer', $at('07:00:00'), null);
    $may = static fn (string $kind, ?AlongRights $by, string $moment = '10:00:00'): bool => AlongRights::handInRefusal($kind, $by, $at($moment)) === null;
    expect($may(Entry::READING, $rights))->toBeTrue()->and($may(Entry::LIST, $rights))->toBeTrue()->and($may(Entry::SIGNATURE, $rights))->toBeFalse()
        ->and($may(Entry::OVERRULE, $rights))->toBeFalse()->and($may(Entry::READING, null))->toBeFalse()
        ->and($may(Entry::READING, $rights, '06:59:59'))->toBeFalse();
});

it('ends rights of a taking when somebody is taken off the job, and lets a supervisor hand in what they read after', function () use ($at) {
    $rights = new AlongRights('jointer', $at('07:00:00'), null, $at('10:00:00'));
    expect($rights->holdAt($at('09:59:00')))->toBeTrue()->and($rights->holdAt($at('10:02:00')))->toBeTrue()->and($rights->holdAt($at('10:02:01')))->toBeFalse()
        ->and(AlongRights::handInRefusal(Entry::READING, $rights, $at('11:00:00')))->toBeNull();
});

// Found: a supervisor who had been taken off the job handed in an overrule from a taking 40 days old, dated inside its day.
it('takes no judgement by rights of a day that is over, nor of somebody who is on the job no more', function () {
    $taken = new DateTimeImmutable('2026-11-26T07:00:00Z');
    [$made, $soon, $late] = [$taken->modify('+2 hours'), $taken->modify('+23 hours'), $taken->modify('+40 days')];
    $jointerNow = new AlongRights('supervisor', $taken, 'jointer');
    $off = new AlongRights('supervisor', $taken, null, $taken->modify('+3 hours'));
    foreach ([Entry::OVERRULE, Entry::SIGNATURE, Entry::CUT_OUT] as $kind) {
        expect($jointerNow->holdFor($kind, $made, $soon))->toBeTrue()->and($jointerNow->holdFor($kind, $made, $late))->toBeFalse()
            ->and($jointerNow->judgementRefusal($kind))->toBeNull()->and($off->judgementRefusal($kind))->toContain('on this job no more')
            ->and(AlongRights::handInRefusal($kind, $off, $made))->toContain('handed in by nobody');
    }
    expect($jointerNow->holdFor(Entry::READING, $made, $late))->toBeTrue()->and($off->judgementRefusal(Entry::READING))->toBeNull();
});

it('marks rights that are others by now, in words', function () use ($at) {
    expect((new AlongRights('jointer', $at('07:00:00'), 'jointer'))->mark())->toBeNull();
    $mark = static fn (?string $now): ?array => (new AlongRights('supervisor', $at('07:00:00'), $now))->mark();
    expect(AlongRights::said(['rights' => $mark('jointer')]))->toBe('Entered as supervisor, by the rights of 2026-11-26 07:00; is jointer now.')
        ->and(AlongRights::said(['rights' => $mark(null), 'handed_in_by' => 'Vera']))->toBe(
            'Entered as supervisor, by the rights of 2026-11-26 07:00; has left the job since. Handed in by Vera.',
        )
        ->and(AlongRights::said(['handed_in_by' => 'Vera']))->toBe('Handed in by Vera.')
        ->and(AlongRights::said([]))->toBeNull()->and(AlongRights::said(['rights' => 'all of them']))->toBeNull();
});

it('says which of one’s answers somebody else has given again since', function () use ($entry) {
    $mine = $entry('m', 'Ada', '10:00:00');
    expect(Overtaken::of([$entry('o', 'Olaf', '10:05:00', 14), $mine], 'm'))->toHaveCount(1) // whichever arrived first
        ->and(Overtaken::of([$mine, $entry('o', 'Olaf', '10:05:00', 14)], 'm')[0])->toMatchArray(['key' => 'ambient_c', 'by' => 'Olaf'])
        ->and(Overtaken::of([$mine, $entry('o', 'Olaf', '09:55:00', 14)], 'm'))->toBe([])
        ->and(Overtaken::of([$mine, $entry('n', 'Ada', '10:05:00', 14)], 'm'))->toBe([])
        ->and(Overtaken::of([$mine, $entry('o', 'Olaf', '10:05:00', true, key: 'sheltered')], 'm'))->toBe([])
        ->and(Overtaken::of([$mine], 'x'))->toBe([]);
    $list = new Entry('l', Entry::LIST, ['step' => 's', 'values' => [['key' => 'a', 'value' => true], ['key' => 'b', 'value' => true]]],
        new DateTimeImmutable('2026-11-26T10:00:00Z'), 'Ada');
    expect(array_column(Overtaken::of([$list, $entry('o', 'Olaf', '10:05:00', false, key: 'b')], 'l'), 'key'))->toBe(['b']);
});
