<?php

declare(strict_types=1);

namespace App\Traces;

use Illuminate\Support\Facades\DB;

/**
 * Keeps samples of a trace in blocks of doubles, each with the smallest and largest of its leading value. Columns stand one after another within a block;
 * beside it lie the smallest and largest sample of each eighth, so that a long trace is drawn without opening it.
 */
final class TraceStore
{
    private const BLOCK = 4096;

    private const PARTS = 8;

    /** Up to so many samples a window is cut from the samples themselves. */
    private const OPENED = 24576;

    private const AT_ONCE = 24;

    /** @param  list<array<string, ?float>>  $samples each with t first, the leading value second; null is kept as not-a-number */
    public function execute(string $subjectType, string $subjectId, array $samples): void
    {
        if ($samples === []) {
            return;
        }
        $columns = [];
        foreach (array_keys($samples[0]) as $key) {
            $columns[$key] = array_column($samples, $key);
        }
        $this->columns($subjectType, $subjectId, $columns);
    }

    /**
     * Adds samples after those that are there.
     *
     * @param  array<string, list<?float>>  $columns  t first, the leading value second
     * @param  ?\Closure(int): void  $progress  told how many samples are stored
     */
    public function columns(string $subjectType, string $subjectId, array $columns, ?\Closure $progress = null): void
    {
        $keys = array_keys($columns);
        $count = count($columns[$keys[0]]);
        $last = DB::table('trace_blocks')->where('subject_type', $subjectType)->where('subject_id', $subjectId)->max('block');
        $next = $last === null ? 0 : (int) $last + 1;
        $rows = [];
        for ($from = 0; $from < $count; $from += self::BLOCK) {
            $part = array_map(static fn (array $column): array => array_slice($column, $from, self::BLOCK), $columns);
            $rows[] = ['subject_type' => $subjectType, 'subject_id' => $subjectId, 'block' => $next++, ...$this->block($keys, $part)];
            if (count($rows) === self::AT_ONCE || $from + self::BLOCK >= $count) {
                DB::table('trace_blocks')->insert($rows);
                $rows = [];
                $progress === null ? null : $progress(min($count, $from + self::BLOCK));
            }
        }
    }

    /**
     * @param  list<string>  $keys
     * @param  array<string, list<?float>>  $part
     * @return array<string, mixed>
     */
    private function block(array $keys, array $part): array
    {
        $packed = '';
        foreach ($part as $column) {
            $packed .= in_array(null, $column, true) ? pack('e*', ...array_map(static fn (?float $v): float => $v ?? NAN, $column)) : pack('e*', ...$column);
        }
        $t = $part[$keys[0]];
        /** @var non-empty-list<float> $lead the leading value is there in every row, and no block is empty */
        $lead = $part[$keys[1]];
        $n = count($t);
        $summary = '';
        for ($k = 0, $size = (int) ceil($n / self::PARTS); $k < $n; $k += $size) {
            /** @var non-empty-list<float> $slice */
            $slice = array_slice($lead, $k, $size);
            [$low, $high] = [$k + (int) array_search(min($slice), $slice, true), $k + (int) array_search(max($slice), $slice, true)];
            foreach ($low <= $high ? [$low, $high] : [$high, $low] as $at) {
                foreach ($part as $column) {
                    $summary .= pack('e', $column[$at] ?? NAN);
                }
            }
        }

        return [
            'from_s' => $t[0], 'to_s' => $t[$n - 1], 'minimum' => min($lead), 'maximum' => max($lead), 'count' => $n,
            'samples' => gzcompress(json_encode(['columns' => $keys], JSON_THROW_ON_ERROR)."\n".$packed, 1), 'summary' => $summary,
        ];
    }

    /** Hash of what is stored, as fingerprint() has of what was to be. */
    public function fingerprintOf(string $subjectType, string $subjectId): string
    {
        return self::fingerprint($this->whole($subjectType, $subjectId));
    }

    /** @return array<string, list<?float>> every column from its first sample to its last */
    public function whole(string $subjectType, string $subjectId): array
    {
        $columns = [];
        foreach ($this->blocks($subjectType, $subjectId) as [$keys, $block]) {
            foreach ($keys as $key) {
                $columns[$key] = isset($columns[$key]) ? array_merge($columns[$key], $block[$key]) : $block[$key];
            }
        }

        return $columns;
    }

    /** @param  array<string, list<?float>>  $columns */
    public static function fingerprint(array $columns): string
    {
        $hash = hash_init('sha256');
        foreach ($columns as $key => $column) {
            hash_update($hash, $key."\n");
            foreach (array_chunk($column, 4096) as $part) {
                hash_update(
                    $hash, in_array(null, $part, true) ? pack('e*', ...array_map(static fn (?float $v): float => $v ?? NAN, $part)) : pack('e*', ...$part),
                );
            }
        }

        return hash_final($hash);
    }

    /** @return list<array<string, ?float>> */
    public function read(string $subjectType, string $subjectId): array
    {
        $samples = [];
        foreach ($this->blocks($subjectType, $subjectId) as [$keys, $columns]) {
            for ($k = 0, $n = count($columns[$keys[0]]); $k < $n; $k++) {
                $samples[] = array_combine($keys, array_map(static fn (string $key): ?float => $columns[$key][$k], $keys));
            }
        }

        return $samples;
    }

    /** @return \Generator<int, array{non-empty-list<string>, array<string, list<?float>>}> keys and columns, block by block */
    public function blocks(string $subjectType, string $subjectId, float $from = -INF, float $to = INF): \Generator
    {
        $numbers = DB::table('trace_blocks')->where('subject_type', $subjectType)->where('subject_id', $subjectId)
            ->when(
                is_finite($from), static fn ($q) => $q->where('to_s', '>=', $from),
            )->when(is_finite($to), static fn ($q) => $q->where('from_s', '<=', $to))->orderBy('block')->pluck('block')->all();
        foreach (array_chunk($numbers, self::AT_ONCE) as $some) {
            $blocks = DB::table('trace_blocks')->where('subject_type', $subjectType)->where('subject_id', $subjectId);
            foreach ($blocks->whereIn('block', $some)->orderBy('block')->pluck('samples') as $stored) {
                yield self::opened($stored);
            }
        }
    }

    /** @return array{non-empty-list<string>, array<string, list<?float>>} */
    private static function opened(string $stored): array
    {
        [$head, $packed] = explode("\n", (string) gzuncompress($stored), 2);
        $about = json_decode($head, true, flags: JSON_THROW_ON_ERROR);
        $keys = $about['columns'] ?? $about;
        $values = array_values(unpack('e*', $packed) ?: []);
        $n = intdiv(count($values), count($keys));
        $columns = [];
        foreach ($keys as $k => $key) {
            if (isset($about['columns'])) {
                $column = array_slice($values, $k * $n, $n);
            } else { // written before columns stood one after another
                $column = [];
                for ($row = 0; $row < $n; $row++) {
                    $column[] = $values[$row * count($keys) + $k];
                }
            }
            $columns[$key] = is_nan(array_sum($column)) ? array_map(static fn (float $v): ?float => is_nan($v) ? null : $v, $column) : $column;
        }

        return [$keys, $columns];
    }

    /** @return array{count: int, from_s: float, to_s: float} how many samples there are, and from when to when */
    public function extent(string $subjectType, string $subjectId): array
    {
        $found = DB::table('trace_blocks')->where('subject_type', $subjectType)->where('subject_id', $subjectId)->selectRaw(
            'COALESCE(SUM(`count`), 0) AS n, MIN(from_s) AS a, MAX(to_s) AS b')->first();

        return ['count' => (int) ($found->n ?? 0), 'from_s' => (float) ($found->a ?? 0), 'to_s' => (float) ($found->b ?? 0)];
    }

    /**
     * No more than so many samples of a stretch, the smallest and largest of the leading value among them wherever some were left out.
     *
     * @return list<array<string, ?float>>
     */
    public function window(string $subjectType, string $subjectId, float $from, float $to, int $most): array
    {
        $in = static fn () => DB::table('trace_blocks')->where('subject_type', $subjectType)->where('subject_id', $subjectId)->where('to_s', '>=', $from)
            ->where('from_s', '<=', $to);
        [$keys, $columns] = ((int) $in()->sum('count') > self::OPENED ? $this->summaries($in) : null) ?? $this->opening($subjectType, $subjectId, $from, $to);
        if ($keys === []) {
            return [];
        }
        $t = $columns[$keys[0]];
        $inside = array_keys(array_filter($t, static fn (?float $at): bool => $at >= $from && $at <= $to));

        return self::rows($keys, $columns, self::thinned($columns[$keys[1]], $inside, $most));
    }

    /** @return array{list<string>, array<string, list<?float>>} */
    private function opening(string $subjectType, string $subjectId, float $from, float $to): array
    {
        $keys = [];
        $parts = [];
        foreach ($this->blocks($subjectType, $subjectId, $from, $to) as [$keys, $columns]) {
            foreach ($keys as $key) {
                $parts[$key][] = $columns[$key];
            }
        }

        return [$keys, array_map(static fn (array $some): array => array_merge(...$some), $parts)];
    }

    /**
     * @param  \Closure(): \Illuminate\Database\Query\Builder  $in
     * @return array{list<string>, array<string, list<?float>>}|null null where a block has none: it was stored before there were any
     */
    private function summaries(\Closure $in): ?array
    {
        $found = $in()->orderBy('block')->pluck('summary')->all();
        if (in_array(null, $found, true)) {
            return null;
        }
        $keys = self::opened((string) $in()->orderBy('block')->value('samples'))[0];
        $values = array_values(unpack('e*', implode('', $found)) ?: []);
        $columns = array_fill_keys($keys, []);
        $width = count($keys);
        foreach ($values as $k => $value) {
            $columns[$keys[$k % $width]][] = is_nan($value) ? null : $value;
        }

        return [$keys, $columns];
    }

    /**
     * Which samples to keep: no more than so many, the smallest and largest of each stretch.
     *
     * @param  list<?float>  $lead
     * @param  list<int>  $inside
     * @return list<int>
     */
    private static function thinned(array $lead, array $inside, int $most): array
    {
        $n = count($inside);
        if ($n <= $most) {
            return $inside;
        }
        $size = (int) ceil($n / intdiv($most, 2));
        $kept = [];
        for ($k = 0; $k < $n; $k += $size) {
            $low = $high = $inside[$k];
            for ($i = $k + 1, $end = min($n, $k + $size); $i < $end; $i++) {
                $at = $inside[$i];
                if ($lead[$at] < $lead[$low]) {
                    $low = $at;
                } elseif ($lead[$at] > $lead[$high]) {
                    $high = $at;
                }
            }
            $kept[] = min($low, $high);
            if ($low !== $high) {
                $kept[] = max($low, $high);
            }
        }

        return $kept;
    }

    /**
     * @param  list<string>  $keys
     * @param  array<string, list<?float>>  $columns
     * @param  list<int>  $at
     * @return list<array<string, ?float>>
     */
    private static function rows(array $keys, array $columns, array $at): array
    {
        $rows = [];
        foreach ($at as $k) {
            $row = [];
            foreach ($keys as $key) {
                $row[$key] = $columns[$key][$k];
            }
            $rows[] = $row;
        }

        return $rows;
    }
}
