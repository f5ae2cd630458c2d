<?php

declare(strict_types=1);

namespace App\Actions;

use App\Exceptions\Refused;
use App\Imports\AlignmentData;
use App\Journal\Draft;
use App\Journal\Journal;
use App\Journal\Rows;
use App\Models\Alignment;
use App\Models\Main;
use App\Models\Person;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Sitting\Action;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** Gives a main its alignment. The one before stays on record; plans made for it say so. */
final class ImportAlignment
{
    public function __construct(private readonly Journal $journal)
    {
    }

    /**
     * @throws Refused if this person may not
     * @throws InvalidInput if the alignment does not hang together: nothing is stored then
     */
    public function execute(Main $main, Person $person, AlignmentData $data, string $file): Alignment
    {
        $person->must(Action::BringAlignment, $main);
        $core = $data->alignment();

        return DB::transaction(function () use ($main, $person, $data, $file, $core): Alignment {
            $alignment = Alignment::create([
                'main_id' => $main->id, 'name' => $data->name === '' ? $main->name : mb_substr($data->name, 0, 200), 'file' => mb_substr($file, 0, 200),
                'payload' => $data->toArray(),
            ]);
            if (! $main->joints()->exists()) {
                $main->update(['length_m' => $core->to()]);
            }
            $this->journal->append(
                $main->job, $person,
                new Draft(
                    (string) Str::uuid(), Journal::ALIGNMENT, 'main', $main->id,
                    [
                        'alignment' => $alignment->id, 'file' => $file, 'length_m' => $core->length(),
                        'sha256' => hash('sha256', json_encode($data->toArray(), JSON_THROW_ON_ERROR)),
                        ...Rows::of($alignment->refresh(), $main->refresh()),
                    ],
                    $main->job->now()->format('Y-m-d\TH:i:sP'),
                ),
            );

            return $alignment;
        });
    }
}
