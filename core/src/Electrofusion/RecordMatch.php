<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion;

use Diastoma\Core\Exception\InvalidInput;

/** Whether a control unit's file is the record of this very fusion: by joint, label and time. */
final class RecordMatch
{
    /** How far start times may differ, min: clocks of control units are set by hand. Common practice: no figure published. */
    public const CLOCK_SLACK_MIN = 10;

    /**
     * @param  array{joint: ?string, label: ?string, started_at: ?\DateTimeImmutable}  $file  as the file says; null where it does not
     * @param  array{joint: string, label: ?string, started_at: \DateTimeImmutable}  $ours  as the work says, and as the crew says
     * @param  \DateTimeImmutable  $ended  when the fusion of the file would have ended
     *
     * @throws InvalidInput with every difference at once, the file's value beside ours
     */
    public static function mustBe(array $file, array $ours, \DateTimeImmutable $ended, \DateTimeImmutable $now, \DateTimeZone $zone): void
    {
        $local = static fn (\DateTimeImmutable $at): string => $at->setTimezone($zone)->format('Y-m-d H:i');
        $rows = [];
        if ($file['joint'] !== null && ltrim($file['joint'], '0') !== $ours['joint']) {
            $rows[] = ['Joint', $file['joint'], $ours['joint']];
        }
        if ($file['label'] !== null && $file['label'] !== $ours['label']) {
            $rows[] = ['Label', $file['label'], $ours['label'] ?? 'not read yet'];
        }
        if ($file['started_at'] !== null && abs($ours['started_at']->getTimestamp() - $file['started_at']->getTimestamp()) > 60 * self::CLOCK_SLACK_MIN) {
            $rows[] = ['Began', $local($file['started_at']), $local($ours['started_at'])];
        }
        if ($rows !== []) {
            $said = implode(' ', array_map(static fn (array $r): string => "{$r[0]} on the record: {$r[1]}. {$r[0]} here: {$r[2]}.", $rows));
            $faults = array_map(static fn (array $r): array => ['field' => strtolower($r[0]), 'detail' => $r[0], 'value' => $r[1], 'limit' => $r[2]], $rows);
            throw InvalidInput::of("{$said} This record belongs to another joint: open that one, or choose the right file. Nothing was stored.", $faults);
        }
        if ($ended > $now) {
            throw InvalidInput::field(
                'started_at', 'This record would end in the future. Check the start time you gave.',
                $ours['started_at']->format(\DateTimeInterface::RFC3339),
            );
        }
    }
}
