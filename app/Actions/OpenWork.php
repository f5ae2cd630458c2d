<?php

declare(strict_types=1);

namespace App\Actions;

use App\Exceptions\Refused;
use App\Journal\Draft;
use App\Journal\Journal;
use App\Journal\Rows;
use App\Models\Job;
use App\Models\Main;
use App\Models\Person;
use App\Models\Work;
use App\Procedures\Along;
use App\Procedures\Catalogue;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Sitting\Kind;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** Opens work of any kind but joints and sections, which belong to a main. Sent twice it is opened once. */
final class OpenWork
{
    public function __construct(private readonly Journal $journal)
    {
    }

    /**
     * @param  array{id: string, kind: string, procedure: string, title: string, main_id?: ?string, from_m?: ?float, to_m?: ?float, facts?: array<string,
     *     bool|float|int|string|null>}  $given
     *
     * @throws Refused if this person may not, or the main is of another job
     * @throws InvalidInput if there is no such kind or procedure, or the one is not made for the other
     */
    public function execute(Job $job, Person $person, array $given): Work
    {
        $kind = Catalogue::mustSuit($given['procedure'], $given['kind'], $job->id);
        $person->must($kind->reads(), $job);
        $main = isset($given['main_id']) ? Main::whereKey($given['main_id'])->where('job_id', $job->id)->first() : null;
        if (isset($given['main_id']) && $main === null) {
            throw Refused::input(
                'There is no such main on this job. Load the page again.', [['field' => 'main_id', 'detail' => 'unknown', 'value' => $given['main_id']]],
            );
        }

        return DB::transaction(function () use ($job, $person, $given, $kind, $main): Work {
            Job::query()->lockForUpdate()->findOrFail($job->id, ['id']);
            $known = Work::where('job_id', $job->id)->whereKey(strtolower($given['id']))->first();
            if ($known !== null) {
                return $known;
            }
            $depth = $given['facts']['depth_m'] ?? null;
            Along::mustBeFree(
                Catalogue::of($given['procedure']), $main, $given['from_m'] ?? null, $given['to_m'] ?? null, is_numeric($depth) ? (float) $depth : null,
            );
            $work = Work::create([
                'id' => strtolower($given['id']), 'job_id' => $job->id, 'main_id' => $given['main_id'] ?? null, 'kind' => $kind,
                'procedure' => $given['procedure'], 'title' => $given['title'],
                'facts' => $given['facts'] ?? [], 'from_station_m' => $given['from_m'] ?? null, 'to_station_m' => $given['to_m'] ?? null,
            ])->refresh();
            $this->journal->append(
                $job, $person,
                new Draft((string) Str::uuid(), Journal::WORK, $kind->value, $work->id, Rows::of($work), $job->now()->format('Y-m-d\TH:i:sP')),
            );

            return $work;
        });
    }
}
