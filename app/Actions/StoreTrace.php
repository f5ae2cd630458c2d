<?php

declare(strict_types=1);

namespace App\Actions;

use Illuminate\Support\Facades\DB;

/** Keeps samples of a trace in blocks of doubles, each with the smallest and largest of its leading value. */
final class StoreTrace
{
    private const BLOCK = 2000;

    /** @param  list<array<string, ?float>>  $samples each with t first, the leading value second; null is kept as not-a-number */
    public function execute(string $subjectType, string $subjectId, array $samples): void
    {
        foreach (array_chunk($samples, self::BLOCK) as $number => $block) {
            $keys = array_keys($block[0]);
            $lead = array_column($block, $keys[1]);
            $packed = implode('', array_map(static fn (array $s): string => pack('e*', ...array_map(static fn (?float $v): float => $v ?? NAN, array_values($s))), $block));
            DB::table('trace_blocks')->insert([
                'subject_type' => $subjectType, 'subject_id' => $subjectId, 'block' => $number,
                'from_s' => $block[0]['t'], 'to_s' => $block[count($block) - 1]['t'], 'minimum' => min($lead), 'maximum' => max($lead),
                'count' => count($block), 'samples' => gzcompress(json_encode($keys, JSON_THROW_ON_ERROR)."\n".$packed),
            ]);
        }
    }

    /** @return list<array<string, ?float>> */
    public function read(string $subjectType, string $subjectId): array
    {
        $samples = [];
        foreach (DB::table('trace_blocks')->where('subject_type', $subjectType)->where('subject_id', $subjectId)->orderBy('block')->pluck('samples') as $stored) {
            [$head, $packed] = explode("\n", (string) gzuncompress($stored), 2);
            $keys = json_decode($head, true, flags: JSON_THROW_ON_ERROR);
            foreach (array_chunk(array_values(unpack('e*', $packed) ?: []), count($keys)) as $values) {
                $samples[] = array_combine($keys, array_map(static fn (float $v): ?float => is_nan($v) ? null : $v, $values));
            }
        }

        return $samples;
    }
}
