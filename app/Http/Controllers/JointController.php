<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Models\Joint;
use App\Models\Person;
use App\Pages\Bench;
use App\Procedures\Subject;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

final class JointController
{
    public function show(Request $request, Joint $joint): JsonResponse
    {
        /** @var Person $person */
        $person = $request->user();

        return new JsonResponse(Bench::of(Subject::joint($joint), $person));
    }
}
