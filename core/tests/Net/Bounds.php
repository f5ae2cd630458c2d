<?php

declare(strict_types=1);

namespace Core\Tests\Net;

use Diastoma\Core\Catalogue\Procedures;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Procedure\ReadingKind;
use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Verdict;
use Diastoma\Core\Rulebook\Rulebook;
use Diastoma\Core\Rulebook\Rulebooks;

/**
 * Every limit of a rulebook from both sides: the same good work is judged while one limit is moved, and where a rule changes its mind the exact place is
 * found. No list is kept by hand:
 * which rule hangs on which limit is found by moving it.
 */
final class Bounds
{
    private const LADDER = [0.001, 0.5, 0.95, 1.05, 2.0, 50.0];

    /** In the reading's own unit. */
    private const OFF = [0.6, -0.6, 4.0, -4.0];

    private const WAYS = ['as usual'];

    /**
     * @return array<string, string> “limit | rule” and what it comes to on each side of which value
     */
    public static function of(string $rulebook): array
    {
        $found = [];
        foreach (Procedures::ids() as $id) {
            $walk = new Walk($id, $rulebook);
            foreach (array_intersect_key($walk->ways(), array_flip(self::WAYS)) as $readings) {
                foreach (array_intersect(self::ofJoints($walk->rulebook), $walk->asked($readings)) as $limit) {
                    $found += self::moved($walk, $readings, $limit, $found);
                }
            }
        }
        $found += self::offALittle($rulebook, self::missing($rulebook, $found));
        ksort($found);

        return $found;
    }

    /**
     * @param  array<string, string>  $found
     * @return list<string> limits that good work does not touch: it leaves no gap, and both its ends have the same mean
     */
    private static function missing(string $rulebook, array $found): array
    {
        $touched = array_map(static fn (string $key): string => explode(' | ', $key)[0], array_keys($found));

        return array_values(array_diff(self::ofJoints(Rulebooks::of($rulebook) ?? Rulebooks::iso()), $touched));
    }

    /**
     * The same for work with one reading off by a little: the first place where each of those limits is seen to decide.
     *
     * @param  list<string>  $limits
     * @return array<string, string>
     */
    private static function offALittle(string $rulebook, array $limits): array
    {
        $found = [];
        foreach (Procedures::ids() as $id) {
            $mine = array_filter($limits, static fn (string $limit): bool => str_starts_with($id, 'gasketed') === str_starts_with($limit, 'gs.'));
            $walk = new Walk($id, $rulebook);
            $good = $walk->ways()['all that need not be'];
            foreach ($mine === [] ? [] : $walk->specs($good) as $key => $spec) {
                foreach (self::off($spec, $good->reading($key)?->value) as $how => $off) {
                    $readings = $walk->changed($good, $key, $off);
                    foreach (array_intersect($mine, $walk->asked($readings)) as $k => $limit) {
                        $value = $walk->rulebook->value($limit);
                        if (
                            self::severities($walk, $readings, $limit, 0.05 * $value) !== self::severities($walk, $readings, $limit, 20 * $value)
                        ) {
                            foreach (self::moved($walk, $readings, $limit) as $what => $said) {
                                $found["{$what} | {$key} {$how}"] = $said;
                            }
                            unset($mine[$k], $limits[$k]);
                        }
                    }
                }
            }
        }

        return $found;
    }

    /** @return list<string> the limits that joints are judged by: those of the tests are moved by TestBounds */
    public static function ofJoints(Rulebook $rulebook): array
    {
        return array_values(array_filter(array_keys($rulebook->all()), static fn (string $id): bool => ! str_starts_with($id, 'test.')));
    }

    /** @return array<string, mixed> values of a reading that are off by a little, by words */
    private static function off(ReadingSpec $spec, mixed $value): array
    {
        $off = [];
        foreach ($spec->kind === ReadingKind::Choice ? $spec->choices : [] as $choice) {
            $off["is {$choice}"] = $choice;
        }
        foreach (self::OFF as $by) {
            if (is_array($value) && is_float($value[0] ?? null)) {
                $off["off by {$by}"] = [$value[0] + $by, ...array_slice($value, 1)];
            } elseif (is_float($value)) {
                $off["off by {$by}"] = $value + $by;
            }
        }

        return $off;
    }

    /**
     * @param  array<string, string>  $before  what is known already is not looked for once more
     * @return array<string, string>
     */
    private static function moved(Walk $walk, Readings $readings, string $limit, array $before = []): array
    {
        $value = $walk->rulebook->value($limit);
        $unit = $walk->rulebook->limit($limit)->unit->value;
        $known = []; // rules that hang on one limit change their minds at the same places
        $judged = function (float $at) use (&$known, $walk, $readings, $limit): array {
            return $known[(string) $at] ??= self::severities($walk, $readings, $limit, $at);
        };
        $severities = [];
        foreach (self::LADDER as $times) {
            $seen = $judged($times * $value);
            if (isset($seen['whole']) && $times === self::LADDER[0]) { // nothing could be judged by so little: the least that can be
                $times = 0.02;
                $seen = $judged($times * $value);
            }
            foreach ($seen as $rule => $severity) {
                $severities[$rule][(string) ($times * $value)] = $severity;
            }
        }
        $found = [];
        foreach ($severities as $rule => $at) {
            if (isset($before["{$limit} | {$rule}"])) {
                continue;
            }
            $values = array_map(floatval(...), array_keys($at));
            $said = array_values($at);
            $parts = [];
            for ($k = 1; $k < count($said); $k++) {
                if ($said[$k] !== $said[$k - 1]) {
                    [$low, $high] = [$values[$k - 1], $values[$k]];
                    for ($i = 0; $i < 22 && sprintf('%.5g', $low) !== sprintf('%.5g', $high); $i++) { // what is printed is known then
                        $middle = ($low + $high) / 2;
                        $now = $judged($middle)[$rule] ?? '–';
                        $now === $said[$k - 1] ? $low = $middle : $high = $middle;
                    }
                    $parts[] = sprintf(
                        '%s below %s%s, %s above', $said[$k - 1], sprintf('%.5g', ($low + $high) / 2), $unit === '' ? '' : " {$unit}", $said[$k],
                    );
                }
            }
            if ($parts !== []) {
                $found["{$limit} | {$rule}"] = implode('; ', $parts);
            }
        }

        return $found;
    }

    /** @return array<string, string> worst severity of each rule */
    private static function severities(Walk $walk, Readings $readings, string $limit, float $value): array
    {
        $worst = [];
        try {
            $verdict = self::judged($walk, $readings, $walk->rulebook->withLimit($limit, $value, 'Net', 'moved to find where the rule changes its mind'));
        } catch (InvalidInput) {
            return ['whole' => 'no such limit'];
        }
        foreach ($verdict->findings as $finding) {
            $rule = preg_replace('/_[a-d](?=\.|$)|\.[a-d](?=\.|$)|(?<=restraint)_?\d/', '', $finding->rule) ?? $finding->rule; // the same rule at every end
            $worst[$rule] = isset($worst[$rule]) && array_search(
                $worst[$rule], ['go', 'watch', 'mend', 'stop'], true,
            ) >= $finding->severity->rank() ? $worst[$rule] : $finding->severity->value;
        }

        return $worst;
    }

    private static function judged(Walk $walk, Readings $readings, Rulebook $rulebook): Verdict
    {
        return $walk->procedure->judge($readings, $walk->facts(), $rulebook);
    }
}
