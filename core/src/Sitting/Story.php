<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting;

use Diastoma\Core\Procedure\Holds;
use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Quantity\Moment;
use Diastoma\Core\Rulebook\Overrule;
use Diastoma\Core\Rulebook\Severity;

/**
 * What entries come to: readings (rows and signatures among them) and overrules in the order in which things were done, whenever they arrived. What was
 * done at one moment stands in the order of arrival.
 */
final class Story
{
    /** Kinds of entries that answer something. */
    private const ANSWERS = [Entry::READING, Entry::ROW, Entry::SIGNATURE, Entry::LIST, Entry::ROUND, Entry::SHIFT];

    /** @param  list<Entry>  $entries  in order of arrival */
    public static function of(array $entries): Readings
    {
        $history = $overrules = [];
        foreach (self::inOrder($entries) as $entry) {
            $at = $entry->at();
            $entered = $entry->paper() === [] ? null : $entry->takenAt;
            if (($entry->payload[Holds::FIRST_OF_DAY] ?? false) === true) {
                $history[] = new Reading(Holds::FIRST_OF_DAY, true, $at, $entry->by, $entry->receivedAt);
            }
            foreach (is_array($seen = $entry->payload[Entry::WITNESSED] ?? null) ? $seen : [] as $key => $value) {
                $history[] = new Reading((string) $key, self::value($value), $at, $entry->by, $entry->receivedAt);
            }
            if (in_array($entry->kind, self::ANSWERS, true)) {
                foreach ($entry->answers() as $one) {
                    $seen = isset($one['at']) ? Moment::spelled($one['at']) : null;
                    $history[] = new Reading(
                        $one['key'], self::value($one['value']), $at, $entry->by, $entry->receivedAt, $one['how'], $entered,
                        $seen === null ? null : new \DateTimeImmutable($seen),
                    );
                }
            } elseif ($entry->kind === Entry::OVERRULE) {
                $overrules[] = self::overrule($entry);
            }
        }

        return new Readings($history, $overrules);
    }

    /**
     * @param  list<Entry>  $entries
     * @return list<Entry> by the moment at which each was done
     */
    public static function inOrder(array $entries): array
    {
        $before = null;
        foreach ($entries as $entry) {
            if ($before !== null && $entry->at() < $before->at()) {
                usort($entries, static fn (Entry $a, Entry $b): int => $a->at() <=> $b->at()); // PHP keeps the order of equals
                break;
            }
            $before = $entry;
        }

        return $entries;
    }

    /**
     * The version of its procedure that a work stands under: the one it was begun by, until somebody judged it again on purpose.
     *
     * @param  list<Entry>  $entries  in order of arrival
     * @return ?int null where nothing was read yet
     */
    public static function version(array $entries): ?int
    {
        $version = null;
        foreach ($entries as $entry) {
            $given = $entry->payload['procedure_version'] ?? 1; // what was written before there were versions
            if ($entry->kind === Entry::JUDGED_AGAIN || in_array($entry->kind, self::ANSWERS, true) && $version === null) {
                $version = is_int($given) ? $given : 1;
            }
        }

        return $version;
    }

    /**
     * @param  list<Entry>  $entries
     * @return ?Entry the one that says it was cut out
     */
    public static function cutOut(array $entries): ?Entry
    {
        foreach ($entries as $entry) {
            if ($entry->kind === Entry::CUT_OUT) {
                return $entry;
            }
        }

        return null;
    }

    /**
     * @param  list<Entry>  $entries
     * @return list<array<string, mixed>> notes and pictures, the oldest first
     */
    public static function remarks(array $entries): array
    {
        $remarks = self::inOrder(array_values(array_filter($entries, self::isRemark(...))));

        return array_map(
            static fn (Entry $e): array => ['kind' => $e->kind, ...$e->payload, 'at' => $e->takenAt->format(\DateTimeInterface::RFC3339), 'by' => $e->by],
            $remarks,
        );
    }

    /** Whether nothing hangs on it. */
    private static function isRemark(Entry $entry): bool
    {
        return $entry->kind === Entry::NOTE || $entry->kind === Entry::PICTURE;
    }

    /**
     * @param  list<Entry>  $entries  in order of arrival
     * @return ?Entry the last to be done that something hangs on: no note and no picture
     */
    public static function last(array $entries): ?Entry
    {
        $last = null;
        foreach ($entries as $entry) {
            $last = self::isRemark($entry) || $last !== null && $entry->takenAt < $last->takenAt ? $last : $entry;
        }

        return $last;
    }

    public static function overrule(Entry $entry): Overrule
    {
        $text = static fn (string $key, string $otherwise = ''): string => is_string($entry->payload[$key] ?? null) ? $entry->payload[$key] : $otherwise;

        return new Overrule($text('rule'), $entry->by, $text('role'), $text('reason'), $entry->takenAt, Severity::from($text('severity', 'stop')));
    }

    /** @return bool|float|string|list<float>|array<string, mixed> whole numbers come back from JSON as such */
    private static function value(mixed $value): bool|float|string|array
    {
        if (is_array($value) && array_is_list($value)) {
            return array_map(static fn (mixed $v): float => is_int($v) || is_float($v) ? (float) $v : 0.0, $value);
        }
        if (is_array($value)) {
            /** @var array<string, mixed> $value */
            return array_map(static fn (mixed $v): mixed => is_int($v) ? (float) $v : $v, $value);
        }

        return is_int($value) ? (float) $value : (is_bool($value) || is_float($value) || is_string($value) ? $value : '');
    }
}
