<?php

declare(strict_types=1);

namespace App\Journal;

use Illuminate\Database\Eloquent\Model;

/**
 * Rows of tables as an entry carries them in full, so that the tables can be built again from the journal alone: `rows` {table: [row]} are there from this
 * entry on, `gone` {table: [id]} are not any more.
 * What is a projection (a joint's state), a secret (a password) or a time of the database stays out.
 */
final class Rows
{
    /** Tables that are built from such rows, in the order in which they refer to one another. */
    public const TABLES = [
        'rulebooks', 'people', 'jobs', 'equipment', 'mains', 'sections', 'pipes', 'joints', 'alignments', 'plans', 'joint_systems', 'rejects', 'works',
        'memberships', 'certificates', 'nonconformances',
    ];

    private const LEFT_OUT = [
        'people' => ['password', 'remember_token', 'administrator', 'left_at', 'code_secret', 'code_counter', 'code_on'],
        'jobs' => ['clock_ahead_s', 'journal_seq', 'journal_head', 'rulebook_id'],
        'joints' => ['state', 'severity', 'current_step', 'release_at', 'test_at', 'to_do', 'last_at', 'last_by', 'verdict', 'rulebook_id'],
        'works' => ['state', 'severity', 'current_step', 'verdict', 'rulebook_id'],
        'plans' => ['adopted_at'],
    ];

    /** @return array{rows: array<string, list<array<string, mixed>>>} */
    public static function of(Model ...$models): array
    {
        $rows = [];
        foreach ($models as $model) {
            $rows[$model->getTable()][] = self::row($model->getTable(), $model->getAttributes());
        }

        return ['rows' => $rows];
    }

    /**
     * @param  array<string, mixed>  $attributes  as they stand in the table
     * @return array<string, mixed>
     */
    public static function row(string $table, array $attributes): array
    {
        $kept = array_diff_key($attributes, array_flip(['created_at', 'updated_at', ...(self::LEFT_OUT[$table] ?? [])]));

        return array_map(static fn (mixed $value): mixed => $value instanceof \DateTimeInterface ? $value->format('Y-m-d') : $value, $kept);
    }
}
