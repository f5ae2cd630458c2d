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
        $faults = [];
        $seq = 0;
        $head = OfficeJournal::root();
        foreach (DB::table('office_entries')->orderBy('seq')->lazy(1000) as $row) {
            $entry = (array) $row;
            $seq++;
            if ($entry['seq'] !== $seq) {
                $faults[] = "Entry {$seq} is missing: the next one is {$entry['seq']}.";
                $seq = $entry['seq'];
            }
            if ($entry['prev_hash'] !== $head) {
                $faults[] = "Entry {$seq} does not follow the one before it.";
            }
            if (OfficeJournal::hash($entry) !== $entry['hash']) {
                $faults[] = "Entry {$seq} ({$entry['at']}) was changed after it was written.";
            }
            $head = $entry['hash'];
        }
        $said = DB::table('office_head')->where('id', 1)->first();
        if ($said === null || $said->seq !== $seq || $said->hash !== $head) {
            $faults[] = 'Its head says that the last entry is '.($said->seq ?? 'none')."; the journal ends with {$seq}.";
        }

        return ['entries' => $seq, 'faults' => $faults];
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
                    $secret = isset(array_flip(OfficeRows::secrets($table))[$column]) ? str_replace('_sha256', '', $column) : null;
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
