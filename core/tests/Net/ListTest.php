<?php

declare(strict_types=1);

use Core\Tests\Net\Walk;
use Diastoma\Core\Catalogue\Procedures;
use Diastoma\Core\Procedure\How;
use Diastoma\Core\Procedure\Listing;
use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Procedure\ReadingKind;
use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Simulation\GoodCrew;

/**
 * A joint made well by a crew that confirms every list as it stands, and answers by itself only what stands on none.
 *
 * @param  bool  $isOnShift  what holds for the shift is taken over with one press
 * @return array{Readings, array<string, list<mixed>>, int} what was read, what stood on lists by its key, and how many presses and fields it took
 */
function hasty(Walk $walk, bool $isOnShift = false): array
{
    $good = $walk->made();
    $now = new DateTimeImmutable('2026-11-23T08:00:00+00:00');
    $readings = new Readings;
    $listed = [];
    $touches = 0;
    for ($turn = 0; $turn < 400; $turn++) {
        $s = new Situation($readings, $walk->facts(), $walk->rulebook);
        $steps = $walk->procedure->steps($s);
        $open = array_filter($steps, static fn (Step $one): bool => $one->missing($readings) !== []);
        if ($open === []) {
            break;
        }
        $step = current($open);
        $now = max($now->modify('+4 seconds'), $step->gate->opensAt ?? $now);
        $rows = Listing::of($walk->procedure, $steps, (int) array_key_first($open), $s);
        $shared = $isOnShift ? array_filter(
            array_merge(...array_map(static fn (Step $one): array => array_map($one->reading(...), $one->missing($readings)), $steps)),
            static fn (?ReadingSpec $spec): bool => $spec?->shared !== null && $spec->kind !== ReadingKind::Equipment,
        ) : [];
        $touches += $shared === [] ? 1 : 0;
        if ($rows !== [] && $shared === []) {
            foreach ($rows as $row) {
                $now = $row['not_before'] === null ? $now : max($now, new DateTimeImmutable($row['not_before']));
            }
            foreach ($rows as $row) {
                $listed[$row['key']][] = $row['value'];
                $value = $row['value'] ?? $now->format(DATE_RFC3339);
                $readings = $readings->with(new Reading($row['key'], $value, $now, 'Crew', null, How::AsList));
            }

            continue;
        }
        $spec = current($shared) ?: $step->reading($step->missing($readings)[0]) ?? throw new LogicException($step->id);
        $value = match ($spec->kind) {
            ReadingKind::Record, ReadingKind::Equipment => $good->reading($spec->key)?->value ?? throw new LogicException($spec->key),
            default => $spec->accept(GoodCrew::answer($spec, $s, $walk->procedure, $now), $walk->rulebook->units),
        };
        $now = $spec->kind === ReadingKind::Record ? max($now, $good->reading($spec->key)->takenAt) : $now;
        $readings = $readings->with(new Reading($spec->key, $value, $now, 'Crew'));
        $touches += is_array($value) && array_is_list($value) ? count($value) - 1 : 0;
    }

    return [$readings, $listed, $touches + ($isOnShift ? 1 : 0)];
}

$joints = array_values(array_filter(Procedures::ids(), static fn (string $id): bool => Procedures::find($id)?->kind() === 'joint'));

it('comes to the same verdict by lists as one by one, with every statement of a list what a good crew would have answered', function (string $id) {
    foreach (['iso', 'us'] as $rulebook) {
        $walk = new Walk($id, $rulebook);
        [$readings, $listed] = hasty($walk);
        $verdict = $walk->verdict($readings);
        expect($verdict->isComplete())->toBeTrue()
            ->and(array_filter($verdict->findings, static fn ($f): bool => $f->severity->rank() > 0 && $f->isOpen()))->toBe([]);
        foreach ($listed as $key => $values) {
            $answer = $walk->made()->reading($key)?->value;
            is_bool($answer) && expect($values)->each->toBe($answer);
        }
    }
})->with($joints);

it('lists no figure that only measuring gives', function (string $id) {
    $walk = new Walk($id);
    [, $listed] = hasty($walk);
    $figures = array_keys(array_filter($listed, static fn (array $values): bool => is_float($values[0]) || is_array($values[0])));
    foreach ($figures as $key) {
        $setOut = '/\A((stab|scrape)_(re)?mark_\w|gouge(_\w)?|wash_length|gap_[ab]|feeler_(before|after)|out_of_square_\w|(second_)?mark(_[ab])?)_mm\z/';
        expect(preg_match($setOut, $key))->toBe(1, $key);
    }
    expect($figures)->toBeArray();
})->with($joints);

it('answers one by one whatever can hurt', function (string $id, array $steps) {
    $walk = new Walk($id);
    $all = $walk->procedure->steps(new Situation($walk->made(), $walk->facts(), $walk->rulebook));
    $known = array_map(static fn ($step): string => $step->id, $all);
    foreach (array_keys($all) as $at) {
        $listed = array_column(Listing::of($walk->procedure, $all, $at, new Situation(new Readings, $walk->facts(), $walk->rulebook)), 'step');
        expect(array_intersect($listed, $steps))->toBe([]); // neither on its own list nor on that of the step before
    }
    expect(array_diff($steps, $known))->toBe([]);
})->with([
    ['electrofusion.tapping_tee', ['branch_test', 'tap']], ['electrofusion.branch_saddle', ['branch_test', 'tap']],
    ['electrofusion.repair_spool', ['cut_out']], ['electrofusion.large_bore', ['pull']], ['mechanical.live_tap', ['bolts', 'drill', 'proved', 'upper']],
    ['mechanical.wrapped', ['off']], ['gasketed.di_push_on', ['lift']], ['test.preparation', ['site', 'people']],
]);

it('runs a list on over what is done in one go; never into pushing home, over a measured figure or a moment, or beyond what one reads', function (string $id) {
    $walk = new Walk($id);
    $runs = 0;
    $made = $walk->made();
    $readings = new Readings;
    foreach ($made->history as $reading) {
        $s = new Situation($readings, $walk->facts(), $walk->rulebook);
        $steps = $walk->procedure->steps($s);
        foreach (array_keys($steps) as $at) {
            $rows = Listing::of($walk->procedure, $steps, $at, $s);
            $on = array_values(array_filter($rows, static fn (array $row): bool => $row['step'] !== $steps[$at]->id));
            if ($on === []) {
                continue;
            }
            $runs++;
            expect(count($rows))->toBeLessThanOrEqual(10)
                ->and(array_diff($steps[$at]->missing($readings), array_column($rows, 'key')))->toBe([])
                ->and(array_column($on, 'step'))->not->toContain($walk->procedure->joiningStep($steps))
                ->and(array_filter(array_column($on, 'value'), is_null(...)))->toBe([]);
        }
        $readings = $readings->with($reading);
    }
    expect($runs)->toBeGreaterThan(0);
})->with(array_values(array_filter($joints, static fn (string $id): bool => str_starts_with($id, 'gasketed.'))));

it('takes a gasketed joint without a feeler sweep in at most twelve touches after a shift sheet', function () {
    $walk = new Walk('gasketed.corrugated_hdpe');
    [, , $touches] = hasty($walk, isOnShift: true);
    expect($touches)->toBeLessThanOrEqual(12);
});
