<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Models\Main;
use App\Pages\CoverPage;
use App\Reports\JointMapCsv;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;

/** What covers a main, stretch by stretch, and the map of its joints. */
final class CoverController
{
    public function show(Main $main): JsonResponse
    {
        return new JsonResponse(CoverPage::of($main));
    }

    public function jointMap(Main $main): JsonResponse
    {
        return new JsonResponse(['joints' => CoverPage::jointMap($main)]);
    }

    public function jointMapCsv(Main $main): Response
    {
        return new Response(JointMapCsv::of(CoverPage::jointMap($main)), 200, [
            'Content-Type' => 'text/csv; charset=utf-8', 'Content-Disposition' => "attachment; filename=\"joint-map-{$main->id}.csv\"",
        ]);
    }
}
