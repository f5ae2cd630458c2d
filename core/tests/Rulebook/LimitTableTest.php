<?php

declare(strict_types=1);

use Core\Tests\Net\Pins;
use Diastoma\Core\Rulebook\LimitTable;
use Diastoma\Core\Rulebook\Rulebooks;

it('is what docs/limits.md says', function () {
    $file = dirname(__DIR__, 3).'/docs/limits.md';
    if (getenv('DIASTOMA_PIN') === '1') {
        file_put_contents($file, LimitTable::markdown(Pins::limitSides(), Pins::limitTests()));
    }
    expect(file_get_contents($file))->toBe(LimitTable::markdown(Pins::limitSides(), Pins::limitTests()));
});

it('refuses a limit with which nothing could be judged', function (string $id, float $value) {
    expect(fn () => Rulebooks::all()[0]->withLimit($id, $value, 'Vera', 'for a reason'))->toThrow(Diastoma\Core\Exception\InvalidInput::class);
})->with([['ef.test_factor', 0.99], ['ef.generator.efficiency_percent', 0.0], ['gs.feeler.tolerance_mm', 0.0]]);

it('names a source for every limit', function () {
    foreach (Rulebooks::all() as $rulebook) {
        foreach ($rulebook->all() as $limit) {
            expect($limit->source->tag())->not->toBe('')->and(LimitTable::markdown([], []))->toContain("(`{$limit->id}`)");
        }
    }
});

it('names a test for every limit', function () {
    foreach (Rulebooks::all() as $rulebook) {
        foreach (array_keys($rulebook->all()) as $id) {
            $test = trim(Pins::limitTests()[$id] ?? '', '`');
            expect($test)->not->toBe('', $id)->and(is_file(dirname(__DIR__)."/{$test}.php"))->toBeTrue("{$id}: {$test}");
        }
    }
});
