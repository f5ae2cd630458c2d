<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\AdoptPlan;
use App\Actions\CreateMain;
use App\Actions\ImportAlignment;
use App\Actions\PlanLine;
use App\Exceptions\Refused;
use App\Http\Requests\AlignmentRequest;
use App\Http\Requests\LinePlanRequest;
use App\Http\Requests\MainRequest;
use App\Imports\AlignmentData;
use App\Imports\AlignmentFile;
use App\Models\Job;
use App\Models\Main;
use App\Models\Person;
use App\Models\Plan;
use App\Pages\SetoutPage;
use App\Reports\SetoutExport;
use App\Reports\SetoutSheet;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

final class SetoutController
{
    public function main(MainRequest $request, Job $job, CreateMain $create): JsonResponse
    {
        $given = $request->validated();

        return new JsonResponse(SetoutPage::of($create->execute($job, $request->person(), $given)), 201);
    }

    public function show(Main $main): JsonResponse
    {
        return new JsonResponse(SetoutPage::of($main));
    }

    /** An alignment as a file (CSV, GeoJSON, LandXML), as points, or as straights and arcs. */
    public function alignment(AlignmentRequest $request, Main $main, ImportAlignment $import): JsonResponse
    {
        $file = $request->file('file');
        if ($file !== null && ! is_array($file)) {
            $data = AlignmentFile::of((string) $file->get());
            $name = $file->getClientOriginalName();
        } else {
            [$data, $name] = [$this->typed($request), 'typed'];
        }
        $import->execute($main, $request->person(), $data, $name);

        return new JsonResponse(SetoutPage::of($main->refresh()), 201);
    }

    private function typed(AlignmentRequest $request): AlignmentData
    {
        $given = $request->validated();
        $float = static fn (mixed $v): ?float => $v === null ? null : (float) $v;
        if (isset($given['parts'])) {
            return AlignmentData::ofParts(
                (float) $given['easting_m'], (float) $given['northing_m'], (float) $given['azimuth_deg'],
                array_map(
                    static fn (array $p): array => ['length_m' => (float) $p['length_m'], 'radius_m' => (float) $p['radius_m']],
                    array_values($given['parts']),
                ),
                array_map(
                    static fn (array $l): array => [(float) $l['station_m'], (float) $l['level_m'], (float) ($l['curve_m'] ?? 0)],
                    array_values($given['levels'] ?? []),
                ),
            );
        }

        return AlignmentData::ofPoints(array_map(
            static fn (array $p): array => [
                'station_m' => $float($p['station_m'] ?? null), 'easting_m' => (float) $p['easting_m'], 'northing_m' => (float) $p['northing_m'],
                'level_m' => $float($p['level_m'] ?? null),
            ],
            array_values($given['points']),
        ));
    }

    public function plan(LinePlanRequest $request, Main $main, PlanLine $plan): JsonResponse
    {
        $given = $request->validated();
        $plan->execute($main, $request->person(), $given);

        return new JsonResponse(SetoutPage::of($main->refresh()), 201);
    }

    public function adopt(Request $request, Plan $plan, AdoptPlan $adopt): JsonResponse
    {
        return new JsonResponse(SetoutPage::of($adopt->execute($plan, $this->person($request))));
    }

    public function export(Plan $plan, string $format, SetoutExport $export, SetoutSheet $sheet): Response
    {
        [$type, $body, $ending] = match ($format) {
            'csv' => ['text/csv; charset=UTF-8', $export->csv($plan), 'csv'],
            'geojson' => ['application/geo+json', $export->geoJson($plan), 'geojson'],
            'landxml' => ['application/xml', $export->landXml($plan), 'xml'],
            'pdf' => ['application/pdf', $sheet->of($plan), 'pdf'],
            default => throw Refused::input(
                'A plan can be had as csv, geojson, landxml or pdf.', [['field' => 'format', 'detail' => 'unknown', 'value' => $format]],
            ),
        };

        return new Response($body, 200, ['Content-Type' => $type, 'Content-Disposition' => "attachment; filename=\"setout.{$ending}\""]);
    }

    private function person(Request $request): Person
    {
        /** @var Person */
        return $request->user();
    }
}
