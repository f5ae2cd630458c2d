<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use Diastoma\Core\Reckoner\Calculation;
use Diastoma\Core\Reckoner\Reckoner;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

final class ReckonerController
{
    public function index(): JsonResponse
    {
        return new JsonResponse(['calculations' => array_map(static fn (Calculation $c): array => $c->toArray(), Reckoner::all())]);
    }

    public function store(Request $request, string $id): JsonResponse
    {
        return new JsonResponse(Reckoner::reckon($id, $request->json()->all(), (string) $request->string('units')));
    }
}
