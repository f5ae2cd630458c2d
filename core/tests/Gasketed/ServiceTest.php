<?php

declare(strict_types=1);

use Core\Tests\Net\Walk;
use Diastoma\Core\Gasketed\BellAndSpigot;
use Diastoma\Core\Gasketed\Systems\JointSystem;
use Diastoma\Core\Gasketed\Systems\JointSystems;
use Diastoma\Core\Procedure\Facts;
use Diastoma\Core\Rulebook\Finding;

it('says what may flow through each joint system that ships', function (string $key) {
    $of = static fn (string $service): ?Finding => collect((new Walk("gasketed.{$key}"))->knowing(['service' => $service])->verdict(
        (new Walk("gasketed.{$key}"))->made(),
    )->findings)->first(static fn (Finding $f): bool => $f->rule === 'gs.service');
    expect($of('gas')?->severity->value)->toBe('stop')->and($of('gas')?->final)->toBeTrue()->and($of('sewer_gravity')?->severity->value)->toBe('go');
})->with(array_map(static fn (JointSystem $s): array => [$s->key], JointSystems::shipped()));

it('carries no pressure through a gravity joint, nor more than its card says', function () {
    $walk = new Walk('gasketed.corrugated_hdpe');
    $found = static fn (array $facts): string => Walk::found($walk->knowing($facts)->verdict($walk->made()))['gs.service'] ?? 'go';
    expect($found(['service' => 'water']))->toBe('stop')->and($found(['service' => 'sewer_rising']))->toBe('stop');

    $base = JointSystems::find('pvc_pressure') ?? throw new LogicException;
    $made = new BellAndSpigot(JointSystem::fromArray([...$base->toArray(), 'pressure_kpa' => 1000.0]));
    $water = new Walk('gasketed.pvc_pressure');
    $judged = static fn (float $kpa): string => Walk::found($made->judge(
        $water->made(), new Facts([...$water->facts()->toArray(), 'line_kpa' => $kpa]), $water->rulebook,
    ))['gs.service'] ?? 'go';
    expect($judged(1000.0))->toBe('go')->and($judged(1001.0))->toBe('stop');
});

it('has one shallow place in the sweep looked at again', function () {
    $walk = new Walk('gasketed.pvc_pressure');
    expect(Walk::found($walk->verdict($walk->changed($walk->made(), 'feeler_mm', [62.0, 62.0, 62.0, 52.0, 62.0, 62.0, 62.0,
        62.0])))['gs.feeler'] ?? '')->toBe('mend');
});
