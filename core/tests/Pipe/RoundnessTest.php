<?php

declare(strict_types=1);

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Pipe\Roundness;

// By hand, four diameters at 0°, 45°, 90°, 135°: mean = (183 + 180 + 177 + 180)/4 = 180; a = 2/4·(183 − 177) = 3, b = 2/4·(180 − 180) = 0.
it('finds mean, ovality and long axis of an ellipse worked by hand', function () {
    $round = Roundness::of([183.0, 180.0, 177.0, 180.0], 180.0);

    expect($round->meanMm)->toBe(180.0)
        ->and($round->ovalityMm)->toBe(6.0)
        ->and($round->ovalityPercent)->toEqualWithDelta(100 * 6 / 180, 1e-12)
        ->and($round->longAxisDeg)->toBe(0.0)
        ->and($round->amplitudeMm)->toEqualWithDelta(3.0, 1e-12)
        ->and($round->residualMm)->toBe(0.0);
});

it('puts the long axis where the ellipse was turned to', function (int $count, float $axis) {
    $diameters = [];
    for ($i = 0; $i < $count; $i++) {
        $diameters[] = 250.0 + 2.0 * cos(2 * deg2rad(180 * $i / $count - $axis));
    }

    $round = Roundness::of($diameters, 250.0);

    expect($round->longAxisDeg)->toEqualWithDelta($axis, 1e-9)
        ->and($round->amplitudeMm)->toEqualWithDelta(2.0, 1e-9)
        ->and($round->residualMm)->toEqualWithDelta(0.0, 1e-9);
})->with([
    'three angles, 12 o\'clock' => [3, 0.0],
    'three angles, 2 o\'clock' => [3, 60.0],
    'four angles, 1:30' => [4, 45.0],
    'four angles, odd angle' => [4, 17.3],
    'six angles, 3 o\'clock' => [6, 90.0],
    'six angles, nearly 6 o\'clock' => [6, 179.5],
    'eight angles' => [8, 123.4],
]);

// The fit by normal equations, solved here by elimination without using orthogonality: another route to the same numbers.
it('agrees with least squares solved by elimination for scattered readings', function (int $seed) {
    mt_srand($seed);
    $n = 5 + $seed % 4;
    $d = array_map(static fn (): float => 180.0 + mt_rand(-300, 300) / 100, range(1, $n));
    $rows = array_map(static fn (int $i): array => [1.0, cos(2 * M_PI * $i / $n), sin(2 * M_PI * $i / $n)], range(0, $n - 1));
    $matrix = $vector = [];
    for ($r = 0; $r < 3; $r++) {
        for ($c = 0; $c < 3; $c++) {
            $matrix[$r][$c] = array_sum(array_map(static fn (array $row): float => $row[$r] * $row[$c], $rows));
        }
        $vector[$r] = array_sum(array_map(static fn (array $row, float $y): float => $row[$r] * $y, $rows, $d));
    }
    for ($p = 0; $p < 3; $p++) {
        for ($r = $p + 1; $r < 3; $r++) {
            $factor = $matrix[$r][$p] / $matrix[$p][$p];
            for ($c = $p; $c < 3; $c++) {
                $matrix[$r][$c] -= $factor * $matrix[$p][$c];
            }
            $vector[$r] -= $factor * $vector[$p];
        }
    }
    $x = [];
    for ($r = 2; $r >= 0; $r--) {
        $x[$r] = $vector[$r];
        for ($c = $r + 1; $c < 3; $c++) {
            $x[$r] -= $matrix[$r][$c] * $x[$c];
        }
        $x[$r] /= $matrix[$r][$r];
    }
    $largest = max(array_map(static fn (array $row, float $y): float => abs($y - $x[0] - $x[1] * $row[1] - $x[2] * $row[2]), $rows, $d));

    $round = Roundness::of($d, 180.0);

    expect($round->meanMm)->toEqualWithDelta($x[0], 1e-9)
        ->and($round->amplitudeMm)->toEqualWithDelta(hypot($x[1], $x[2]), 1e-9)
        ->and($round->residualMm)->toEqualWithDelta($largest, 1e-9);
})->with(range(1, 12));

it('gives no axis with two diameters', function () {
    $round = Roundness::of([181.0, 179.0], 180.0);

    expect($round->ovalityMm)->toBe(2.0)->and($round->longAxisDeg)->toBeNull()->and($round->residualMm)->toBeNull();
});

it('gives no axis to a pipe that is round', fn () => expect(Roundness::of([180.2, 180.2, 180.2, 180.2], 180.0)->longAxisDeg)->toBeNull());

it('shows the scatter that no ellipse explains', function () {
    // One flat of 2 mm among six: the fit takes part of it, the rest is residual.
    expect(Roundness::of([180.0, 180.0, 178.0, 180.0, 180.0, 180.0], 180.0)->residualMm)->toBeGreaterThan(0.5);
});

it('refuses what cannot be a diameter', function (array $diameters, float $nominal, string $says) {
    expect(fn () => Roundness::of($diameters, $nominal))->toThrow(InvalidInput::class, $says);
})->with([
    'none' => [[], 180.0, 'at least two'],
    'one' => [[180.0], 180.0, 'at least two'],
    'zero' => [[180.0, 0.0], 180.0, 'Diameter 2 is 0 mm'],
    'negative' => [[-1.0, 180.0], 180.0, 'Diameter 1'],
    'not finite' => [[NAN, 180.0], 180.0, 'Diameter 1'],
    'nominal zero' => [[180.0, 180.0], 0.0, 'nominal'],
]);

it('names the axis as a crew says it', function (float $deg, string $clock) {
    expect(Roundness::clockFace($deg))->toBe($clock);
})->with([
    [0.0, "12–6 o'clock"], [30.0, "1–7 o'clock"], [45.0, "1:30–7:30 o'clock"], [60.0, "2–8 o'clock"], [90.0, "3–9 o'clock"],
    [150.0, "5–11 o'clock"], [165.0, "5:30–11:30 o'clock"], [178.0, "12–6 o'clock"],
]);

// an ellipse by hand: d(θ) = 180 + 2·cos 2(θ − axis), 4 mm out of round whichever way it lies
it('finds an ellipse by three diameters whichever way it lies, where two may see nothing of it', function (int $axis) {
    $at = static fn (float $deg): float => 180.0 + 2.0 * cos(2 * deg2rad($deg - $axis));
    $three = Roundness::of([$at(0), $at(60), $at(120)], 180.0);
    expect($three->ovalityMm)->toEqualWithDelta(4.0, 1e-9)->and($three->meanMm)->toEqualWithDelta(180.0, 1e-9)
        ->and($three->ovalityPercent)->toEqualWithDelta(100 * 4 / 180, 1e-9);
    $axis === 45 && expect(Roundness::of([$at(0), $at(90)], 180.0)->ovalityMm)->toEqualWithDelta(0.0, 1e-9);
})->with(range(0, 175, 15));
