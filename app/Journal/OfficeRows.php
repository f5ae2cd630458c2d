<?php

declare(strict_types=1);

namespace App\Journal;

/**
 * Rows of what is of the installation, as its journal carries them: what decides who somebody is and what they may. Of a secret its fingerprint, so that a
 * change shows and nothing is told; what changes with each sign-in stays out.
 */
final class OfficeRows
{
    /** Columns that are kept as they stand, by table. */
    public const TABLES = [
        'people' => ['id', 'name', 'email', 'administrator', 'left_at', 'code_on'],
        'certificates' => ['id', 'person_id', 'kind', 'number', 'until', 'scan_sha256'],
        'links' => ['id', 'person_id', 'made_by', 'token_sha256', 'expires_at', 'used_at'],
        'personal_access_tokens' => ['id', 'tokenable_type', 'tokenable_id', 'name', 'token', 'abilities', 'expires_at'],
        'takings' => ['id', 'job_id', 'main_id', 'person_id', 'role', 'taken_at'],
        'jobs' => ['id'],
    ];

    /** Columns of which the fingerprint is kept. */
    private const SECRETS = ['people' => ['password', 'code_secret']];

    /**
     * @param  array<string, mixed>  $attributes  as they stand in the table
     * @return array<string, ?string> each as text, so that it compares alike however it was read
     */
    public static function row(string $table, array $attributes): array
    {
        $row = [];
        foreach (self::TABLES[$table] as $column) {
            $row[$column] = self::text($attributes[$column] ?? null);
        }
        foreach (self::SECRETS[$table] ?? [] as $column) {
            $secret = self::text($attributes[$column] ?? null);
            $row["{$column}_sha256"] = $secret === null ? null : hash('sha256', $secret);
        }

        return $row;
    }

    /** @return list<string> columns of a row that are fingerprints */
    public static function secrets(string $table): array
    {
        return array_map(static fn (string $column): string => "{$column}_sha256", self::SECRETS[$table] ?? []);
    }

    private static function text(mixed $value): ?string
    {
        return match (true) {
            $value === null => null,
            $value instanceof \DateTimeInterface => $value->format('Y-m-d H:i:s'),
            is_bool($value) => $value ? '1' : '0',
            is_scalar($value) => (string) $value,
            default => (string) json_encode($value),
        };
    }
}
