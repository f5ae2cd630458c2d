<?php

declare(strict_types=1);

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Lifting\LiftCard;

it('weighs a pipe as the ring of its wall', function (string $material, float $odMm, float $wallMm) {
    // by another way: outer disc less bore, over 6 m
    $area = M_PI / 4 * (($odMm / 1000) ** 2 - (($odMm - 2 * $wallMm) / 1000) ** 2);

    expect(LiftCard::of($material, $odMm, $wallMm, 6.0)->massKg)->toEqualWithDelta(LiftCard::DENSITIES[$material] * $area * 6.0, 1e-6);
})->with([['pe', 180, 16.4], ['pvc', 315, 9.2], ['ductile_iron', 222, 6.3], ['steel', 323.9, 6.3], 'solid bar' => ['pe', 20, 10]]);

// 25 kg a person, slings a fifth from each end, GRP always on two slings [common practice]
it('says who or what lifts it, and where the slings go', function (array $pipe, string $by, int $people, int $slings, ?float $spacingM, bool $tagLine) {
    $card = LiftCard::of(...$pipe);

    expect([$card->by, $card->people, $card->slings, $card->tagLine])->toBe([$by, $people, $slings, $tagLine]);
    $spacingM === null ? expect($card->spacingM)->toBeNull() : expect($card->spacingM)->toEqualWithDelta($spacingM, 1e-9);
})->with([
    'PE 63, 6 m: 6 kg, one person' => [['pe', 63, 5.8, 6.0], 'hands', 1, 0, null, false],
    'PE 180, 6 m: 48 kg, two people' => [['pe', 180, 16.4, 6.0], 'hands', 2, 0, null, false],
    'PE 180, 12 m: 97 kg, a machine' => [['pe', 180, 16.4, 12.0], 'machine', 0, 2, 7.2, true],
    'ductile iron 222, 2.5 m: one sling, no tag line' => [['ductile_iron', 222, 6.3, 2.5], 'machine', 0, 1, null, false],
    'ductile iron 222, 4 m: still one sling, with a tag line' => [['ductile_iron', 222, 6.3, 4.0], 'machine', 0, 1, null, true],
    'a light GRP pipe still goes on two slings' => [['grp', 100, 3.0, 3.0], 'machine', 0, 2, 1.8, true],
    // by nominal size: DN 450 is 18 in whatever its outside diameter; 955·π·(0.535−0.004)·0.004·6 = 38 kg
    'corrugated DN 450, 535 outside: hands' => [['corrugated_hdpe', 535.0, 4.0, 6.0, 450.0], 'hands', 2, 0, null, false],
    'corrugated DN 450, too heavy for two: one sling' => [['corrugated_hdpe', 535.0, 8.0, 6.0, 450.0], 'machine', 0, 1, null, true], // 76 kg
    'corrugated DN 600: one sling' => [['corrugated_hdpe', 690.0, 4.0, 3.0, 600.0], 'machine', 0, 1, null, true],
    'corrugated 36 in: two slings 3 m apart' => [['corrugated_hdpe', 914.4, 12.0, 6.0], 'machine', 0, 2, 3.0, true],
    'corrugated 36 in, short: closer, to stay on the pipe' => [['corrugated_hdpe', 914.4, 12.0, 4.0], 'machine', 0, 2, 2.4, true],
]);

it('refuses what is no pipe and names the field', function (array $pipe, string $field) {
    try {
        LiftCard::of(...$pipe);
        $said = null;
    } catch (InvalidInput $e) {
        $said = $e->getMessage();
    }
    expect($said)->not->toBeNull()->and($said)->toContain($field);
})->with([
    [['straw', 100, 5, 6], 'straw'], [['pe', 0, 5, 6], 'od_mm'], [['pe', 100, -1, 6], 'wall_mm'], [['pe', 100, 5, NAN], 'length_m'],
    [['pe', 100, 51, 6], 'wall of 51'],
]);
