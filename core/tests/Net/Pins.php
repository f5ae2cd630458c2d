<?php

declare(strict_types=1);

namespace Core\Tests\Net;

/** What every bad answer comes to, pinned in one readable file: a change of a severity has to change a line of it. */
final class Pins
{
    public const FILE = __DIR__.'/severities.txt';

    /**
     * One line a reading and bad answer: what it comes to, by which rules.
     *
     * @return list<string>
     */
    public static function of(Walk $walk): array
    {
        return array_map(static function (Badly $b) use ($walk): string {
            $found = Walk::found($b->verdict);
            ksort($found);
            $rules = implode(', ', array_map(static fn (string $rule, string $severity): string => "{$severity} {$rule}", array_keys($found), $found));

            return "{$walk->id} | {$b->at} | {$b->words} | ".(
                $b->verdict->isAccepted() ? 'accepted' : ($b->verdict->isComplete() ? $b->verdict->severity()->value : 'unfinished')
            ).' | '.($rules === '' ? '–' : $rules);
        }, $walk->badly());
    }

    /** @return array<string, string> rules that were seen to find something */
    public static function failing(Walk $walk): array
    {
        return array_merge([], ...array_map(static fn (Badly $b): array => Walk::found($b->verdict), $walk->badly()));
    }

    /** @return list<string> the lines of one procedure in the file; with DIASTOMA_PIN=1 they are written first */
    public static function pinned(string $id): array
    {
        if (getenv('DIASTOMA_PIN') === '1') {
            $others = array_filter(self::lines(), static fn (string $line): bool => ! str_starts_with($line, "{$id} | "));
            $all = [...$others, ...self::of(new Walk($id))];
            sort($all);
            file_put_contents(self::FILE, implode("\n", $all)."\n");
        }
        $mine = self::lines();
        $found = array_values(array_filter($mine, static fn (string $line): bool => str_starts_with($line, "{$id} | ")));
        $order = array_flip(self::of(new Walk($id)));
        usort($found, static fn (string $a, string $b): int => ($order[$a] ?? PHP_INT_MAX) <=> ($order[$b] ?? PHP_INT_MAX));

        return $found;
    }

    /** @return list<string> */
    private static function lines(): array
    {
        return is_file(self::FILE) ? array_values(array_filter(explode("\n", (string) file_get_contents(self::FILE)))) : [];
    }

    /** @return array<string, string> by limit: the test that fails when it moves */
    public static function limitTests(): array
    {
        $tests = array_fill_keys(array_keys(self::limitSides()), '`Net/LimitsTest`');
        foreach (self::held() as $line) {
            [$id, $test] = explode(' | ', $line);
            $tests[$id] = "`{$test}`";
        }

        foreach (TestBounds::pinned() as $line) {
            $tests[explode(' | ', $line)[0]] = '`Net/TestLimitsTest`';
        }

        return $tests;
    }

    /** @return array<string, string> by limit: what its first rule says on either side, in the units of the first rulebook */
    public static function limitSides(): array
    {
        $sides = [];
        foreach (['us', 'iso'] as $rulebook) {
            foreach (file(__DIR__."/limits-{$rulebook}.txt", FILE_IGNORE_NEW_LINES | FILE_SKIP_EMPTY_LINES) ?: [] as $line) {
                $parts = explode(' | ', $line);
                $words = preg_replace(['/ below [^;,]+,/', '/; .*/'], [' below,', ''], $parts[count($parts) - 1]);
                $sides[$parts[0]] ??= "{$words}: `{$parts[1]}`";
            }
        }

        foreach (TestBounds::pinned() as $line) {
            [$id, $method, $change] = explode(' | ', $line);
            $sides[$id] ??= "`{$method}`, {$change}";
        }

        return $sides;
    }

    /** @return list<string> */
    public static function held(): array
    {
        return file(__DIR__.'/limits-held-elsewhere.txt', FILE_IGNORE_NEW_LINES | FILE_SKIP_EMPTY_LINES) ?: [];
    }
}
