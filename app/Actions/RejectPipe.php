<?php

declare(strict_types=1);

namespace App\Actions;

use App\Exceptions\Refused;
use App\Journal\Draft;
use App\Journal\Journal;
use App\Journal\Rows;
use App\Models\Main;
use App\Models\Person;
use App\Models\Reject;
use App\Pictures\Pictures;
use Diastoma\Core\Sitting\Action;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;
use Illuminate\Support\Str;

/** Writes down that a pipe was not taken, or not laid, and why; the picture's fingerprint goes into the journal with it. */
final class RejectPipe
{
    public const REASONS = [
        'cracked or chipped', 'spigot damaged', 'socket or groove damaged', 'gasket damaged or wrong', 'wrong class or size', 'out of round',
        'lifting anchor damaged', 'dented or scored', 'other',
    ];

    public function __construct(private readonly Journal $journal)
    {
    }

    /** @throws Refused if this person may not */
    public function execute(Main $main, Person $person, string $pipe, string $reason, string $note, ?UploadedFile $picture): Reject
    {
        $person->must(Action::RejectPipe, $main);
        $id = (string) Str::uuid();
        $bytes = $picture?->get();
        $stored = null;
        if (is_string($bytes)) {
            Pictures::mustNotTellThePlace($bytes);
            $stored = "rejects/{$id}";
            Storage::disk('pictures')->put($stored, $bytes);
        }

        return DB::transaction(function () use ($main, $person, $pipe, $reason, $note, $picture, $id, $bytes, $stored): Reject {
            $sha = is_string($bytes) ? hash('sha256', $bytes) : null;
            $reject = Reject::create([
                'id' => $id, 'main_id' => $main->id, 'pipe' => $pipe, 'reason' => $reason, 'note' => $note, 'picture' => $stored,
                'picture_type' => $picture?->getMimeType(), 'picture_sha256' => $sha, 'person_id' => $person->id,
            ]);
            $this->journal->append(
                $main->job, $person,
                new Draft(
                    (string) Str::uuid(), Journal::PIPE_REJECTED, 'main', $main->id,
                    ['reject' => $id, 'pipe' => $pipe, 'reason' => $reason, 'note' => $note, 'picture_sha256' => $sha, ...Rows::of($reject->refresh())],
                    $main->job->now()->format('Y-m-d\TH:i:sP'),
                ),
            );

            return $reject;
        });
    }
}
