<?php

declare(strict_types=1);

use Core\Tests\Net\Walk;
use Diastoma\Core\Catalogue\Procedures;
use Diastoma\Core\Procedure\How;
use Diastoma\Core\Procedure\Listing;
use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Procedure\ReadingKind;
use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Simulation\GoodCrew;

/**
 * A joint made well by a crew that confirms every list as it stands, and answers by itself only what stands on none.
 *
 * @return array{Readings, array<string, list<mixed>>, int} what was read, what stood on lists by its key, and how many presses and fields it took
 */
function hasty(Walk $walk): array
{
    $good = $walk->made();
    $now = new DateTimeImmutable('2026-11-23T08:00:00+00:00');
    $readings = new Readings;
    $listed = [];
    $touches = 0;
    for ($turn = 0; $turn < 400; $turn++) {
        $s = new Situation($readings, $walk->facts(), $walk->rulebook);
        $step = null;
        foreach ($walk->procedure->steps($s) as $one) {
            if ($one->missing($readings) !== []) {
                $step = $one;
                break;
            }
        }
        if ($step === null) {
            break;
        }
        $now = max($now->modify('+4 seconds'), $step->gate->opensAt ?? $now);
        $rows = Listing::of($walk->procedure, $step, $s);
        $touches++;
        if ($rows !== []) {
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
        $spec = $step->reading($step->missing($readings)[0]) ?? throw new LogicException($step->id);
        $value = match ($spec->kind) {
            ReadingKind::Record, ReadingKind::Equipment => $good->reading($spec->key)?->value ?? throw new LogicException($spec->key),
            default => $spec->accept(GoodCrew::answer($spec, $s, $walk->procedure, $now), $walk->rulebook->units),
        };
        $now = $spec->kind === ReadingKind::Record ? max($now, $good->reading($spec->key)->takenAt) : $now;
        $readings = $readings->with(new Reading($spec->key, $value, $now, 'Crew'));
        $touches += is_array($value) && array_is_list($value) ? count($value) - 1 : 0;
    }

    return [$readings, $listed, $touches];
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
        $setOut = '/\A((stab|scrape)_(re)?mark_\w|gouge(_\w)?|wash_length|gap_[ab]|out_of_square_\w|(second_)?mark(_[ab])?)_mm\z/';
        expect(preg_match($setOut, $key))->toBe(1, $key);
    }
    expect($figures)->toBeArray();
})->with($joints);

it('answers one by one whatever can hurt', function (string $id, array $steps) {
    $walk = new Walk($id);
    $all = $walk->procedure->steps(new Situation($walk->made(), $walk->facts(), $walk->rulebook));
    $known = array_map(static fn ($step): string => $step->id, $all);
    foreach ($all as $step) {
        if (in_array($step->id, $steps, true)) {
            expect(Listing::of($walk->procedure, $step, new Situation(new Readings, $walk->facts(), $walk->rulebook)))->toBe([]);
        }
    }
    expect(array_diff($steps, $known))->toBe([]);
})->with([
    ['electrofusion.tapping_tee', ['branch_test', 'tap']], ['electrofusion.branch_saddle', ['branch_test', 'tap']],
    ['electrofusion.repair_spool', ['cut_out']], ['electrofusion.large_bore', ['pull']], ['mechanical.live_tap', ['bolts', 'drill', 'proved', 'upper']],
    ['mechanical.wrapped', ['off']], ['gasketed.di_push_on', ['lift']], ['test.preparation', ['site', 'people']],
]);
