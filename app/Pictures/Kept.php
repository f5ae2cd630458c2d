<?php

declare(strict_types=1);

namespace App\Pictures;

use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;

/** Whether each picture and paper that is named anywhere is here, and is what it was. */
final class Kept
{
    /** Columns that name one, and what it is. */
    private const NAMED = [
        ['pictures', 'sha256', 'Picture'], ['certificates', 'scan_sha256', 'Certificate'], ['equipment', 'paper_sha256', 'Calibration paper'],
        ['jobs', 'specification_sha256', 'Specification'],
    ];

    /** Whether anything names it that is on a record. */
    public static function isNamed(string $hash): bool
    {
        return array_filter(self::NAMED, static fn (array $n): bool => DB::table($n[0])->where($n[1], $hash)->exists()) !== [];
    }

    /** @return list<string> */
    public static function faults(): array
    {
        $faults = [];
        foreach (self::NAMED as [$table, $column, $what]) {
            foreach (DB::table($table)->whereNotNull($column)->distinct()->pluck($column) as $hash) {
                if (Pictures::bytes((string) $hash) === null) {
                    $faults[] = "{$what} {$hash}: it is ".(Pictures::has((string) $hash) ? 'not what it was.' : 'not here.');
                }
            }
        }
        foreach (DB::table('rejects')->whereNotNull('picture_sha256')->lazyById(20) as $reject) {
            if (hash('sha256', (string) Storage::disk('pictures')->get((string) $reject->picture)) !== $reject->picture_sha256) {
                $faults[] = "Picture of rejected pipe {$reject->pipe}: it is not here, or not what it was.";
            }
        }

        return $faults;
    }
}
