<?php

declare(strict_types=1);

use Diastoma\Core\Electrofusion\Scrape;
use Diastoma\Core\Electrofusion\Supply;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Rulebook\Severity;

// By hand: removal (180.4 − after)/2, gap (180.8 − after)/2; limit 0.5 (80 %: 0.4), minimum 0.2.
it('judges a scraped end', function (float $after, float $removal, float $gap, Severity $severity) {
    $scrape = Scrape::judge(180.4, $after, 180.8, 0.5, 0.2);

    expect($scrape->removalMm)->toEqualWithDelta($removal, 1e-9)->and($scrape->gapMm)->toEqualWithDelta($gap, 1e-9)->and($scrape->severity)->toBe($severity);
})->with([
    'enough, at the minimum' => [180.0, 0.2, 0.4, Severity::Go],
    'too little' => [180.2, 0.1, 0.3, Severity::Mend],
    'near the gap limit' => [179.9, 0.25, 0.45, Severity::Watch],
    'at the gap limit' => [179.8, 0.3, 0.5, Severity::Watch],
    'past the gap limit' => [179.7, 0.35, 0.55, Severity::Stop],
]);

// By hand: first gap (180.8 − 180.4)/2 = 0.2; 0.1 a pass; 0.5 stands 3 passes; 0.2 needs 2.
it('counts the passes a fit can stand', function () {
    expect(Scrape::passes(180.4, 180.8, 0.1, 0.5, 0.2))->toBe(['max_passes' => 3, 'passes_needed' => 2, 'feasible' => true, 'gap_after_mm' => [0.3, 0.4, 0.5]])
        ->and(Scrape::passes(180.4, 181.4, 0.1, 0.5, 0.2))->toBe(['max_passes' => 0, 'passes_needed' => 2, 'feasible' => false, 'gap_after_mm' => []]);
});

it('refuses what cannot be scraped', function () {
    expect(fn () => Scrape::judge(180, 181, 181, 0.5, 0.2))->toThrow(InvalidInput::class, 'Scraping takes material off')
        ->and(fn () => Scrape::passes(180, 180.4, 0.0, 0.5, 0.2))->toThrow(InvalidInput::class, 'depth_per_pass_mm is 0')
        ->and(fn () => Scrape::passes(180, 180.4, 0.00001, 0.5, 0.2))->toThrow(InvalidInput::class, 'times');
});

// By hand: 40/0.64 = 62.5 A; 1600/0.64 = 2.5 kW; /(0.9·0.9) = 3.08642 kVA; 2·25 m/(58·16 mm²)·62.5 A = 3.36746 V.
it('sizes the supply', function () {
    $supply = Supply::of(40, 0.64, 25, 16, 0.9, 0.9);

    expect($supply->currentA)->toBe(62.5)->and($supply->powerKw)->toBe(2.5)->and($supply->generatorKva)->toEqualWithDelta(3.08642, 1e-5)
        ->and($supply->cableDropV)->toEqualWithDelta(3.36746, 1e-5);
});

it('refuses an efficiency in percent, a cable without copper and a label without resistance', function () {
    expect(fn () => Supply::of(40, 0.64, 25, 0, 90, 0.9))->toThrow(InvalidInput::class, 'efficiency is 90')
        ->and(fn () => Supply::of(40, 0.0, 25, 16, 0.9, 0.9))->toThrow(InvalidInput::class, 'resistance_ohm');
});
