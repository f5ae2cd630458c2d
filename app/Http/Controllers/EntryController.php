<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\WriteEntry;
use App\Exceptions\Refused;
use App\Http\Requests\EntriesRequest;
use App\Http\Requests\EntryRequest;
use App\Journal\Draft;
use App\Models\Entry;
use App\Pages\Bench;
use Diastoma\Core\Quantity\Moment;
use Diastoma\Core\Sitting\Overtaken;
use Illuminate\Http\JsonResponse;

final class EntryController
{
    /** Writes one entry: 201 when it is new, 200 when it was known already; the judged subject comes back either way. */
    public function store(EntryRequest $request, WriteEntry $write): JsonResponse
    {
        $given = $request->validated();
        $person = $request->person();
        $deviceAt = Moment::spelled($given['device_at']) ?? throw Refused::input(
            'The time of this entry is none. Set the clock of this device; what you entered is kept.',
            [['field' => 'device_at', 'detail' => 'no moment with its zone', 'value' => $given['device_at']]],
        );
        [$entry, , $new, $subject] = $write->execute(
            $person, new Draft($given['id'], $given['kind'], $given['subject_type'], $given['subject_id'], $given['payload'], $deviceAt),
            $given['along'] ?? null, $given['for'] ?? null,
        );
        // who has left the job hands in what they made before, and sees nothing of it
        $bench = $person->roleOn($subject->job) === null ? null : Bench::of($subject, $person);
        $overtaken = Overtaken::of($subject->told(), $entry->id);

        return new JsonResponse(['entry' => self::entry($entry), 'bench' => $bench, 'overtaken' => $overtaken], $new ? 201 : 200);
    }

    /** Everything that was ever entered about a subject, in order. */
    public function index(EntriesRequest $request): JsonResponse
    {
        $given = $request->validated();
        $first = Entry::where('subject_type', $given['subject_type'])->where('subject_id', $given['subject_id'])->first(['id', 'job_id']);
        $first === null || $request->person()->mustBeOn($first);
        $entries = Entry::with('person')->where('subject_type', $given['subject_type'])->where('subject_id', $given['subject_id'])
            ->orderBy('seq')->forPage((int) ($given['page'] ?? 1), 500)->get();

        return new JsonResponse(['entries' => $entries->map(self::entry(...))]);
    }

    /** @return array<string, mixed> */
    private static function entry(Entry $entry): array
    {
        return [
            'id' => $entry->id, 'seq' => $entry->seq, 'kind' => $entry->kind, 'payload' => (object) $entry->data(), 'by' => $entry->told()->author(),
            'device_at' => $entry->device_at, 'server_at' => $entry->server_at, 'hash' => $entry->hash,
        ];
    }
}
