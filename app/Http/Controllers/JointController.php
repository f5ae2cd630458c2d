<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\RunFusion;
use App\Http\Bench;
use App\Models\FusionRun;
use App\Models\Joint;
use App\Procedures\Subject;
use Illuminate\Http\JsonResponse;

final class JointController
{
    public function show(Joint $joint, RunFusion $fusion): JsonResponse
    {
        foreach (FusionRun::where('joint_id', $joint->id)->where('finished', false)->get() as $run) {
            $fusion->settle($run); // a browser that closed during a fusion must not leave it hanging
        }

        return new JsonResponse(Bench::of(Subject::joint($joint->refresh())));
    }
}
