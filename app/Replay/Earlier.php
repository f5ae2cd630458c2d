<?php

declare(strict_types=1);

namespace App\Replay;

use App\Models\Membership;

/** Rows of journals of an earlier version, as they are kept today. */
final class Earlier
{
    /**
     * People with one role for everything and one certificate were members of the job, and held that paper.
     *
     * @param  list<array<string, mixed>>  $people
     * @param  list<array<string, mixed>>  $jobs  of the same entry
     * @return array{list<array<string, mixed>>, array<string, list<array<string, mixed>>>} the people, and what became rows of its own
     */
    public static function people(array $people, array $jobs): array
    {
        $more = ['memberships' => [], 'certificates' => []];
        $kept = [];
        foreach ($people as $row) {
            foreach (isset($row['role']) ? $jobs : [] as $job) {
                $more['memberships'][] = [
                    'id' => Membership::idOf($job['id'], $row['id']), 'job_id' => $job['id'], 'person_id' => $row['id'], 'role' => $row['role'],
                ];
            }
            $more['certificates'] = [...$more['certificates'], ...Membership::papersOf($row)];
            $kept[] = array_diff_key($row, ['role' => 1, 'certificate_number' => 1, 'certificate_until' => 1]);
        }

        return [$kept, array_filter($more)];
    }
}
