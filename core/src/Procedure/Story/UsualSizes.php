<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure\Story;

use Diastoma\Core\Procedure\ReadingKind;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Step;

/** Lays what is usual for the work at hand onto the numbers that are asked for. A number that belongs to one end, side or fusion has the range of its kind. */
final class UsualSizes
{
    /**
     * @param  array<string, array{float, float}>  $usual  lowest and highest by key, without end, side or fusion; of a column as row.column or as the
     *     column alone
     */
    public static function onto(Step $step, array $usual): Step
    {
        $isChanged = false;
        $specs = [];
        foreach ($step->readings as $spec) {
            $sized = self::sized($spec, $usual);
            $isChanged = $isChanged || $sized !== $spec;
            $specs[] = $sized;
        }

        return $isChanged ? $step->asking($specs) : $step;
    }

    /** @param  array<string, array{float, float}>  $usual */
    private static function sized(ReadingSpec $spec, array $usual): ReadingSpec
    {
        if ($spec->kind === ReadingKind::Row) {
            $columns = array_map(static function (ReadingSpec $column) use ($spec, $usual): ReadingSpec {
                $range = $usual["{$spec->key}.{$column->key}"] ?? $usual[$column->key] ?? null;

                return $range === null || $column->kind !== ReadingKind::Number ? $column : $column->about(...$range);
            }, $spec->columns);

            return $columns === $spec->columns ? $spec : $spec->of($columns);
        }
        if ($spec->kind !== ReadingKind::Number && $spec->kind !== ReadingKind::Series) {
            return $spec;
        }
        $range = $usual[$spec->key] ?? $usual[self::kind($spec->key)] ?? null;
        if ($range === null) {
            return $spec;
        }
        /** @var ?\WeakMap<ReadingSpec, array{array{float, float}, ReadingSpec}> $known most questions are the same objects from one joint to the next */
        static $known = null;
        /** @var \WeakMap<ReadingSpec, array{array{float, float}, ReadingSpec}> $map */
        $map = $known ??= new \WeakMap;
        $before = $map[$spec] ?? null;
        if ($before !== null && $before[0] === $range) {
            return $before[1];
        }
        $sized = $spec->about(...$range);
        $map[$spec] = [$range, $sized];

        return $sized;
    }

    /** “gap_a_mm” and “gap_left_mm” are gaps, “r3_printed_voltage_v” is a printed voltage. */
    private static function kind(string $key): string
    {
        /** @var array<string, string> $known */
        static $known = [];

        return $known[$key] ??= (string) preg_replace(['/\A(?:r\d|pre(?:_[ab])?|side_[ab]|left|right)_/', '/_(?:[abcds]|left|right)(?=_[a-z0-9]+\z)/'], '',
            $key);
    }
}
