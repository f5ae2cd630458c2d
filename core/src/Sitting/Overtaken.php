<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting;

/** Two who worked on the same thing without knowing of each other: by the moment of each, the later answer stands. */
final class Overtaken
{
    /**
     * @param  list<Entry>  $entries  of a work
     * @param  string  $id  of an entry that has just come in
     * @return list<array{key: string, by: string, at: string, said: string}> answers of it that somebody else has given again since, and which now stand
     */
    public static function of(array $entries, string $id): array
    {
        $mine = null;
        $standing = [];
        foreach (Story::inOrder($entries) as $entry) {
            if ($entry->id === $id) {
                $mine = $entry;
            }
            foreach ($entry->answers() as $one) {
                $standing[$one['key']] = $entry;
            }
        }
        $over = [];
        foreach ($mine?->answers() ?? [] as $one) {
            $stands = $standing[$one['key']] ?? null;
            if ($stands !== null && $stands->id !== $id && $stands->by !== $mine?->by && ! in_array($stands->kind, [Entry::ROW, Entry::ROUND], true)) {
                $at = $stands->takenAt->format(\DateTimeInterface::RFC3339);
                $over[] = [
                    'key' => $one['key'], 'by' => $stands->by, 'at' => $at,
                    'said' => "{$stands->by} answered this again after you: theirs stands. Yours stays on record. Look at it together if they differ.",
                ];
            }
        }

        return $over;
    }
}
