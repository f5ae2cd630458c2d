<?php

declare(strict_types=1);

use Core\Tests\Net\Walk;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Layout\Numbers;
use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Yard\Kept;
use Diastoma\Core\Yard\PrintLine;
use Diastoma\Core\Yard\Stock;

/** @return array{pipe: string, number: string, length_m: float, batch: string, sound: bool, at: DateTimeImmutable, where: string} */
function pieceOf(string $number, float $length = 6.0, bool $sound = true, string $pipe = 'PVC PN 10 DN 300'): array
{
    return [
        'pipe' => $pipe, 'number' => $number, 'length_m' => $length, 'batch' => '', 'sound' => $sound, 'at' => new DateTimeImmutable('2026-11-20T08:00:00Z'),
        'where' => Kept::OPEN,
    ];
}

/** @param  list<array{string, array<string, mixed>}>  $rows */
function delivered(array $rows): Readings
{
    $good = (new Walk('yard.delivery'))->made();
    $at = $good->history[count($good->history) - 1]->takenAt;
    foreach ($rows as [$key, $row]) {
        $at = $at->modify('+10 seconds');
        $good = $good->with(new Reading($key, $row, $at, 'Crew'));
    }

    return $good;
}

/** @return array{string, string} */
function deliveryFound(Readings $readings, string $rule): array
{
    foreach ((new Walk('yard.delivery'))->verdict($readings)->findings as $f) {
        if ($f->rule === $rule) {
            return [$f->severity->value, $f->said];
        }
    }

    return ['none', ''];
}

it('lets be laid what is sound, here, and neither rejected nor on the line', function () {
    $free = Stock::free([pieceOf('A1'), pieceOf('A2'), pieceOf('A3', 6.0, false), pieceOf('A4'), pieceOf('A5')], ['a4'], [' A2 ']);
    expect(array_column($free, 'number'))->toBe(['A1', 'A5'])
        ->and(array_column(Stock::free([pieceOf('A1'), pieceOf('A1', 6.0, false)], [], []), 'number'))->toBe([]);
});

it('holds the need against the stock, by pipe and length; two rejects make two short', function () {
    $need = array_fill(0, 5, ['pipe' => 'PVC PN 10 DN 300', 'length_m' => 6.0]);
    $all = array_map(static fn (int $n): array => pieceOf("A{$n}", 6.01), range(1, 5));
    expect(Stock::against($need, $all))->toBe([['pipe' => 'PVC PN 10 DN 300', 'length_m' => 6.0, 'needed' => 5, 'in_yard' => 5, 'short' => 0]])
        ->and(Stock::against($need, Stock::free($all, [], ['A2', 'A4']))[0]['short'])->toBe(2)
        ->and(Stock::against([], [pieceOf('B1', 3.0)])[0])->toBe(['pipe' => 'PVC PN 10 DN 300', 'length_m' => 3.0, 'needed' => 0, 'in_yard' => 1, 'short' => 0])
        ->and(Stock::against($need, [pieceOf('B1', 6.06)]))->toHaveCount(2);
});

it('counts the days of sun of PE in the open', function (string $pipe, string $where, string $now, ?string $said) {
    $sun = Stock::sun($pipe, $where, new DateTimeImmutable('2026-01-01T00:00:00Z'), new DateTimeImmutable($now), 365.0);
    expect($sun['said'] ?? null)->toBe($said)->and($sun['is_over'] ?? false)->toBe($said === 'too long: do not lay it');
})->with([
    ['PE 100 SDR 11 dn 180', Kept::OPEN, '2026-01-01T00:00:00Z', '365 days left'], ['PE 100 SDR 11 dn 180', Kept::OPEN, '2027-01-01T00:00:00Z', '0 days left'],
    ['PE 100 SDR 11 dn 180', Kept::OPEN, '2027-01-02T00:00:00Z', 'too long: do not lay it'],
    ['PE 100 SDR 11 dn 180', Kept::COVERED, '2027-01-02T00:00:00Z', null],
    ['Ductile iron PN 16 DN 150', Kept::OPEN, '2027-01-02T00:00:00Z', null],
]);

it('needs what lies at no joint that is begun and has not come', function () {
    $pipe = static fn (string $n): array => ['number' => $n, 'pipe' => 'PVC', 'length_m' => 6.0];
    expect(Stock::needed([$pipe('P1'), $pipe('P2'), $pipe('A1')], ['p1'], [pieceOf('a1')]))->toBe([['pipe' => 'PVC', 'length_m' => 6.0]]);
});

it('lays no pipe that came as another', function () {
    expect(Stock::unlike([pieceOf('A1')], 'a1', 'PVC PN 10 DN 300'))->toBeNull()->and(Stock::unlike([], 'A1', 'GRP'))->toBeNull()
        ->and(Stock::unlike([pieceOf('A1')], 'A1', 'PVC PN 16 DN 300'))->toContain('came as PVC PN 10 DN 300');
});

it('says what a pipe came as, and that it is not to be joined where it is another or was damaged', function () {
    $here = 'PVC PN 10 DN 300';
    expect(PrintLine::of([], 'A1', $here))->toBeNull()
        ->and(PrintLine::of([[...pieceOf('A1'), 'batch' => 'B 7']], 'a1', $here))
        ->toBe(['number' => 'a1', 'fits' => true, 'said' => 'Came as PVC PN 10 DN 300, batch B 7. Its print line has to say the same.'])
        ->and(PrintLine::of([pieceOf('A1')], 'A1', 'PVC PN 16 DN 300'))
        ->toMatchArray(['fits' => false, 'said' => 'Came as PVC PN 10 DN 300; here lies PVC PN 16 DN 300. Read its print line, and take another.'])
        ->and(PrintLine::of([pieceOf('A1', sound: false)], 'A1', $here)['said'] ?? '')->toContain('do not join it')
        ->and(PrintLine::of([pieceOf('A1', sound: false), pieceOf('A1')], 'A1', $here)['fits'] ?? null)->toBeTrue() // entered again
        ->and(PrintLine::of([pieceOf('A1')], 'A1', $here, ['a1'])['said'] ?? '')->toContain('rejected')
        ->and(PrintLine::of([], 'A1', $here, ['A1'])['fits'] ?? null)->toBeFalse(); // whether or not the yard knew it
});

it('stands beside the reading of the print line in every procedure that has one', function (string $id) {
    $asked = array_filter((new Walk($id))->specs(new Readings), static fn ($spec): bool => $spec->instrument === ReadingSpec::PRINT_LINE);
    expect($asked)->toHaveCount(1);
})->with([
    'electrofusion.coupler', 'electrofusion.large_bore', 'electrofusion.tapping_tee', 'electrofusion.branch_saddle', 'gasketed.pvc_pressure',
    'gasketed.grp_coupling',
]);

it('knows what has run out on a day', function (string $useBy, bool $has) {
    expect(Stock::hasRunOut($useBy, new DateTimeImmutable('2026-11-23T10:00:00Z')))->toBe($has);
})->with([['2026-11-22', true], ['2026-11-23', false], ['', false], ['1.1.2020', false]]);

it('counts a delivery against its order, line by line', function () {
    $line = static fn (string $what, int $ordered, int $came): array => ['line', ['what' => $what, 'ordered' => (float) $ordered, 'came' => (float) $came]];
    expect(deliveryFound(delivered([$line('gaskets', 12, 10)]), 'yd.counted'))->toBe(['mend', '2 of gaskets short.'])
        ->and(deliveryFound(delivered([$line('gaskets', 12, 10), $line('gaskets', 12, 12)]), 'yd.counted')[0])->toBe('go')
        ->and(deliveryFound(delivered([$line('gaskets', 12, 13)]), 'yd.counted')[1])->toBe('1 of gaskets too many.');
});

it('keeps unloading shut until the note is signed', function () {
    $walk = new Walk('yard.delivery');
    $steps = static fn (Readings $r): array => $walk->procedure->steps(new Situation($r, $walk->facts(), $walk->rulebook));
    expect($steps(new Readings)[2]->gate?->said)->toContain('signed before')->and($steps($walk->made(['signed' => false]))[3]->gate)->not->toBeNull()
        ->and($steps($walk->made())[2]->gate)->toBeNull();
});

it('keeps gaskets neither too warm nor too cold', function (float $celsius, string $rule, string $severity) {
    $readings = (new Walk('yard.delivery'))->made();
    $at = $readings->history[count($readings->history) - 1]->takenAt;
    expect(deliveryFound($readings->with(new Reading('gasket_c', $celsius, $at, 'Crew')), $rule)[0])->toBe($severity);
})->with([
    [25.0, 'yd.gasket_hot', 'go'], [25.1, 'yd.gasket_hot', 'mend'], [-10.0, 'yd.gasket_cold', 'go'], [-10.1, 'yd.gasket_cold', 'mend'],
]);

it('takes a number once, and nothing that has run out', function () {
    $pipe = static fn (string $n, float $m, string $how = Kept::SOUND): array => [
        'pipe', ['pipe' => 'PVC PN 10 DN 300', 'number' => $n, 'length_m' => $m, 'sound' => $how],
    ];
    $part = static fn (string $day): array => ['part', ['kind' => 'gasket', 'what' => 'Ring', 'count' => 8.0, 'batch' => 'B', 'use_by' => $day]];
    expect(deliveryFound(delivered([$pipe('N1', 6.0), $pipe('N2', 6.0)]), 'yd.numbers')[0])->toBe('go')
        ->and(deliveryFound(delivered([$pipe('N1', 6.0), $pipe('n1', 3.0)]), 'yd.numbers')[0])->toBe('mend')
        ->and(deliveryFound(delivered([$pipe('N1', 6.0), $pipe('N1', 6.0, Kept::DAMAGED)]), 'yd.numbers')[0])->toBe('go')
        ->and(deliveryFound(delivered([$part('2026-11-23')]), 'yd.use_by')[0])->toBe('go')
        ->and(deliveryFound(delivered([$part('2026-11-22')]), 'yd.use_by')[0])->toBe('mend')
        ->and(deliveryFound(delivered([$part('31.5.2027')]), 'yd.use_by')[1])->toContain('is no day');
});

it('lays no pipe that was rejected', function () {
    $old = ['number' => 7, 'pipe_a' => 'P1', 'pipe_b' => 'P2'];
    Numbers::change($old, ['number' => 7, 'pipe_a' => 'P1', 'pipe_b' => 'N1'], [], ['P1', 'P2'], ['N2']);
    expect(static fn () => Numbers::change($old, ['number' => 7, 'pipe_a' => 'P1', 'pipe_b' => 'n2'], [], ['P1', 'P2'], ['N2']))
        ->toThrow(InvalidInput::class, 'was rejected');
});
