<?php

declare(strict_types=1);

namespace Diastoma\Core\Device;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\PressureTest\Readiness;
use Diastoma\Core\PressureTest\Run\ByHand;
use Diastoma\Core\PressureTest\Run\Conduct;
use Diastoma\Core\Procedure\Clock;
use Diastoma\Core\Quantity\Moment;

/** A test read by hand as a tablet asks about it: what the server has, and what was entered here since. */
final class GaugeByHand
{
    /**
     * @param  array<mixed>  $given  test of ByHand::of(), samples {t, p, c, added} and notes {t, phase} that the server has, entries made here {path: run
     *     {mode} | readings {pressure_kpa, temperature_c, added_l} | notes {text, phase} | finish {measured, broken_off}, at, by}, now; of a test that
     *     the server knows as planned only: planned_at, and gates of Readiness as they were told last
     * @return array<string, mixed> of ByHand::stands(), with the notes, and when it was begun
     *
     * @throws InvalidInput naming what is missing or wrong
     */
    public static function stands(array $given): array
    {
        $now = self::moment('now', $given);
        [$test, $began] = self::begun($given, $now);
        $rows = array_map(static fn (array $row): array => [
            't' => (float) self::number($row['t'] ?? 0), 'p' => (float) self::number($row['p'] ?? 0), 'c' => self::number($row['c'] ?? null),
            'added' => self::number($row['added'] ?? null),
        ], self::rows($given, 'samples'));
        $notes = array_map(static fn (array $note): array => [
            't' => (float) self::number($note['t'] ?? 0), 'text' => self::text($note['text'] ?? null), 'phase' => self::phase($note),
            'by' => self::text($note['by'] ?? null), 'at' => self::text($note['at'] ?? null),
        ], self::rows($given, 'notes'));
        $end = null;
        foreach (self::rows($given, 'entries') as $entry) {
            $at = self::moment('at', $entry);
            $t = $test->into($at, $now);
            $payload = is_array($entry['payload'] ?? null) ? $entry['payload'] : [];
            if (($entry['path'] ?? null) === 'readings') {
                $rows[] = [
                    't' => $t, 'p' => (float) ByHand::value('pressure_kpa', $payload['pressure_kpa'] ?? null),
                    'c' => ByHand::value('temperature_c', $payload['temperature_c'] ?? null), 'added' => ByHand::value('added_l', $payload['added_l'] ?? null),
                ];
            } elseif (($entry['path'] ?? null) === 'notes') {
                $notes[] = [
                    't' => $t, 'text' => self::text($payload['text'] ?? null), 'phase' => self::phase($payload), 'by' => self::text($entry['by'] ?? null),
                    'at' => $at->format(\DateTimeInterface::RFC3339),
                ];
            } elseif (($entry['path'] ?? null) === 'finish') {
                $end = $payload;
            }
        }

        $stands = $test->stands(
            $rows, $notes, $now, is_array($end['measured'] ?? null) ? $end['measured'] : [], self::text($end['broken_off'] ?? null),
        );
        $kind = Clock::TEST_PHASE;

        return [
            ...$stands, 'clock' => [...$stands['clock'], 'kind' => $kind, 'needs_hand' => Clock::needsHand($kind)], 'notes' => $notes, 'ended' => $end !== null,
            'began' => $began,
        ];
    }

    /**
     * The test as the server has it begun, or as it was begun here.
     *
     * @param  array<mixed>  $given
     * @return array{ByHand, ?string} when it was begun here
     *
     * @throws InvalidInput where it was not begun, or could not be
     */
    private static function begun(array $given, \DateTimeImmutable $now): array
    {
        $told = is_array($given['test'] ?? null) ? $given['test'] : [];
        $begins = array_values(array_filter(self::rows($given, 'entries'), static fn (array $entry): bool => ($entry['path'] ?? null) === 'run'));
        if (isset($told['started_at']) || $begins === []) {
            return [ByHand::of($told), null];
        }
        $at = self::moment('at', $begins[0]);
        $mode = is_array($begins[0]['payload'] ?? null) ? $begins[0]['payload']['mode'] ?? null : null;
        $wrong = $mode !== 'hand' ? 'Without signal a test is begun by hand.' : Conduct::beginAt($at, self::moment('planned_at', $given), $now)
            ?? (new Conduct(0, Conduct::PLANNED))->begin(Readiness::againstAt(self::rows($given, 'gates'), $at));
        $began = $at->setTimestamp($at->getTimestamp())->format(\DateTimeInterface::RFC3339); // on the second, as it is kept

        return $wrong === null ? [ByHand::of([...$told, 'started_at' => $began]), $began] : throw InvalidInput::field('at', $wrong, $began);
    }

    /**
     * @param  array<mixed>  $given
     * @return list<array<mixed>>
     */
    private static function rows(array $given, string $key): array
    {
        return array_values(array_filter(is_array($given[$key] ?? null) ? $given[$key] : [], is_array(...)));
    }

    /**
     * @param  array<mixed>  $given
     *
     * @throws InvalidInput where there is none
     */
    private static function moment(string $key, array $given): \DateTimeImmutable
    {
        $text = self::text($given[$key] ?? null);

        $at = Moment::spelled($text) ?? throw InvalidInput::field($key, "“{$text}” is no moment.", $text);

        return new \DateTimeImmutable($at);
    }

    private static function number(mixed $value): ?float
    {
        return is_int($value) || is_float($value) ? (float) $value : null;
    }

    private static function text(mixed $value): string
    {
        return is_string($value) ? $value : '';
    }

    /** @param  array<mixed>  $note */
    private static function phase(array $note): ?string
    {
        return is_string($note['phase'] ?? null) ? $note['phase'] : null;
    }
}
