<?php

declare(strict_types=1);

use Core\Tests\Net\Bounds;
use Core\Tests\Net\Pins;
use Core\Tests\Net\TestBounds;
use Diastoma\Core\Rulebook\Rulebooks;

/*
 * Every limit from both sides, in both rulebooks and so in both systems of units: pinned in limits-iso.txt and limits-us.txt. DIASTOMA_PIN=1 writes them
 * again, and the diff is read.
 */
it('changes its mind at the limit and nowhere else', function (string $rulebook) {
    $lines = array_map(static fn (string $key, string $said): string => "{$key} | {$said}", array_keys($found = Bounds::of($rulebook)), $found);
    $file = __DIR__."/limits-{$rulebook}.txt";
    if (getenv('DIASTOMA_PIN') === '1') {
        file_put_contents($file, implode("\n", $lines)."\n");
    }
    expect($lines)->toBe(file($file, FILE_IGNORE_NEW_LINES | FILE_SKIP_EMPTY_LINES));
})->with(['iso', 'us']);

/*
 * Limits that good work alone does not meet (a size bound, a share of a plan, a limit of another limit): named here so that a new one is seen; their own
 * tests hold them.
 */
it('names the limits that are held elsewhere', function () {
    $decides = array_unique(array_map(
        static fn (string $line): string => explode(' | ', $line)[0],
        [...(array) file(__DIR__.'/limits-iso.txt'), ...(array) file(__DIR__.'/limits-us.txt'), ...TestBounds::pinned()],
    ));
    $idle = [];
    foreach (Rulebooks::all() as $rulebook) {
        $idle = [...$idle, ...array_diff(array_keys($rulebook->all()), $decides)];
    }
    sort($idle);
    expect(array_values(array_unique($idle)))->toBe(array_map(static fn (string $line): string => explode(' | ', $line)[0], Pins::held()));
});
