<?php

declare(strict_types=1);

use Core\Tests\Net\Pins;
use Core\Tests\Net\TestBounds;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Rulebook\Limit;
use Diastoma\Core\Rulebook\Rulebooks;
use Diastoma\Core\Rulebook\Tests\TestLimits;

/*
 * Every limit of the tests, moved while the same test is planned and judged: pinned in test-limits.txt. DIASTOMA_PIN=1 writes it again, and the diff is
 * read. A limit that nothing hangs on fails.
 */
it('plans or judges otherwise when a limit of a test is moved', function () {
    $lines = [];
    $elsewhere = array_map(static fn (string $line): string => explode(' | ', $line)[0], Pins::held());
    foreach (TestLimits::all() as $limit) {
        $found = TestBounds::of($limit->id);
        expect($found !== [] || in_array($limit->id, $elsewhere, true))->toBeTrue("Nothing hangs on {$limit->id}.");
        $lines = [...$lines, ...$found];
    }
    sort($lines);
    if (getenv('DIASTOMA_PIN') === '1') {
        file_put_contents(TestBounds::FILE, implode("\n", $lines)."\n");
    }
    expect($lines)->toBe(TestBounds::pinned());
});

it('lets no gross leak pass, however loose a single limit is set', function () {
    $found = [];
    foreach (TestLimits::all() as $limit) {
        $found = [...$found, ...TestBounds::letsPass($limit->id)];
    }
    expect($found)->toBe([]);
});

it('refuses a limit of a test that would be unsafe or let everything pass', function (string $id, float $value, string $why) {
    foreach (Rulebooks::all() as $rulebook) {
        expect(fn () => $rulebook->withLimit($id, $value, 'Vera', 'in a hurry'))->toThrow(InvalidInput::class, $why);
    }
})->with([
    'tested below working' => ['test.c600.high_factor', 0.99, 'nothing could be judged'],
    'a pipe at twice its rating' => ['test.run.pipe_factor', 1.51, 'unsafe'],
    'a plug at more than 9 psi' => ['test.f1417.start_mbar', 630.0, 'unsafe'],
    'an hour of none' => ['test.f2164.test_min', 0.0, 'nothing could be judged'],
    'any fall at all' => ['test.en805.loss_kpa', 101.0, 'unsafe'],
    'more than it starts with' => ['test.en1610.la_drop_mbar', 2.6, 'unsafe'],
]);

it('ships every limit of a test within its own range', function () {
    foreach (TestLimits::all() as $limit) {
        $range = TestLimits::of($limit->id);
        expect($limit->value)->toBeGreaterThanOrEqual($range->least ?? INF)->and($limit->value)->toBeLessThanOrEqual($range->most ?? INF);
    }
});

it('gives the limits of tests and couplings to a rulebook that was stored without them', function () {
    $stored = Rulebooks::iso()->toArray();
    $stored['limits'] = array_values(array_filter(
        $stored['limits'], static fn (array $row): bool => ! str_starts_with($row['id'], 'test.') && ! str_starts_with($row['id'], 'mc.'),
    ));
    $read = Diastoma\Core\Rulebook\Rulebook::fromArray($stored);
    expect(array_map(static fn (Limit $l): float => $l->value, $read->all()))->toEqualCanonicalizing(
        array_map(static fn (Limit $l): float => $l->value, Rulebooks::iso()->all()),
    );
});
