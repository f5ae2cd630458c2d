<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\OpenWork;
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

    public function index(Request $request, Job $job): JsonResponse
    {
        $given = $request->validate(['kind' => 'string|max:20', 'main_id' => 'uuid', 'page' => 'integer|min:1']);
        $works = Work::where('job_id', $job->id)->when($given['kind'] ?? null, static fn ($q, $kind) => $q->where('kind', $kind))->when(
            $given['main_id'] ?? null, static fn ($q, $main) => $q->where('main_id', $main),
        )
            ->orderBy('from_station_m')->orderBy('created_at')->forPage((int) ($given['page'] ?? 1), self::MOST)->get();

        return new JsonResponse(['works' => $works->map(Bench::work(...))]);
    }

    public function store(Request $request, Job $job, OpenWork $open): JsonResponse
    {
        $given = $request->validate([
            'id' => 'required|uuid', 'kind' => 'required|string|max:20', 'procedure' => 'required|string|max:80', 'title' => 'required|string|max:120',
            'main_id' => 'nullable|uuid',
            'from_m' => 'nullable|numeric', 'to_m' => 'nullable|numeric|gte:from_m', 'facts' => 'array',
        ], ['to_m.gte' => 'The stretch ends before it begins. Check both stations.']);
        /** @var Person $person */
        $person = $request->user();

        return new JsonResponse(Bench::of(Subject::work($open->execute($job, $person, $given))), 201);
    }

    public function show(Work $work): JsonResponse
    {
        return new JsonResponse(Bench::of(Subject::work($work)));
    }
}
