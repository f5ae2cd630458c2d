<?php

declare(strict_types=1);

namespace App\Journal;

use App\Models\Certificate;
use App\Models\Job;
use App\Models\Link;
use App\Models\Person;
use App\Models\Taking;
use App\Models\Token;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\DB;

/**
 * The append-only record of what is of the installation and of no one job (see OfficeRows): `rows` are there from an entry on, `gone` are not any more. One
 * chain for all, written in the transaction that changes the row.
 */
final class OfficeJournal
{
    /** Listens to every row of OfficeRows that is saved or deleted one by one; rows are never changed many at once. */
    public static function listen(): void
    {
        foreach ([Person::class, Certificate::class, Link::class, Token::class, Taking::class, Job::class] as $model) {
            $model::saved(self::saved(...));
            $model::deleted(self::deleted(...));
        }
    }

    /** A row was made or changed: where it counts it goes into the journal, as it stands in its table. */
    private static function saved(Model $model): void
    {
        $table = $model->getTable();
        if (OfficeRows::row($table, $model->getRawOriginal()) !== OfficeRows::row($table, $model->getAttributes())) {
            $row = DB::table($table)->where('id', $model->getKey())->firstOrFail();
            self::append(['rows' => [$table => [OfficeRows::row($table, (array) $row)]]]);
        }
    }

    private static function deleted(Model $model): void
    {
        self::append(['gone' => [$model->getTable() => [(string) $model->getKey()]]]);
    }

    /**
     * Rows that came another way, as an archive brings them: those that the journal does not know are written into it as they stand.
     *
     * @param  array<string, list<string>>  $ids  by table
     */
    public static function took(array $ids): void
    {
        $known = self::rows();
        $rows = [];
        foreach (array_intersect_key($ids, OfficeRows::TABLES) as $table => $some) {
            foreach (DB::table($table)->whereIn('id', $some)->orderBy('id')->get() as $row) {
                isset($known[$table][$row->id]) || $rows[$table][] = OfficeRows::row($table, (array) $row);
            }
        }
        $rows === [] || self::append(['rows' => $rows]);
    }

    /** What an installation of before this journal stands on, once: all of it as it stands. */
    public static function begin(): bool
    {
        if (DB::table('office_entries')->exists()) {
            return false;
        }
        $ids = [];
        foreach (array_keys(OfficeRows::TABLES) as $table) {
            $ids[$table] = array_values(array_map(strval(...), DB::table($table)->pluck('id')->all()));
        }
        self::took($ids);

        return true;
    }

    /** @return array<string, array<string, array<string, ?string>>> by table and id: what stands, as the journal has it */
    public static function rows(): array
    {
        $rows = [];
        foreach (DB::table('office_entries')->orderBy('seq')->pluck('payload') as $payload) {
            $data = (array) json_decode((string) $payload, true);
            foreach ($data['rows'] ?? [] as $table => $some) {
                foreach ($some as $row) {
                    $rows[$table][(string) $row['id']] = $row;
                }
            }
            foreach ($data['gone'] ?? [] as $table => $ids) {
                $rows[$table] = array_diff_key($rows[$table] ?? [], array_flip($ids));
            }
        }

        return $rows;
    }

    /** @param  array<string, mixed>  $payload */
    private static function append(array $payload): void
    {
        DB::transaction(static function () use ($payload): void {
            $head = DB::table('office_head')->where('id', 1)->lockForUpdate()->firstOrFail();
            $by = Auth::guard('web')->id(); // whoever is signed in, never an instrument
            $entry = [
                'seq' => $head->seq + 1, 'by_id' => is_string($by) ? $by : null, 'at' => CarbonImmutable::now('UTC')->format('Y-m-d\TH:i:s.vP'),
                'payload' => json_encode($payload, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES), 'prev_hash' => $head->hash,
            ];
            $hash = self::hash($entry);
            DB::table('office_entries')->insert([...$entry, 'hash' => $hash]);
            DB::table('office_head')->where('id', 1)->update(['seq' => $entry['seq'], 'hash' => $hash]);
        });
    }

    /** @param  array<string, mixed>  $entry */
    public static function hash(array $entry): string
    {
        return hash('sha256', implode("\n", [$entry['prev_hash'], $entry['seq'], $entry['by_id'] ?? '', $entry['at'], $entry['payload']]));
    }

    public static function root(): string
    {
        return hash('sha256', 'office');
    }
}
