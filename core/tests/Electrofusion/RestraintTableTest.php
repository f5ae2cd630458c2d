<?php

declare(strict_types=1);

use Core\Tests\Work;
use Diastoma\Core\Electrofusion\Diagnosis\TraceClass;
use Diastoma\Core\Electrofusion\LargeBore\FittingKind;
use Diastoma\Core\Electrofusion\LargeBore\LargeBore;
use Diastoma\Core\Electrofusion\LargeBore\Restraints;

/** @return array{title: string, columns: list<string>, rows: list<array<string, mixed>>} */
function restraintTable(Work $work): array
{
    [$table] = (new LargeBore)->tables($work->situation());

    return $table->drawn($work->steps(), $work->verdict(), $work->situation());
}

it('shows three restraints on each end in one table, with what was read of each', function () {
    $table = restraintTable(Work::restrained(2));
    expect(array_column($table['rows'], 'title'))->toBe(array_map(static fn (int $k): string => "Restraint {$k}", range(1, 6)))
        ->and(array_column($table['rows'], 'on'))->toBe(['End A', 'End A', 'End A', 'End B', 'End B', 'End B'])
        ->and($table['columns'])->toBe(['Prepared', 'Dry', 'Label', 'Unit shows', 'Fused', 'Cold']);
    [$first, , $third] = $table['rows'];
    expect($first['cells'][2]['said'])->toBe('40 V · 120 s · 15 min')->and($third['cells'][2]['said'])->toBe('')
        ->and($first['cells'][4]['at'])->not->toBeNull()->and($third['cells'][4]['at'])->toBeNull();
});

it('says of each restraint when it is cold, as the clock has it', function () {
    $six = Work::restrained(6);
    $cold = array_map(static fn (array $row): string => $row['cells'][5]['at'], restraintTable($six)['rows']);
    expect(max($cold))->toBe(Restraints::coldAt($six->situation())?->format(DATE_RFC3339))->and(array_unique($cold))->toHaveCount(6);
});

it('opens a row where it still asks for something, and counts what', function () {
    $rows = restraintTable(Work::restrained(1))['rows'];
    // its footprint, its strap and its drying were not answered; what it was fused with was
    expect($rows[0]['step'])->toBe('r1_prepare')->and($rows[0]['missing'])->toBe(array_sum(array_column($rows[0]['cells'], 'left')))->toBeGreaterThan(0)
        ->and($rows[0]['cells'][4]['left'])->toBe(0)->and($rows[1]['cells'][4]['left'])->toBe(1);
    $done = Work::restrained(1)->read('r1_ink_gone', true)->read('r1_seated', true)->read('r1_wiped_at', '2026-11-23T08:00:00+00:00')
        ->read('r1_dry_at', '2026-11-23T08:05:00+00:00')->read('r2_ink_gone', true);
    expect(restraintTable($done)['rows'][0]['cells'][0])->toMatchArray(['said' => 'yes', 'left' => 0]);
});

it('marks the cell in which something is wrong, and no other', function () {
    [$weld] = Restraints::welds();
    $bad = Work::restrained(0)->read('r2_seated', false)->label($weld, 40, 2.2, 120)->read('r1_printed_cooling_min', 15.0)
        ->fused($weld, 40, 2.2, 120, TraceClass::EarlyStop);
    [$first, $second, $third] = restraintTable($bad)['rows'];
    expect($second['cells'][0])->toMatchArray(['said' => 'no', 'severity' => 'mend'])->and($first['cells'][4]['severity'])->toBe('stop')
        ->and(array_filter(array_column($third['cells'], 'severity')))->toBe([]);
});

it('shows no table where pipes are drawn in without restraints', function () {
    expect((new LargeBore)->tables(Work::restrained(0)->read('fitting_pull', FittingKind::PUSHED)->situation()))->toBe([]);
});
