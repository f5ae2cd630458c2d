<?php

declare(strict_types=1);

namespace App\Journal;

use Illuminate\Support\Facades\DB;

/** Reads the chain of the office, and holds people, papers, ways in and rights taken along against what it says of them. */
final class OfficeVerification
{
    /** @return array{entries: int, faults: list<string>} */
    public function chain(): array
    {
        $chain = new Chain(OfficeJournal::root());
        foreach (DB::table('office_entries')->orderBy('seq')->lazy(1000) as $row) {
            $entry = (array) $row;
            $chain->next($entry['seq'], $entry['prev_hash'], $entry['hash'], OfficeJournal::hash($entry), $entry['at']);
        }
        $said = DB::table('office_head')->where('id', 1)->first();

        return $chain->end($said?->seq, $said?->hash, 'Its head');
    }

    /** @return list<string> rows that are not as the journal says, each by its name */
    public function tables(): array
    {
        $faults = [];
        foreach (OfficeJournal::rows() + array_fill_keys(array_keys(OfficeRows::TABLES), []) as $table => $known) {
            $here = [];
            foreach (DB::table($table)->orderBy('id')->get() as $row) {
                $here[(string) $row->id] = OfficeRows::row($table, (array) $row);
            }
            foreach (array_diff_key($here, $known) as $row) {
                $faults[] = self::name($table, $row).': it is in the table and nobody has made it.';
            }
            foreach (array_diff_key($known, $here) as $row) {
                $faults[] = self::name($table, $row).': it is in the journal and not in the table.';
            }
            foreach (array_intersect_key($here, $known) as $id => $row) {
                foreach (array_keys(array_diff_assoc($row, $known[$id])) as $column) {
                    $secret = in_array($column, OfficeRows::secrets($table), true) ? str_replace('_sha256', '', $column) : null;
                    $faults[] = self::name($table, $row).': '.($secret !== null ? "{$secret} is not the one that was set."
                        : "{$column} is “".($row[$column] ?? 'nothing').'” and from the journal “'.($known[$id][$column] ?? 'nothing').'”.');
                }
            }
        }

        return $faults;
    }

    /** @param  array<string, ?string>  $row */
    private static function name(string $table, array $row): string
    {
        $person = static fn (?string $id): string => DB::table('people')->where('id', $id)->value('name') ?? (string) $id;

        return match ($table) {
            'people' => $row['name'] ?? (string) $row['id'],
            'certificates' => "Certificate {$row['kind']} {$row['number']} of {$person($row['person_id'])}",
            'links' => "Link for {$person($row['person_id'])}",
            'takings' => "What {$person($row['person_id'])} took along on {$row['taken_at']}",
            'personal_access_tokens' => "Token “{$row['name']}”",
            default => 'Job '.(DB::table('jobs')->where('id', $row['id'])->value('number') ?? $row['id']),
        };
    }
}
