<?php

declare(strict_types=1);

use App\Procedures\Catalogue;
use Diastoma\Core\Procedure\Facts;
use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Rulebooks;

// What every procedure must keep to; a new one is taken up by its line in the catalogue.
dataset('procedures', function () {
    foreach (Catalogue::ids() as $id) {
        foreach (['iso', 'us'] as $rulebook) {
            yield "{$id}, {$rulebook}" => [$id, $rulebook];
        }
    }
});

function emptySituation(string $rulebook): Situation
{
    return new Situation(
        new Readings, new Facts(['dn_mm' => 180, 'sdr' => 11, 'wall_mm' => 16.4, 'od_largest_mm' => 181.1]), Rulebooks::of($rulebook) ?? Rulebooks::iso(),
    );
}

it('has steps and readings with names of their own', function (string $id, string $rulebook) {
    $steps = Catalogue::of($id)->steps(emptySituation($rulebook));
    $keys = array_merge(...array_map(static fn ($step): array => array_column($step->readings, 'key'), $steps));

    expect($steps)->not->toBe([])->and(array_unique(array_column($steps, 'id')))->toHaveCount(count($steps))->and(array_unique($keys))
        ->toHaveCount(count($keys));
})->with('procedures');

it('has rules with ids of their own that say nothing before a reading', function (string $id, string $rulebook) {
    $situation = emptySituation($rulebook);
    $ids = [];
    foreach (Catalogue::of($id)->steps($situation) as $step) {
        foreach ($step->rules as $rule) {
            $ids[] = $rule->id();
            expect($rule->judge($situation))->toBeNull();
        }
    }
    expect(array_unique($ids))->toHaveCount(count($ids));
})->with('procedures');

it('carries a caution somewhere and can be sent as JSON', function (string $id, string $rulebook) {
    $situation = emptySituation($rulebook);
    $steps = Catalogue::of($id)->steps($situation);
    $cautions = array_merge(...array_column($steps, 'cautions'));
    $json = json_encode(array_map(static fn ($step): array => $step->toArray($situation->rulebook->units), $steps), JSON_THROW_ON_ERROR);

    expect($cautions)->not->toBe([])->and($json)->toContain('"readings"');
})->with('procedures');

it('is the same judged twice', function (string $id, string $rulebook) {
    $s = emptySituation($rulebook);
    $judge = static fn (): array => Catalogue::of($id)->judge($s->readings, $s->facts, $s->rulebook)->toArray();

    expect($judge())->toBe($judge())->and($judge()['complete'])->toBeFalse();
})->with('procedures');
