<?php

declare(strict_types=1);

namespace Core\Tests\Net;

/** What every spoilt story comes to, a line for everything that was spoilt: stories.txt. */
final class StoryPins
{
    public const FILE = __DIR__.'/stories.txt';

    /** @return list<string> */
    public static function of(Walk $walk): array
    {
        $counted = [];
        foreach (array_merge(...array_values(Stories::of($walk->id, $walk->rulebook->id))) as $case) {
            [$what, $how] = self::split($case->what);
            $counted["{$case->kind} | {$what}"][$case->outcome][] = $how;
        }
        $lines = [];
        foreach ($counted as $what => $outcomes) {
            ksort($outcomes);
            $said = [];
            foreach ($outcomes as $outcome => $ways) {
                $said[] = $outcome === 'silent' ? 'silent '.implode(', ', $ways) : "{$outcome} ".count($ways);
            }
            $lines[] = "{$walk->id} {$walk->rulebook->id} | {$what} | ".implode('; ', $said);
        }

        return $lines;
    }

    /** @return array{string, string} what was spoilt, and in which of several ways */
    private static function split(string $what): array
    {
        $at = strpos($what, ' ');

        return $at === false ? [$what, ''] : [substr($what, 0, $at), trim(substr($what, $at))];
    }

    /** @return list<string> the lines of one procedure and rulebook in the file; with DIASTOMA_PIN=1 they are written first */
    public static function pinned(Walk $walk): array
    {
        $start = "{$walk->id} {$walk->rulebook->id} | ";
        if (getenv('DIASTOMA_PIN') === '1') {
            $others = array_filter(self::lines(), static fn (string $line): bool => ! str_starts_with($line, $start));
            $all = [...$others, ...self::of($walk)];
            sort($all);
            file_put_contents(self::FILE, implode("\n", $all)."\n");
        }

        return array_values(array_filter(self::lines(), static fn (string $line): bool => str_starts_with($line, $start)));
    }

    /** @return list<string> */
    private static function lines(): array
    {
        return is_file(self::FILE) ? array_values(array_filter(explode("\n", (string) file_get_contents(self::FILE)))) : [];
    }
}
