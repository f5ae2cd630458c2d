<?php

declare(strict_types=1);

use Core\Tests\Net\Walk;
use Diastoma\Core\Catalogue\Procedures;
use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Sitting\Entry;
use Diastoma\Core\Sitting\FrontPage;
use Diastoma\Core\Sitting\Kind;
use Diastoma\Core\Sitting\Sitting;
use Diastoma\Core\Sitting\Work;

/** @return array{FrontPage, Sitting} of a joint made well, but for what is given otherwise */
function frontPage(string $id, array $instead = [], string $by = 'Ada'): array
{
    $walk = new Walk($id);
    $entries = array_map(static fn (Reading $r, int $k): Entry => new Entry(
        "e{$k}", is_array($r->value) && isset($r->value['bolt']) ? Entry::ROW : Entry::READING,
        is_array($r->value) && isset($r->value['bolt']) ? ['key' => $r->key, 'row' => $r->value] : ['key' => $r->key, 'value' => $r->value], $r->takenAt, $by,
    ), $history = array_values($walk->made($instead)->history), array_keys($history));
    $sitting = Sitting::open(new Work(Kind::Joint, $walk->procedure, $walk->facts()), $entries, $walk->rulebook);

    return [new FrontPage($sitting, $entries), $sitting];
}

it('says of every joint made well who made it, and nothing against it', function (string $id) {
    [$front] = frontPage($id);
    expect($front->against())->toBe([])->and($front->names()[0]['name'])->toBe('Ada')->and($front->names()[0]['did'])->toContain('answers');
    foreach ($front->rings() as $ring) {
        expect(count($ring['values']))->toBeGreaterThanOrEqual(3)->and($ring['severity'])->toBe(Severity::Go)->and($ring['title'])->not->toBe('');
    }
    $moments = array_column($front->moments(), 'at');
    $sorted = $moments;
    sort($sorted);
    expect($moments)->toEqual($sorted)->and(count($front->nearest()))->toBeGreaterThan(0);
})->with(array_values(array_filter(Procedures::ids(), static fn (string $id): bool => Procedures::find($id)?->kind() === 'joint')));

it('draws a coupler: marks as they were read, four rings, each moment by a name of its own', function () {
    [$front, $sitting] = frontPage('electrofusion.coupler');
    expect($front->marks()[0]['mm'])->toBe($sitting->readings()->number('stab_mark_a_mm'))
        ->and(array_column($front->rings(), 'is_across'))->toBe([true, true, false, false])
        ->and(array_column($front->moments(), 'title'))->toContain('May be tested from');
    [$large] = frontPage('electrofusion.large_bore');
    $titles = array_column($large->moments(), 'title');
    expect($titles)->toContain('Restraint 3: wiped')->and(array_unique($titles))->toHaveCount(count($titles));
});

it('shows the last torque of each bolt in the order of the bolts', function () {
    [$front] = frontPage('mechanical.flange');
    $bolts = array_values(array_filter($front->rings(), static fn (array $r): bool => $r['unit']->value === 'N·m' || str_contains($r['title'], 'Bolt')));
    expect($bolts)->toHaveCount(1)->and($bolts[0]['values'])->toHaveCount(4)->and(min($bolts[0]['values']))->toBeGreaterThan(55.0);
});

it('says the worst first, and never when a joint may be tested that is not as it should be', function () {
    [$front] = frontPage('electrofusion.coupler', ['gouge_a_mm' => 9.0, 'ambient_c' => 60.0]);
    $against = $front->against();
    expect($against[0]->severity)->toBe(Severity::worst(array_map(static fn (Finding $f): Severity => $f->severity, $against)))
        ->and(array_column($front->moments(), 'title'))->not->toContain('May be tested from')->not->toContain('May be released from');
});
