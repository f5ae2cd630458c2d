<?php

declare(strict_types=1);

use Core\Tests\Net\Walk;
use Diastoma\Core\Catalogue\Procedures;
use Diastoma\Core\Rulebook\Rulebook;
use Diastoma\Core\Rulebook\Rulebooks;

/** As it was stored by a version that knew only some of the limits. */
function storedWith(Rulebook $shipped, callable $knew): Rulebook
{
    $data = $shipped->toArray();

    return Rulebook::fromArray([...$data, 'limits' => array_values(array_filter($data['limits'], static fn (array $limit): bool => $knew($limit['id'])))]);
}

// Found: after an upgrade 22 pages of old work were faults, for their rulebook had no “ef.temperature_apart_k”.
it('works by the limit that ships where a stored rulebook lacks it', function (string $key) {
    $shipped = Rulebooks::of($key);
    foreach (array_keys($shipped->all()) as $lacks) {
        $stored = storedWith($shipped, static fn (string $id): bool => $id !== $lacks);
        expect($stored->value($lacks))->toBe($shipped->value($lacks))->and(array_keys($stored->all()))->toContain($lacks);
    }
    $tightened = storedWith($shipped->withLimit('ef.ambient.max_c', 35.0, 'Vera', 'asked for by the owner'),
        static fn (string $id): bool => $id === 'ef.ambient.max_c');
    expect($tightened->value('ef.ambient.max_c'))->toBe(35.0)->and(count($tightened->all()))->toBe(count($shipped->all()));
})->with(['iso', 'us']);

it('judges every procedure by a rulebook that was stored with hardly a limit, as by the one that ships', function (string $procedure, string $key) {
    $walk = new Walk($procedure, $key);
    $readings = $walk->made();
    $said = static fn (Rulebook $by): array => array_map(
        static fn ($f): string => "{$f->rule} {$f->severity->value} {$f->said}", $walk->procedure->judge($readings, $walk->facts(), $by)->findings,
    );
    expect($said(storedWith($walk->rulebook, static fn (string $id): bool => $id === 'ef.ambient.max_c')))->toBe($said($walk->rulebook));
})->with(Procedures::ids())->with(['iso', 'us']);
