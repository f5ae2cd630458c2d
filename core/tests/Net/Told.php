<?php

declare(strict_types=1);

namespace Core\Tests\Net;

use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Procedure\ReadingKind;
use Diastoma\Core\Sitting\Entry;
use Diastoma\Core\Sitting\InstrumentKind;
use Diastoma\Core\Sitting\Protocol;
use Diastoma\Core\Sitting\State;

/** A work as it is entered at the one door, reading after reading: what `core/bin/sit` says to it. */
final readonly class Told
{
    /**
     * @param  list<string>  $refused  what was said to each entry that was not taken
     * @param  array<string, string>  $found  severity by rule
     */
    private function __construct(public State $state, public array $refused, public array $found)
    {
    }

    /** @param  list<Reading>  $readings  in order of time; the record of a unit comes from the unit, everything else from one jointer */
    public static function of(Walk $walk, array $readings): self
    {
        $specs = $walk->specs($walk->made());
        $history = $entries = $refused = [];
        foreach ($readings as $k => $reading) {
            $isRow = ($specs[$reading->key]->kind ?? null) === ReadingKind::Row;
            $isRecord = ($specs[$reading->key]->kind ?? null) === ReadingKind::Record;
            $value = ($specs[$reading->key]->kind ?? null) === ReadingKind::Equipment && is_array($reading->value) ? $reading->value['id'] : $reading->value;
            $entry = [
                'id' => "e{$k}", 'kind' => $isRow ? Entry::ROW : Entry::READING, 'payload' => ['key' => $reading->key, $isRow ? 'row' : 'value' => $value],
                'taken_at' => $reading->takenAt->format(\DateTimeInterface::RFC3339), 'by' => 'Ada',
            ];
            if (! $isRecord) {
                $entries[] = $entry;

                continue;
            }
            $said = self::asked($walk, $history, $entries);
            $refused = [...$refused, ...array_column($said['refused'], 'said')];
            $history = [...$history, ...$said['taken'], [...$entry, 'payload' => [...$entry['payload'], 'procedure_version' => $walk->procedure->version()]]];
            $entries = [];
        }
        $said = self::asked($walk, $history, $entries);
        $found = [];
        foreach ($said['view']['verdict']['findings'] as $finding) {
            $found[$finding['rule']] = $finding['severity'];
        }

        return new self(State::from($said['view']['state']), [...$refused, ...array_column($said['refused'], 'said')], $found);
    }

    /**
     * @param  list<array<string, mixed>>  $history
     * @param  list<array<string, mixed>>  $entries
     * @return array<string, mixed>
     */
    private static function asked(Walk $walk, array $history, array $entries): array
    {
        $later = '2027-12-01';

        return Protocol::answer((array) json_decode((string) json_encode([
            'work' => ['kind' => str_starts_with($walk->id, 'cover.') ? 'stretch' : 'joint', 'procedure' => $walk->id, 'facts' => $walk->facts()->toArray()],
            'rulebook' => $walk->rulebook->id, 'now' => '2026-12-30T08:00:00Z',
            'people' => [['name' => 'Ada', 'role' => 'jointer', 'certificate_until' => $later, 'certificates' => [
                'electrofusion' => $later, 'mechanical' => $later, 'gasketed' => $later,
            ]]],
            'instruments' => array_map(static fn (InstrumentKind $kind): array => [
                'id' => "{$kind->value}-1", 'kind' => $kind->value, 'name' => $kind->title(), 'serial' => 'S-1', 'calibration_until' => $later,
            ], InstrumentKind::cases()),
            'history' => $history, 'entries' => $entries,
        ], JSON_PRESERVE_ZERO_FRACTION), true));
    }
}
