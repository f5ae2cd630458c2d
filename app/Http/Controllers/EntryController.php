<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\WriteEntry;
use App\Exceptions\Refused;
use App\Journal\Draft;
use App\Models\Entry;
use App\Models\Person;
use App\Pages\Bench;
use Diastoma\Core\Quantity\Moment;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

final class EntryController
{
    /** Writes one entry: 201 when it is new, 200 when it was known already; the judged subject comes back either way. */
    public function store(Request $request, WriteEntry $write): JsonResponse
    {
        $given = $request->validate([
            'id' => 'required|uuid', 'kind' => 'required|string|max:40', 'subject_type' => 'required|string|max:20', 'subject_id' => 'required|uuid',
            'payload' => 'required|array', 'device_at' => 'required|string|max:40',
        ], ['*' => 'The entry is not whole. Load the page again; what you entered is kept.']);
        /** @var Person $person */
        $person = $request->user();
        $deviceAt = Moment::spelled($given['device_at']) ?? throw Refused::input(
            'The time of this entry is none. Set the clock of this device; what you entered is kept.',
            [['field' => 'device_at', 'detail' => 'no moment with its zone', 'value' => $given['device_at']]],
        );
        [$entry, $verdict, $new, $subject] = $write->execute(
            $person, new Draft($given['id'], $given['kind'], $given['subject_type'], $given['subject_id'], $given['payload'], $deviceAt),
        );

        return new JsonResponse(['entry' => self::entry($entry), 'bench' => Bench::of($subject, $verdict)], $new ? 201 : 200);
    }

    /** Everything that was ever entered about a subject, in order. */
    public function index(Request $request): JsonResponse
    {
        $given = $request->validate(['subject_type' => 'required|string|max:20', 'subject_id' => 'required|uuid', 'page' => 'integer|min:1']);
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
