<?php

declare(strict_types=1);

namespace App\Pages;

use App\Models\Entry;
use App\Models\Joint;
use Diastoma\Core\Sitting\Entry as Item;

/** What stood in a joint's place before it: each with the reason why it was cut out. */
final class Earlier
{
    /** @return list<array{id: string, label: string, state: string, reason: string, by: string, at: string}> the latest first */
    public static function of(Joint $joint): array
    {
        $found = [];
        for ($id = $joint->replaces; $id !== null; $id = $old->replaces) {
            $old = Joint::query()->findOrFail($id, ['id', 'number', 'suffix', 'state', 'replaces']);
            $cut = Entry::with('person')->where('subject_type', 'joint')->where('subject_id', $old->id)->where('kind', Item::CUT_OUT)->first();
            $found[] = [
                'id' => $old->id, 'label' => $old->label(), 'state' => $old->state, 'reason' => (string) ($cut?->data()['reason'] ?? ''),
                'by' => (string) $cut?->person->name, 'at' => (string) $cut?->device_at,
            ];
        }

        return $found;
    }
}
