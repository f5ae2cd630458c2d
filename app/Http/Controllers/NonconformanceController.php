<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\KeepNonconformances;
use App\Http\Requests\CorrectionRequest;
use App\Http\Requests\NonconformanceRequest;
use App\Http\Requests\VerificationRequest;
use App\Models\Job;
use App\Models\Nonconformance;
use App\Pages\Nonconformances;
use Illuminate\Http\JsonResponse;

final class NonconformanceController
{
    public function __construct(private readonly KeepNonconformances $keep)
    {
    }

    public function index(Job $job): JsonResponse
    {
        return new JsonResponse(Nonconformances::of($job));
    }

    public function store(NonconformanceRequest $request, Job $job): JsonResponse
    {
        $this->keep->raise($job, $request->person(), $request->validated());

        return $this->index($job)->setStatusCode(201);
    }

    public function correct(CorrectionRequest $request, Nonconformance $nonconformance): JsonResponse
    {
        $given = $request->validated();
        $this->keep->correct($nonconformance, $request->person(), $given['cause'], $given['correction']);

        return $this->index(Job::query()->findOrFail($nonconformance->jobId()));
    }

    public function verify(VerificationRequest $request, Nonconformance $nonconformance): JsonResponse
    {
        $given = $request->validated();
        $this->keep->verify($nonconformance, $request->person(), (bool) $given['right'], (string) ($given['remark'] ?? ''));

        return $this->index(Job::query()->findOrFail($nonconformance->jobId()));
    }
}
