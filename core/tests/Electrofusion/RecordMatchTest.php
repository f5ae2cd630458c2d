<?php

declare(strict_types=1);

use Diastoma\Core\Electrofusion\RecordMatch;
use Diastoma\Core\Exception\InvalidInput;

/** @param  array<string, mixed>  $file */
function matched(array $file, string $ended = '10:05:00'): array
{
    $at = static fn (string $t): DateTimeImmutable => new DateTimeImmutable("2026-11-23T{$t}Z");
    $told = [
        'joint' => null, 'label' => null, 'started_at' => null,
        ...array_map(static fn (?string $v): mixed => is_string($v) && str_contains($v, ':') ? $at($v) : $v, $file),
    ];
    try {
        RecordMatch::mustBe(
            $told, ['joint' => '7', 'label' => '7312', 'started_at' => $at('10:00:00')], $at($ended), $at('10:05:00'), new DateTimeZone('Europe/Berlin'),
        );
    } catch (InvalidInput $fault) {
        return array_column($fault->faults, 'field');
    }

    return [];
}

it('holds a record against the joint, the label and the time, and tells every difference at once', function (array $file, string $ended, array $fields) {
    expect(matched($file, $ended))->toBe($fields);
})->with([
    'a file that says nothing' => [[], '10:05:00', []],
    'of this very fusion' => [['joint' => '007', 'label' => '7312', 'started_at' => '10:00:00'], '10:05:00', []],
    'another joint' => [['joint' => '8'], '10:05:00', ['joint']], 'another label' => [['label' => '7313'], '10:05:00', ['label']],
    'ten minutes off' => [['started_at' => '09:50:00'], '10:05:00', []], 'a second more' => [['started_at' => '09:49:59'], '10:05:00', ['began']],
    'all of it' => [['joint' => '8', 'label' => '1', 'started_at' => '08:00:00'], '10:05:00', ['joint', 'label', 'began']],
    'ends in the future' => [[], '10:05:01', ['started_at']],
]);
