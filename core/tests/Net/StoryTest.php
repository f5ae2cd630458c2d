<?php

declare(strict_types=1);

use Core\Tests\Net\HonestCrews;
use Core\Tests\Net\Stories;
use Core\Tests\Net\StoryCase;
use Core\Tests\Net\StoryPins;
use Core\Tests\Net\Walk;
use Diastoma\Core\Catalogue\Procedures;

/*
 * The net for the story of a work: what was done well is told in a way that cannot be true or must not be. Cases are found by asking, see Stories; what each
 * comes to is pinned in stories.txt (DIASTOMA_PIN=1 writes it again, and the diff is read). Figures by kind: bin/bench story.
 */
dataset('told', function () {
    foreach (Procedures::ids() as $id) {
        foreach (['iso', 'us'] as $rulebook) {
            yield "{$id} {$rulebook}" => [$id, $rulebook];
        }
    }
});

/** What stays silent, and why it may: the number is still one that a good crew could have read. */
const STILL_USUAL = '/\.(ambient_c|out_of_square(_[a-d])?_mm|generator_kva|line_kpa|wanted_kpa|test_min|branch_test_min|'
    .'face_[a-d]_mm|off_centre_\w+|spoil_m|(side_a_|left_|right_)?printed_test_wait_min|over_density\.layer)\b/';

const NEVER = '/\A\z/';

/** Pairs of steps that may be done in either order. */
const EITHER_WAY = '/\A(side_a_fuse and pre_b_label|left_fuse and right_label|stab_a and stab_b|'
    .'receive and cut_out|place_left and place_right|r\d_\w+ and r\d_\w+)\z/';

it('notices every story that cannot be true, as it is pinned', function (string $id, string $rulebook) {
    $told = Stories::of($id, $rulebook);
    $silent = static fn (string $kind, string $but): array => array_values(array_filter(
        array_map(static fn (StoryCase $c): string => $c->outcome === 'silent' ? $c->what : '', $told[$kind]),
        static fn (string $what): bool => $what !== '' && preg_match($but, $what) !== 1,
    ));
    $notStopped = array_filter($told['late'], static fn (StoryCase $c): bool => $c->outcome !== 'stop');
    $tooSoon = array_filter($told['old'], static fn (StoryCase $c): bool => str_ends_with($c->what, ' at') && $c->outcome !== 'silent');
    expect(array_values($notStopped))->toBe([], 'what an act hides')->and(array_values($tooSoon))->toBe([], 'at the limit it holds')
        ->and($silent('apart', NEVER))->toBe([])->and($silent('old', '/ at\z/'))->toBe([])
        ->and($silent('size', STILL_USUAL))->toBe([])->and($silent('swapped', EITHER_WAY))->toBe([]);

    $walk = new Walk($id, $rulebook);
    $pinned = StoryPins::pinned($walk);
    $of = StoryPins::of($walk);
    sort($of);
    sort($pinned);
    expect($of)->toBe($pinned);
})->with('told');

it('takes no honest crew for a dishonest one', function (string $id, string $rulebook) {
    $walk = new Walk($id, $rulebook);
    foreach (range(1, str_contains($id, 'large') ? 2 : 5) as $seed) {
        $verdict = $walk->verdict(HonestCrews::run($walk, $seed));
        $wrong = array_filter($verdict->findings, static fn ($f): bool => str_starts_with($f->rule, 'story.') && $f->severity->rank() > 0);
        expect($verdict->isAccepted())->toBeTrue("{$id} {$rulebook}, seed {$seed}")->and(array_map(static fn ($f): string => $f->said, $wrong))->toBe([]);
    }
})->with('told');
