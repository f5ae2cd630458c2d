<?php

declare(strict_types=1);

use Core\Tests\Net\Walk;
use Diastoma\Core\Catalogue\Procedures;
use Diastoma\Core\Electrofusion\Coupler;
use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Sitting\Memory;
use Diastoma\Core\Sitting\Protocol;

/** A reading as a tablet has it. */
function remembered(Reading $reading, int $k): array
{
    return ['id' => "e-{$k}", 'kind' => 'reading', 'payload' => ['key' => $reading->key, 'value' => $reading->value],
        'taken_at' => $reading->takenAt->format(DateTimeInterface::RFC3339), 'by' => 'Ada'];
}

/** What a tablet asks about a work made by this crew. */
function askedOf(Walk $walk, array $history, array $entries): array
{
    return ['work' => ['kind' => $walk->procedure->kind(), 'procedure' => $walk->id, 'facts' => $walk->facts()->toArray()], 'rulebook' => $walk->rulebook,
        'people' => [['name' => 'Ada', 'role' => 'jointer', 'certificates' => ['electrofusion' => '2099-01-01', 'flange' => '2099-01-01']]], 'for' => 'Ada',
        'now' => '2026-11-26T10:00:00Z', 'history' => $history, 'entries' => $entries];
}

it('says after each entry what one says who remembers nothing', function (string $procedure) {
    $seed = crc32($procedure) % 1000;
    $walk = new Walk($procedure, $seed % 2 === 0 ? 'iso' : 'us');
    $memory = new Memory;
    $history = [];
    foreach ($walk->restless($seed) as $k => $reading) {
        $entry = remembered($reading, $k);
        $asked = askedOf($walk, $history, [$entry]);
        $quick = Protocol::desk($asked, memory: $memory);
        if ($k % 5 === 0) {
            expect(json_encode($quick))->toBe(json_encode(Protocol::desk($asked)), "{$procedure}, seed {$seed}, after {$k}: {$reading->key}");
        }
        $history[] = $entry;
        if ($k % 7 === 0) {
            $late = ['id' => "late-{$k}", 'taken_at' => $reading->takenAt->modify('-2 minutes')->format(DateTimeInterface::RFC3339)];
            $history[] = [...$entry, ...$late]; // of another tablet
        }
    }
})->with(Procedures::ids());

it('begins again for another work, other facts and other rules, and reads an entry again that says something else', function () {
    $memory = new Memory;
    $walk = new Walk(Coupler::ID);
    $entries = array_map(remembered(...), $made = $walk->made()->history, array_keys($made));
    $others = [
        'as it was' => [$walk, $entries],
        'other facts' => [$walk->knowing(['dn_mm' => 180.5]), $entries], 'a text' => [$walk->knowing(['material' => '10']), $entries],
        'another text, the same number' => [$walk->knowing(['material' => '10.0']), $entries],
        'other rules' => [new Walk(Coupler::ID, 'us'), $entries], 'less' => [$walk, array_slice($entries, 0, 20)],
        'the same id, another value' => [$walk, array_map(static fn (array $e): array => $e['payload']['key'] === 'ambient_c'
            ? [...$e, 'payload' => ['key' => 'ambient_c', 'value' => 46.0]] : $e, $entries)],
    ];
    foreach ([...$others, ...array_reverse($others)] as $name => [$of, $history]) {
        $asked = askedOf($of, $history, []);
        expect(json_encode(Protocol::desk($asked, memory: $memory)))->toBe(json_encode(Protocol::desk($asked)), $name);
    }
});
