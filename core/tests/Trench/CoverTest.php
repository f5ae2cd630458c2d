<?php

declare(strict_types=1);

use Core\Tests\Net\Walk;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Rulebook\Overrule;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Trench\Backfill\Particle;
use Diastoma\Core\Trench\Cover;
use Diastoma\Core\Trench\Deflection\Advice;
use Diastoma\Core\Trench\Deflection\Embedment;
use Diastoma\Core\Trench\Inspections;
use Diastoma\Core\Trench\Rules\CoverRises;
use Diastoma\Core\Trench\Stage;
use Diastoma\Core\Trench\Stretch;
use Diastoma\Core\Trench\Ways;

/** @param  array<string, mixed>  $facts */
function coverWalk(array $facts = []): Walk
{
    return (new Walk('cover.stretch'))->knowing(['dn_mm' => 300.0, 'od_largest_mm' => 315.0, 'material' => 'PVC', ...$facts]);
}

/** @return array{string, string, string} severity, what was said, what to do */
function coverFound(Walk $walk, Readings $readings, string $rule): array
{
    foreach ($walk->verdict($readings)->findings as $f) {
        if ($f->rule === $rule) {
            return [$f->severity->value, $f->said, $f->todo];
        }
    }

    return ['none', '', ''];
}

/** @param  list<array<string, mixed>>  $rows  after all else, a minute apart */
function coverRows(Readings $readings, string $key, array $rows): Readings
{
    $at = $readings->history[count($readings->history) - 1]->takenAt;
    foreach ($rows as $row) {
        $at = $at->modify('+1 minute');
        $readings = $readings->with(new Reading($key, $row, $at, 'Crew'));
    }

    return $readings;
}

function coverWithout(Readings $readings, string ...$keys): Readings
{
    return new Readings(array_values(array_filter($readings->history, static fn (Reading $r): bool => ! in_array($r->key, $keys, true))), $readings->overrules);
}

function coverStep(Walk $walk, Readings $readings, string $id): Step
{
    foreach ($walk->procedure->steps(new Situation($readings, $walk->facts(), $walk->rulebook)) as $step) {
        if ($step->id === $id) {
            return $step;
        }
    }

    throw new LogicException($id);
}

it('covers pipe of every material that bends, and pipe that does not', function (string $material, bool $bends) {
    $walk = coverWalk(['material' => $material]);
    $good = $walk->made();
    expect($walk->verdict($good)->isAccepted())->toBeTrue(json_encode(Walk::found($walk->verdict($good))))
        ->and($good->has('bore_full'))->toBe($bends);
})->with([['PVC', true], ['GRP', true], ['PE 100', true], ['Corrugated HDPE', true], ['Ductile iron', true], ['Steel', true], ['Concrete', false]]);

it('limits the deflection by what the pipe is of, at full cover and after thirty days', function (string $material, float $percent, float $later) {
    $walk = coverWalk(['material' => $material]);
    $full = static fn (float $share): Readings => coverRows($walk->made(), 'bore_full', [['station_m' => 10.0, 'vertical_mm' => 270 * (1 - $share / 100)]]);
    expect(coverFound($walk, $full($percent), 'tr.bore_full')[0])->toBe('go')
        ->and(coverFound($walk, $full($percent + 0.01), 'tr.bore_full')[0])->toBe('stop');
    $late = static fn (float $share): Readings => coverRows($walk->made(), 'bore_late', [['station_m' => 10.0, 'vertical_mm' => 270 * (1 - $share / 100)]]);
    expect(coverFound($walk, $late($later), 'tr.bore_late')[0])->toBe('go')
        ->and(coverFound($walk, $late($later + 0.01), 'tr.bore_late')[0])->toBe('stop');
})->with([['PVC', 5.0, 7.5], ['GRP', 3.0, 5.0], ['Ductile iron', 3.0, 3.0]]);

it('lets nothing over the pipe before the sides stand at its crown, and no surface before it is full', function () {
    $walk = coverWalk();
    $good = $walk->made();
    $layers = $good->all('side');
    $one = new Readings(array_values(array_filter($good->history, static fn (Reading $r): bool => $r->key !== 'side' || $r === $layers[0])));
    foreach (['crown' => 'up to the crown', 'over' => 'up to the crown'] as $step => $said) {
        expect(coverStep($walk, $one, $step)->gate?->said)->toContain($said);
    }
    expect(coverStep($walk, coverWithout($good, 'bore_crown'), 'over')->gate?->said)->toContain('“Inside, at the crown” comes first');
    $half = coverRows(coverWithout($good, 'over'), 'over', [['thickness_mm' => 150.0, 'apart_mm' => 0.0, 'cover_mm' => 140.0, 'plant' => Ways::LIGHT]]);
    expect(coverStep($walk, $half, 'surface')->gate?->said)->toContain('up to the surface')
        ->and(coverStep($walk, $good, 'surface')->gate?->shutsAt)->not->toBeNull();
});

it('shuts the trench when its inspection has run out, when it rained, and when it was found unsafe', function () {
    $walk = coverWalk();
    $good = $walk->made();
    $inspected = $good->reading(Inspections::KEY)?->takenAt ?? throw new LogicException;
    $gate = coverStep($walk, $good, 'bed')->gate ?? throw new LogicException;
    expect($gate->isShutAt($inspected->modify('+11 hours 59 minutes')))->toBeFalse()->and($gate->isShutAt($inspected->modify('+12 hours')))->toBeTrue();

    $rain = $good->with(new Reading(Inspections::CHANGED, $inspected->modify('+3 hours')->format(DATE_RFC3339), $inspected->modify('+3 hours'), 'Crew'));
    expect(coverStep($walk, $rain, 'bed')->gate?->isShutAt($inspected->modify('+4 hours')))->toBeTrue()
        ->and(coverFound($walk, $rain, 'tr.inspected')[0])->toBe('stop');
    $again = $rain->with(new Reading(Inspections::KEY, ['occasion' => 'after rain', 'safe' => true], $inspected->modify('+5 hours'), 'Crew'));
    expect(coverStep($walk, $again, 'bed')->gate?->isShutAt($inspected->modify('+6 hours')))->toBeFalse()
        ->and(coverFound($walk, $again, 'tr.inspected')[0])->toBe('go');
    $unsafe = $again->with(new Reading(Inspections::KEY, ['occasion' => 'before work', 'safe' => false], $inspected->modify('+7 hours'), 'Crew'));
    expect(coverStep($walk, $unsafe, 'bed')->gate?->isShutAt($inspected->modify('+8 hours')))->toBeTrue();
});

it('sees work in a trench that nobody had inspected, however late it arrives', function () {
    $walk = coverWalk();
    $good = $walk->made();
    $inspected = $good->reading(Inspections::KEY)?->takenAt ?? throw new LogicException;
    foreach (['-1 hour' => 'stop', '+11 hours' => 'go', '+12 hours' => 'stop'] as $when => $severity) {
        $late = $good->with(new Reading('haunched', true, $inspected->modify($when), 'Crew'));
        expect(coverFound($walk, $late, 'tr.worked')[0])->toBe($severity, $when);
    }
});

it('judges what keeps the sides up', function (array $instead, string $severity, string $said) {
    $walk = coverWalk();
    $found = coverFound($walk, $walk->made($instead), 'tr.sides');
    expect($found[0])->toBe($severity, $found[1])->and($found[1])->toContain($said);
})->with([
    'deep, bare' => [['protection' => Ways::BARE], 'stop', 'nothing keeps them up'],
    'just shallow enough' => [['depth_m' => 1.52, 'protection' => Ways::BARE], 'go', 'they hold'],
    'five feet' => [['depth_m' => 1.524, 'protection' => Ways::BARE], 'stop', 'nothing keeps them up'],
    'bare rock' => [['ground' => Ways::ROCK, 'protection' => Ways::BARE], 'go', 'stable rock'],
    'water lowers it to C' => [['dry_sides' => false], 'stop', '1.5 to 1 wanted'],
    'vibration lowers it to B' => [['no_vibration' => false], 'stop', '1 to 1 wanted'],
    'laid back enough for C' => [['dry_sides' => false, 'slope_run' => 1.5], 'go', 'type C'],
    'benches in C' => [['dry_sides' => false, 'protection' => Ways::BENCHED, 'slope_run' => 2.0], 'stop', 'benches do not stand'],
    'benches in A' => [['protection' => Ways::BENCHED], 'go', 'they hold'],
    'twenty feet' => [['depth_m' => 6.096], 'go', 'they hold'],
    'deeper' => [['depth_m' => 6.1], 'stop', 'deeper than 6.1 m'],
    'deeper by an engineer' => [['depth_m' => 7.0, 'protection' => Ways::ENGINEERED], 'go', 'they hold'],
]);

it('wants a ladder from four feet on', function () {
    $keys = static fn (float $depth): array => array_column(coverStep(coverWalk(), coverWalk()->made(['depth_m' => $depth]), 'sides')->readings, 'key');
    expect($keys(1.21))->not->toContain('ladder_m')->and($keys(1.22))->toContain('ladder_m');
});

it('refuses a stone of 60 mm at DN 300, and one a little too large', function (string $material, float $largest) {
    $walk = coverWalk(['material' => $material]);
    expect(coverFound($walk, $walk->made(['stone_mm' => 60.0]), 'tr.stone')[0])->toBe('stop')
        ->and(coverFound($walk, $walk->made(['stone_mm' => $largest]), 'tr.stone')[0])->toBe('go')
        ->and(coverFound($walk, $walk->made(['stone_mm' => $largest + 0.1]), 'tr.stone')[0])->toBe('stop');
})->with([['GRP', 25.0], ['PVC', 20.0], ['Concrete', 40.0]]);

it('keeps the backfill shut while a joint is not accepted, unless a supervisor says so', function () {
    $walk = coverWalk(['open_joints' => 2]);
    $made = $walk->made();
    expect($made->has('haunched'))->toBeFalse()->and(coverStep($walk, $made, 'haunch')->gate?->said)->toContain('2 joints of this stretch are not accepted');
    $word = new Overrule('tr.joints', 'Vera', 'supervisor', 'The owner agreed on site', new DateTimeImmutable('2026-11-23T09:00:00Z'), Severity::Stop);
    expect(coverStep($walk, new Readings($made->history, [$word]), 'haunch')->gate?->opensAt)->toBeNull()
        ->and(coverStep($walk, new Readings($made->history, [$word]), 'haunch')->gate?->shutsAt)->not->toBeNull();
    $seen = $made->with(new Reading('joints_seen', true, new DateTimeImmutable('2026-11-23T09:05:00Z'), 'Crew'));
    expect(coverFound($walk, $seen, 'tr.joints')[0])->toBe('stop')
        ->and(coverFound($walk, new Readings($seen->history, [$word]), 'tr.joints')[0])->toBe('watch');
});

it('judges by the joints that were open when they were looked at, not by those of today', function () {
    $walk = coverWalk(['open_joints' => 3]);
    $seen = coverWalk()->made()->with(new Reading('open_joints', 0.0, new DateTimeImmutable('2026-11-23T09:05:00Z'), 'Crew'));
    expect(coverFound($walk, $seen, 'tr.joints')[0])->toBe('go')
        ->and($walk->procedure->witnessed(new Situation($seen, $walk->facts(), $walk->rulebook), 'joints_seen'))->toBe(['open_joints' => 3.0]);
});

it('has a layer short of density compacted and tested again, and keeps the test that failed', function () {
    $walk = coverWalk();
    $good = $walk->made();
    $test = static fn (float $wet): array => ['layer' => 1.0, 'by' => 'sand cone', 'wet_t_m3' => $wet, 'moisture_percent' => 10.0, 'maximum_t_m3' => 1.95];
    $short = coverRows($good, 'side_density', [$test(1.8)]);
    expect(coverFound($walk, $short, 'tr.side.density')[0])->toBe('mend')
        ->and(coverFound($walk, $short, 'tr.side.density')[2])->toContain('Change the method');
    $again = coverFound($walk, coverRows($short, 'side_density', [$test(1.95)]), 'tr.side.density');
    expect($again[0])->toBe('go')->and($again[1])->toContain('Layer 1 reached it when compacted again');
    // 90 % of 1.95 is 1.755; wet at 10 % 1.9305
    expect(coverFound($walk, coverRows($good, 'side_density', [$test(1.9305)]), 'tr.side.density')[0])->toBe('go')
        ->and(coverFound($walk, coverRows($good, 'side_density', [$test(1.9304)]), 'tr.side.density')[0])->toBe('mend')
        ->and(coverFound($walk, coverRows($good, 'side_density', [$test(2.5)]), 'tr.side.density')[1])->toContain('Denser than the laboratory');
});

it('wants every layer tested before the next covers it', function () {
    $walk = coverWalk();
    $good = $walk->made();
    $more = coverRows($good, 'over', [['thickness_mm' => 150.0, 'apart_mm' => 0.0, 'cover_mm' => 1365.0, 'plant' => Ways::LIGHT]]);
    expect(coverFound($walk, $more, 'tr.over.density')[1])->toContain('has no density test');
});

it('stops plant that is too heavy for its cover', function (string $plant, float $cover, string $severity) {
    $walk = coverWalk();
    $row = ['thickness_mm' => 150.0, 'apart_mm' => 0.0, 'cover_mm' => $cover, 'plant' => $plant];
    expect(coverFound($walk, coverRows(coverWithout($walk->made(), 'over'), 'over', [$row]), 'tr.over.plant')[0])->toBe($severity);
})->with([
    [Ways::HEAVY, 600.0, 'stop'], [Ways::HEAVY, 899.0, 'stop'], [Ways::HEAVY, 900.0, 'go'], [Ways::MEDIUM, 299.0, 'stop'], [Ways::MEDIUM, 300.0, 'go'],
    [Ways::LIGHT, 50.0, 'go'], [Ways::HAND, 10.0, 'go'],
]);

it('does not believe a cover that falls, or grows by more than its layer', function () {
    $walk = coverWalk();
    $bare = coverWithout($walk->made(), 'over');
    $row = static fn (float $cover): array => ['thickness_mm' => 150.0, 'apart_mm' => 0.0, 'cover_mm' => $cover, 'plant' => Ways::LIGHT];
    $rule = static fn (array $rows): string => coverFound($walk, coverRows($bare, 'over', $rows), 'tr.over.cover')[1];
    expect($rule([$row(130.0), $row(100.0)]))->toContain('cannot be')->and($rule([$row(600.0)]))->toContain('cannot be')
        ->and($rule([$row(130.0), $row(260.0)]))->toContain('so far');
    $s = new Situation(coverRows($bare, 'over', [$row(130.0)]), $walk->facts(), $walk->rulebook);
    expect(CoverRises::lacksMm($s))->toEqualWithDelta(1000 * (new Stretch($s))->fullCoverM() - 50 - 130, 1e-6);
});

it('sees over-compaction as a rising crown, and the advice brings it back', function () {
    $walk = coverWalk();
    $laid = coverWithout($walk->made(), 'bore_crown', 'bore_full');
    $crown = static fn (Readings $r, float $v): Readings => coverRows($r, 'bore_crown', [['station_m' => 10.0, 'vertical_mm' => $v]]);
    $risen = $crown($laid, 273.8); // 270 as laid: 1.4 %
    $found = coverFound($walk, $risen, 'tr.bore_crown');
    expect($found[0])->toBe('mend')->and($found[1])->toContain('rose by 1.41 %')->and($found[2])->toContain('Compact the sides less')
        ->and(Advice::of(new Situation($risen, $walk->facts(), $walk->rulebook)))->toContain('The crown rose 1.4 %')
        ->and(coverFound($walk, $crown($laid, 272.7), 'tr.bore_crown')[0])->toBe('go') // 1.0 %
        ->and(coverFound($walk, $crown($risen, 271.0), 'tr.bore_crown')[0])->toBe('go');
});

it('says what the trend asks for, stage by stage', function (?float $crown, ?float $full, string $said) {
    $walk = coverWalk();
    $readings = coverWithout($walk->made(), 'bore_crown', 'bore_full');
    $readings = $crown === null ? $readings : coverRows($readings, 'bore_crown', [['station_m' => 10.0, 'vertical_mm' => $crown]]);
    $readings = $full === null ? $readings : coverRows($readings, 'bore_full', [['station_m' => 10.0, 'vertical_mm' => $full]]);
    expect(Advice::of(new Situation($readings, $walk->facts(), $walk->rulebook)))->toContain($said);
})->with([
    [null, null, 'Read the same places'], [270.5, null, 'Go on as you do'], [262.0, null, 'flattens before it bears cover'],
    [271.0, 262.0, 'fell fast'], [271.0, 266.0, 'after 30 days'], [271.0, 250.0, 'Dig down to the crown'],
]);

it('lays the planned trench out by the standard of its rulebook, and counts benches by their overall slope', function () {
    $volume = static fn (string $rulebook): float => (new Stretch(new Situation(
        new Readings, (new Walk('cover.stretch', $rulebook))->facts(), (new Walk('cover.stretch', $rulebook))->rulebook,
    )))->planned()->excavationM3 ?? 0.0;
    // 40 m × 1.8 m, dn 180 of 181.1 mm: 900 mm by depth; 181.1 mm + 16 in
    expect($volume('iso'))->toEqualWithDelta(40 * 1.8 * 0.9, 1e-9)->and($volume('us'))->toEqualWithDelta(40 * 1.8 * 0.5875, 1e-9);
    $walk = coverWalk();
    $benched = $walk->made(['protection' => Ways::BENCHED]);
    expect((new Stretch(new Situation($benched, $walk->facts(), $walk->rulebook)))->slope())->toBe(0.8);
});

it('says of each joint which stretch holds it', function (float $station, bool $first, bool $last) {
    expect(Cover::holds($station, 0.0, 18.0, 48.0))->toBe($first)->and(Cover::holds($station, 18.0, 48.0, 48.0))->toBe($last);
})->with([[0.0, true, false], [12.0, true, false], [18.0, false, true], [48.0, false, true], [48.5, false, false]]);

it('takes what it does not know for pipe that a stone hurts', function (string $material, float $largest) {
    expect(Particle::of($material)->largestMm(300.0))->toBe($largest);
})->with([
    ['Composite DN 100', 20.0], ['PE 100', 20.0], ['corrugated_hdpe', 20.0], ['GRP', 25.0], ['ductile_iron', 40.0], ['Concrete', 40.0],
    ['Asbestos cement', 40.0],
]);

it('is opened between two stations of a main, not over another', function (?float $from, ?float $to, ?float $length, ?float $depth, ?string $field) {
    $open = static fn () => (new Cover)->mustOpen($from, $to, $length, $depth, [['title' => 'One', 'from_m' => 0.0, 'to_m' => 18.0]]);
    try {
        $open();
        expect($field)->toBeNull();
    } catch (InvalidInput $fault) {
        expect($fault->faults[0]['field'])->toBe($field);
    }
})->with([
    'good' => [18.0, 36.0, 48.0, 1.6, null], 'over it' => [17.0, 36.0, 48.0, 1.6, 'from_m'], 'on no main' => [18.0, 36.0, null, 1.6, 'from_m'],
    'beyond' => [18.0, 49.0, 48.0, 1.6, 'from_m'], 'no depth' => [18.0, 36.0, 48.0, null, 'facts.depth_m'],
    'too deep' => [18.0, 36.0, 48.0, 160.0, 'facts.depth_m'],
]);

it('wants the same places read again', function () {
    $walk = coverWalk();
    $more = coverRows($walk->made(), 'bore_laid', [['station_m' => 30.0, 'vertical_mm' => 270.0, 'horizontal_mm' => 270.0]]);
    expect(coverFound($walk, $more, 'tr.bore_full.places')[1])->toContain('Still to read: 30 m');
    $other = coverRows($walk->made(), 'bore_full', [['station_m' => 12.0, 'vertical_mm' => 268.0]]);
    expect(coverFound($walk, $other, 'tr.bore_full.places')[1])->toContain('Not read as laid: 12 m');
});

it('predicts the deflection by the soil and the density that were measured', function () {
    // 1.8 m deep, bedding 120 mm, pipe 315 mm: cover 1.365 m of 18.85 kN/m³ is 25.73 kPa; SN 2, silt dumped below 85 %: 200 psi, 1378.95 kPa
    $walk = coverWalk();
    $good = $walk->made(['material' => Embedment::Fine->said(), 'sn_kn_m2' => 2.0]);
    $layers = count($good->all('side'));
    $loose = coverRows($good, 'side_density', array_map(static fn (int $n): array => [
        'layer' => (float) $n, 'by' => 'sand cone', 'wet_t_m3' => 1.8, 'moisture_percent' => 10.0, 'maximum_t_m3' => 1.95,
    ], range(1, $layers)));
    $wanted = 10 * 1.365 * 18.85 / (16 + 0.061 * 200 * 6.894757293);
    $found = array_values(array_filter($walk->verdict($loose)->findings, static fn ($f): bool => $f->rule === 'tr.predicted'));
    expect($found)->toHaveCount(1)->and($found[0]->measured)->toEqualWithDelta($wanted, 1e-6);
    $tight = $walk->knowing(['depth_m' => 6.0]);
    expect(coverFound($walk, $loose, 'tr.predicted')[0])->toBe('go')
        ->and(coverFound(
            coverWalk(['depth_m' => 6.0]), coverRows($tight->made(['material' => Embedment::Fine->said(), 'sn_kn_m2' => 2.0]), 'side_density', array_map(
                static fn (int $n): array => ['layer' => (float) $n, 'by' => 'other', 'wet_t_m3' => 1.8, 'moisture_percent' => 10.0, 'maximum_t_m3' => 1.95],
                range(1, $layers),
            )), 'tr.predicted')[0])->toBe('mend');
});

it('knows how far a stretch is', function () {
    $seen = [];
    $history = coverWalk()->made()->history;
    foreach (range(0, count($history)) as $so) {
        $seen[] = Stage::of(new Readings(array_slice($history, 0, $so)))->value;
    }
    expect(array_values(array_unique($seen)))->toBe(array_column(Stage::cases(), 'value'));
});

it('has a stretch read again thirty days after full cover', function () {
    $walk = coverWalk();
    $good = $walk->made();
    $full = $good->reading('bore_full')?->takenAt ?? throw new LogicException;
    $gate = coverStep($walk, $good, 'late')->gate;
    expect($gate?->isShutAt($full->modify('+29 days')))->toBeTrue()->and($gate?->isShutAt($full->modify('+30 days')))->toBeFalse()
        ->and($walk->verdict($good)->clocks)->toHaveCount(1)->and($walk->verdict($good)->isAccepted())->toBeTrue();
    $late = static fn (float $percent): Readings => coverRows($good, 'bore_late', [['station_m' => 10.0, 'vertical_mm' => 270 * (1 - $percent / 100)]]);
    expect(coverFound($walk, $late(7.5), 'tr.bore_late')[0])->toBe('go')->and(coverFound($walk, $late(7.6), 'tr.bore_late')[0])->toBe('stop')
        ->and($walk->verdict($late(6.0))->clocks)->toBe([]);
});

it('asks for width by the standard of its rulebook', function (string $rulebook, string $material, string $rule) {
    $walk = (new Walk('cover.stretch', $rulebook))->knowing(['dn_mm' => 300.0, 'od_largest_mm' => 315.0, 'material' => $material]);
    expect((new Stretch(new Situation(new Readings, $walk->facts(), $walk->rulebook)))->leastWidth()->rule)->toContain($rule);
})->with([['iso', 'PVC', 'by depth (table 2)'], ['us', 'PVC', 'outside diameter + 16 in'], ['us', 'Ductile iron', 'nominal size + 24 in']]);

it('lets no layer be thicker than its rulebook allows', function (string $rulebook, float $most) {
    $walk = new Walk('cover.stretch', $rulebook);
    $layer = static fn (float $mm): string => coverFound($walk, coverRows($walk->made(), 'side', [
        ['thickness_mm' => $mm, 'apart_mm' => 0.0, 'plant' => Ways::LIGHT],
    ]), 'tr.side.layers')[0];
    expect($layer($most))->toBe('go')->and($layer($most + 1))->toBe('mend');
})->with([['iso', 300.0], ['us', 152.4]]);

it('does not let one side stand more than a layer above the other', function () {
    $walk = coverWalk();
    $layer = static fn (float $apart): string => coverFound($walk, coverRows($walk->made(), 'side', [
        ['thickness_mm' => 150.0, 'apart_mm' => $apart, 'plant' => Ways::LIGHT],
    ]), 'tr.side.layers')[0];
    expect($layer(150.0))->toBe('go')->and($layer(151.0))->toBe('mend');
});
