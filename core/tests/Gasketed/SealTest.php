<?php

declare(strict_types=1);

use Diastoma\Core\Gasketed\BellAndSpigot;
use Diastoma\Core\Gasketed\Systems\JointSystem;
use Diastoma\Core\Procedure\Facts;
use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Rulebook\Rulebooks;

/** @param  array<string, mixed>  $change */
function invented(array $change = []): JointSystem
{
    return JointSystem::fromArray([
        'key' => 'invented', 'title' => 'Invented for a test', 'material' => 'pvc', 'home' => 'home_line', 'source' => 'invented for a test', 'sizes' => [],
        ...$change,
    ]);
}

/** @return array<string, Step> by id */
function stepsOf(JointSystem $system): array
{
    $situation = new Situation(new Readings, new Facts(['dn_mm' => 200.0, 'od_mm' => 200.0, 'wall_mm' => 7.7, 'pipe_length_m' => 6.0]), Rulebooks::iso());

    return array_column((new BellAndSpigot($system))->steps($situation), null, 'id');
}

it('draws every word of its seal from the system', function (bool $sealant, string $title, string $dry, string $look) {
    $steps = stepsOf(invented(['sealant' => $sealant, 'lubricated' => false]));
    expect($steps['gasket']->title)->toBe($title)->and($steps['lubricate']->readings[1]->label)->toBe($dry)->and($steps['look']->instruction)->toBe($look);
})->with([
    'a ring' => [false, 'Gasket', 'Spigot, ring and socket dry?', 'No feeler here: look for misalignment, soil and a rolled gasket.'],
    'sealant' => [true, 'Sealant', 'Tongue and groove dry?', 'No feeler here: look for misalignment, dirt and a break in the sealant.'],
]);

it('looks for what the system says, where no feeler can tell', function () {
    expect(stepsOf(invented(['look' => 'A torn lip shows as a thread.']))['look']->instruction)->toBe('A torn lip shows as a thread.');
});

it('asks for no deflection of a joint that does not turn, and lets it turn by none', function () {
    $stiff = invented(['turns' => false, 'sizes' => [['dn_mm' => 200, 'allowed_deg' => 3.0]]]);
    expect(stepsOf($stiff))->not->toHaveKey('deflect')->toHaveKey('support')->and($stiff->allowed(200.0, null)?->degrees)->toBe(0.0)
        ->and(stepsOf(invented()))->toHaveKey('deflect');
});

it('is drawn as the system says, else by what it is made of', function (array $change, string $shape) {
    expect((new BellAndSpigot(invented($change)))->shape())->toBe("gasketed.{$shape}");
})->with([
    [[], 'bell'], [['shape' => 'coupling'], 'coupling'], [['sides' => 2], 'sleeve'], [['locking' => true], 'locked'], [['material' => 'concrete'], 'concrete'],
    [['material' => 'grp'], 'coupling'], [['material' => 'corrugated_hdpe'], 'corrugated'],
]);

it('keeps all of it when it is stored and read again', function () {
    $system = invented(['turns' => false, 'look' => 'A torn lip.', 'shape' => 'locked', 'sealant' => true]);
    expect(JointSystem::fromArray($system->toArray())->toArray())->toBe($system->toArray());
});
