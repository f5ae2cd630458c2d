<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\BringRows;
use App\Actions\OpenWork;
use App\Http\Requests\RowsFileRequest;
use App\Http\Requests\WorkRequest;
use App\Http\Requests\WorksRequest;
use App\Models\Job;
use App\Models\Person;
use App\Models\Work;
use App\Pages\Bench;
use App\Procedures\Subject;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** Work of any kind: none of them has a route of its own. */
final class WorkController
{
    private const MOST = 500;

    public function index(WorksRequest $request, Job $job): JsonResponse
    {
        $given = $request->validated();
        $works = Work::where('job_id', $job->id)->when($given['kind'] ?? null, static fn ($q, $kind) => $q->where('kind', $kind))->when(
            $given['main_id'] ?? null, static fn ($q, $main) => $q->where('main_id', $main),
        )
            ->orderBy('from_station_m')->orderBy('created_at')->forPage((int) ($given['page'] ?? 1), self::MOST)->get();

        return new JsonResponse(['works' => $works->map(Bench::work(...))]);
    }

    public function store(WorkRequest $request, Job $job, OpenWork $open): JsonResponse
    {
        /** @var array{id: string, kind: string, procedure: string, title: string, main_id?: ?string, from_m?: ?float, to_m?: ?float,
         *     facts?: array<string, bool|float|int|string|null>} $given */
        $given = $request->validated();
        $person = $request->person();

        return new JsonResponse(Bench::of(Subject::work($open->execute($job, $person, $given)), $person), 201);
    }

    public function rows(RowsFileRequest $request, Work $work, BringRows $bring): JsonResponse
    {
        $given = $request->validated();
        $subject = $bring->execute($work, $request->person(), $given['key'], (string) $request->file('file')?->get());

        return new JsonResponse(Bench::of($subject, $request->person()), 201);
    }

    public function show(Request $request, Work $work): JsonResponse
    {
        /** @var Person $person */
        $person = $request->user();

        return new JsonResponse(Bench::of(Subject::work($work), $person));
    }
}
