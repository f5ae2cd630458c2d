<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Models\Joint;
use App\Pages\Bench;
use App\Procedures\Subject;
use Illuminate\Http\JsonResponse;

final class JointController
{
    public function show(Joint $joint): JsonResponse
    {
        return new JsonResponse(Bench::of(Subject::joint($joint)));
    }
}
