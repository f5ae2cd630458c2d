<?php

declare(strict_types=1);

namespace App\PressureTests;

use App\Exceptions\Refused;
use Illuminate\Support\Facades\DB;

/** How far an import has come, told beside its transaction, so that others see it and can cancel it. */
final class Progress
{
    private function __construct(private readonly ?string $id)
    {
    }

    /** @param  ?string  $id  made by whoever wants to watch; null when nobody does */
    public static function of(?string $id): self
    {
        return new self($id);
    }

    public function begin(string $test, int $bytes): void
    {
        if ($this->id !== null) {
            self::table()->where('updated_at', '<', now()->subDay())->delete(); // cancelled before they ever came
            self::table()->updateOrInsert(['id' => $this->id], ['test_id' => $test, 'total_bytes' => $bytes, 'updated_at' => now()]);
            $this->heed();
        }
    }

    public function read(int $rows, int $bytes): void
    {
        $this->tell(['rows_read' => $rows, 'bytes' => $bytes]);
    }

    public function stage(string $stage): void
    {
        $this->tell(['stage' => $stage]);
    }

    public function stored(int $rows): void
    {
        $this->tell(['rows_read' => $rows]);
    }

    public function done(): void
    {
        if ($this->id !== null) {
            self::table()->where('id', $this->id)->delete();
        }
    }

    /** @return ?array{id: string, stage: string, rows: int, bytes: int, total_bytes: int} null when it is over or was never begun */
    public static function seen(string $id): ?array
    {
        $row = self::table()->where('id', $id)->first();

        return $row === null ? null : [
            'id' => $id, 'stage' => $row->stage, 'rows' => (int) $row->rows_read, 'bytes' => (int) $row->bytes, 'total_bytes' => (int) $row->total_bytes,
        ];
    }

    /** The test, or the main, that an import is for; empty where it is over or was never begun. */
    public static function test(string $id): string
    {
        return (string) self::table()->where('id', $id)->value('test_id');
    }

    /** May come before the import itself has begun. */
    public static function cancel(string $id, string $test): void
    {
        self::table()->updateOrInsert(['id' => $id], ['cancelled' => true, 'test_id' => $test, 'updated_at' => now()]);
    }

    /** @param  array<string, int|string>  $values */
    private function tell(array $values): void
    {
        if ($this->id !== null) {
            self::table()->where('id', $this->id)->update([...$values, 'updated_at' => now()]);
            $this->heed();
        }
    }

    /** @throws Refused if somebody cancelled: what the import has begun is undone */
    private function heed(): void
    {
        if (self::table()->where('id', $this->id)->value('cancelled')) {
            throw Refused::conflict('The import was cancelled. Nothing was stored.');
        }
    }

    private static function table(): \Illuminate\Database\Query\Builder
    {
        return DB::connection('beside')->table('trace_imports');
    }
}
