<?php

declare(strict_types=1);

use Core\Tests\Net\Told;
use Core\Tests\Net\Walk;
use Diastoma\Core\Catalogue\Procedures;
use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Sitting\State;

/*
 * Stories that somebody told this program and that it accepted without a word, told again at the door that core/bin/sit opens: each is now fixed or
 * stopped by the rule that is named, or an entry of it is not taken.
 */

/** @return Closure(list<Reading>): list<Reading> without these */
$without = static fn (string ...$keys): Closure => static fn (array $told): array => array_values(array_filter(
    $told, static fn (Reading $r): bool => ! in_array($r->key, $keys, true),
));

/** @return Closure(list<Reading>): list<Reading> these read so much later or earlier */
$moved = static fn (string $by, string ...$keys): Closure => static function (array $told) use ($by, $keys): array {
    $told = array_map(static function (Reading $r) use ($by, $keys): Reading {
        $at = $r->takenAt->modify($by);

        return ! in_array($r->key, $keys, true) ? $r : new Reading($r->key, str_ends_with($r->key, '_at') ? $at->format(DATE_RFC3339) : $r->value, $at, $r->by);
    }, $told);
    usort($told, static fn (Reading $a, Reading $b): int => $a->takenAt <=> $b->takenAt);

    return $told;
};

/** @return Closure(list<Reading>): list<Reading> these answered otherwise */
$said = static fn (array $values): Closure => static fn (array $told): array => array_map(
    static fn (Reading $r): Reading => ! array_key_exists($r->key, $values) ? $r : new Reading(
        $r->key, is_array($r->value) && ! array_is_list($r->value) ? [...$r->value, ...$values[$r->key]] : $values[$r->key], $r->takenAt, $r->by,
    ), $told,
);

$notTaken = 'not taken';

it('accepts none of the stories that were found', function (string $id, Closure $spoil, string $by, array $facts = []) use ($notTaken) {
    $walk = (new Walk($id))->knowing($facts);
    $told = Told::of($walk, $spoil($walk->made()->history));
    expect($told->state)->not->toBe(State::Accepted)
        ->and($by === $notTaken ? $told->refused !== [] : in_array($told->found[$by] ?? 'not found', ['mend', 'stop'], true))->toBeTrue(
            "{$by} expected; found ".json_encode(array_diff($told->found, ['go'])).', not taken: '.implode(' ', $told->refused),
        );
})->with([
    'fused with nothing prepared' => ['electrofusion.coupler', $without(
        'wiped_a_at', 'dry_a_at', 'wiped_b_at', 'dry_b_at', 'od_after_a_mm', 'od_after_b_mm', 'ink_gone', 'clamped', 'gap_a_mm', 'gap_b_mm',
    ), 'story.seen.fuse'],
    'a gap first entered after the fusion' => ['electrofusion.coupler', $moved('+10 minutes', 'gap_a_mm'), 'story.seen.fuse'],
    'wiped, assembled five hours later' => ['electrofusion.coupler', $moved('-5 hours', 'wiped_a_at', 'dry_a_at'), 'story.age.wiped_a_at'],
    'scraped 40 days before' => ['electrofusion.coupler', $moved('-40 days', 'od_after_a_mm', 'od_after_b_mm', 'ink_gone', 'ribbon'), 'story.age.scraped_a'],
    'wiped before it was scraped' => ['electrofusion.coupler', $moved('-5 minutes', 'wiped_a_at', 'dry_a_at'), 'story.redo.wiped.a'],
    'wiped yesterday, dry today' => ['electrofusion.coupler', $moved('-1 day', 'wiped_a_at'), 'story.redo.wiped.a'],
    'temperatures of the day before' => ['electrofusion.coupler', $moved('-1 day', 'ambient_c', 'pipe_c', 'fitting_c'), 'story.age.conditions'],
    'melt looked for before the fusion' => ['electrofusion.coupler', $moved('-1 hour', 'no_melt_outside'), 'story.after.fuse'],
    'a coupler of 2 m on dn 180' => ['electrofusion.coupler', $said(['fitting_length_mm' => 2000.0]), $notTaken],
    '21 mm for 210' => ['electrofusion.coupler', $said(['fitting_length_mm' => 21.0]), $notTaken],
    'marks that no such coupler has' => ['electrofusion.coupler', $said(['stab_mark_a_mm' => 60.0, 'stab_remark_a_mm' => 60.0]), 'ef.stab_mark.a'],
    '4 mm scraped off' => ['electrofusion.coupler', $said(['od_after_a_mm' => 172.0]), 'ef.scrape.a'],
    'a record of 260 s that took 20 minutes' => ['electrofusion.coupler', $said(['fusion' => ['ended_at' => '2026-11-23T08:40:00.000+00:00']]),
        'story.agree.length.fusion'],
    'an oval main under a saddle' => ['electrofusion.branch_saddle', $said(['diameters_a_mm' => [183.6, 180.0, 176.4, 180.0]]), 'ef.ovality.a'],
    'the main proved empty after the fusion' => [
        'electrofusion.repair_spool', $moved('+2 hours', 'main_empty', 'isolated', 'no_medium'), 'story.seen.left_fuse',
    ],
    'locking segments before the push' => ['gasketed.di_restrained', $moved('-2 minutes', 'segments', 'segments_wanted', 'retainer', 'slack_out'),
        'story.after.push'],
    'a feeler of nothing all round' => ['gasketed.pvc_pressure', $said(['feeler_mm' => array_fill(0, 8, 0.0)]), 'story.agree.feeler_low'],
    'a feeler deeper than the bell' => ['gasketed.pvc_pressure', $said(['feeler_mm' => array_fill(0, 8, 400.0)]), $notTaken],
    'one shallow feeler reading' => ['gasketed.pvc_pressure', $said(['feeler_mm' => [62.5, 63.0, 62.0, 20.0, 63.0, 62.0, 62.5, 63.0]]), 'gs.feeler'],
    'two metres off the grade' => ['gasketed.concrete_rolling_ring', $said(['off_grade_after_mm' => 2000.0]), $notTaken],
    'faces seen after the bolts' => ['mechanical.flange', $moved('+20 minutes', 'faces_clean', 'gasket_placed', 'flange_gaps_mm'), 'story.seen.bolts'],
    'marks after the bolts' => ['mechanical.wide_range', $moved('+20 minutes', 'mark_a_mm', 'mark_b_mm', 'gap_mm'), 'story.seen.place'],
    'one bolt' => ['mechanical.flange', $said(['label_bolts' => 1.0]), $notTaken],
    '200 bolts' => ['mechanical.flange', $said(['label_bolts' => 200.0]), $notTaken],
    'eight bolts, four turned' => ['mechanical.flange', $said(['label_bolts' => 8.0]), 'mc.bolt.order'],
    '4000 N·m' => ['mechanical.flange', $said(['label_torque_nm' => 4000.0]), $notTaken],
    '6 kPa for 6 bar' => ['mechanical.live_tap', $said(['line_kpa' => 6.0]), $notTaken],
    '600 and 60 kPa in one main' => ['mechanical.live_tap', $said(['line_kpa' => 600.0, 'main_kpa' => 120.0]), 'story.agree.main'],
    'services located after digging' => ['cover.stretch', $moved('+5 minutes', 'located'), 'story.seen.dig'],
    'bedding after the pipe' => ['cover.stretch', $moved('+5 minutes', 'bedding_start_mm', 'bedding_middle_mm', 'bedding_end_mm'), 'story.seen.lay'],
    'joints seen after backfill' => ['cover.stretch', $moved('+5 minutes', 'joints_seen'), 'story.seen.fill'],
    'a trench of 600 m' => ['cover.stretch', $said(['depth_m' => 600.0]), $notTaken],
    'another depth than planned' => ['cover.stretch', $said(['depth_m' => 0.6]), 'story.agree.depth'],
    'strength of 10 tsf' => ['cover.stretch', $said(['strength_tsf' => 10.0]), $notTaken],
    '1.4 m of wet, cracked sand, dug before, held by nothing' => ['cover.stretch', $said([
        'depth_m' => 1.4, 'strength_tsf' => 0.3, 'dry_sides' => false, 'holds_together' => false, 'no_fissures' => false, 'never_dug' => false,
        'protection' => 'nothing',
    ]), 'tr.sides', ['depth_m' => 1.4]],
]);

it('accepts no gasket laid after the push, none wiped and lubricated hours before it, and no gas through any of them', function (string $id) use ($moved) {
    $keys = ['socket_clean', 'spigot_clean', 'gasket_seated', 'lubricant', 'lubricated_where', 'surfaces_dry'];
    $walk = new Walk($id);
    $made = $walk->made()->history;
    expect(Told::of($walk, $moved('+20 minutes', ...$keys)($made))->found)->toHaveKey('story.seen.push', 'stop')
        ->and(Told::of($walk, $moved('-5 hours', ...$keys)($made))->found)->toHaveKey('story.age.clean', 'stop')
        ->and(Told::of($walk->knowing(['service' => 'gas']), $made)->found)->toHaveKey('gs.service', 'stop')
        ->and(Told::of($walk, $made)->state)->toBe(State::Accepted);
})->with(array_values(array_filter(Procedures::ids(), static fn (string $id): bool => str_starts_with($id, 'gasketed.'))));

it('accepts what a good crew enters, of every kind', function (string $id) {
    $walk = new Walk($id);
    $told = Told::of($walk, $walk->made()->history);
    expect($told->refused)->toBe([])->and($told->state)->toBe(State::Accepted);
})->with(array_values(array_filter(Procedures::ids(), static fn (string $id): bool => ! preg_match('/^(yard|test|gasketed)\./', $id))));
