<?php

declare(strict_types=1);

use Core\Tests\Net\Walk;
use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Trench\Ways;

/**
 * What a trench so deep, of such ground, comes to: 29 CFR 1926.652(a)(1)(ii) frees less than 5 ft of protection only where no sign of a cave-in is found.
 *
 * @param  array<string, mixed>  $answers
 */
function shallow(array $answers, string $rulebook = 'iso'): string
{
    $walk = (new Walk('cover.stretch', $rulebook))->knowing(['depth_m' => $answers['depth_m']]);
    $readings = array_map(static fn (Reading $r): Reading => array_key_exists($r->key, $answers)
        ? new Reading($r->key, $answers[$r->key], $r->takenAt, $r->by) : $r, $walk->made()->history);
    foreach ($walk->verdict(new Readings($readings))->findings as $finding) {
        if ($finding->rule === 'tr.sides') {
            return $finding->severity->value;
        }
    }

    return 'none';
}

it('frees a shallow trench of protection only where nothing speaks of a cave-in', function (array $answers, string $severity) {
    foreach (['iso', 'us'] as $rulebook) {
        expect(shallow(['protection' => Ways::BARE, 'strength_tsf' => 1.5, ...$answers], $rulebook))->toBe($severity, $rulebook);
    }
})->with([
    'firm clay, 1.4 m' => [['depth_m' => 1.4], 'go'],
    'type C by its strength, 1.4 m' => [['depth_m' => 1.4, 'strength_tsf' => 0.4], 'mend'],
    'water, 1.4 m' => [['depth_m' => 1.4, 'dry_sides' => false], 'mend'],
    'fissures, 1.4 m' => [['depth_m' => 1.4, 'no_fissures' => false], 'mend'],
    'dug before, 0.9 m' => [['depth_m' => 0.9, 'never_dug' => false], 'mend'],
    'sand at the depth of a knee' => [['depth_m' => 0.6, 'holds_together' => false], 'go'],
    'sand a little deeper' => [['depth_m' => 0.61, 'holds_together' => false], 'mend'],
    'everything at once, 1.4 m' => [
        ['depth_m' => 1.4, 'strength_tsf' => 0.4, 'dry_sides' => false, 'holds_together' => false, 'no_fissures' => false, 'never_dug' => false], 'mend',
    ],
    'deep enough for protection anywhere' => [['depth_m' => 1.6], 'stop'],
]);

it('asks for a bed on rock that is thick enough, and for none that is thin', function (float $mm, string $severity) {
    $walk = new Walk('cover.stretch');
    $answers = ['foundation' => Ways::ON_ROCK, 'bedding_start_mm' => $mm, 'bedding_middle_mm' => $mm, 'bedding_end_mm' => $mm];
    $verdict = $walk->verdict($walk->made($answers));
    $found = array_intersect_key(Walk::found($verdict), ['tr.bedding' => 1, 'tr.bedding_most' => 1, 'tr.foundation' => 1]);
    expect($found['tr.bedding'] ?? 'go')->toBe($severity)->and($found['tr.foundation'] ?? 'go')->toBe('go')->and($found['tr.bedding_most'] ?? 'go')->toBe('go');
})->with(['149 mm' => [149.0, 'mend'], '150 mm' => [150.0, 'go'], '250 mm' => [250.0, 'go']]);
