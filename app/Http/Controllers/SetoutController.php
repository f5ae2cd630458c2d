<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\AdoptPlan;
use App\Actions\CreateMain;
use App\Actions\ImportAlignment;
use App\Actions\PlanLine;
use App\Exceptions\Refused;
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
    public function main(Request $request, Job $job, CreateMain $create): JsonResponse
    {
        $given = $request->validate([
            'name' => 'required|string|min:2|max:60', 'service' => 'required|in:water,sewer_gravity,sewer_rising,gas', 'system' => 'required|string|max:40',
            'dn_mm' => 'required_unless:system,pe_fused|integer|between:20,4000', 'pn_bar' => 'nullable|numeric|between:0.1,100',
            'od_mm' => 'required_unless:system,pe_fused|numeric|between:20,5000', 'wall_mm' => 'required_unless:system,pe_fused|numeric|between:0.5,500',
            'convention' => 'required_if:system,pe_fused|in:metric,ips,dips', 'size' => 'required_if:system,pe_fused|numeric',
            'sdr' => 'required_if:system,pe_fused|numeric', 'design_pressure_kpa' => 'nullable|numeric|between:0,10000',
        ], [
            'name.*' => 'Give the main a name of 2 to 60 letters.', 'convention.*' => 'Say what the print line sizes the pipe by: metric, IPS or DIPS.',
            'size.*' => 'The size is a number: dn in mm, or nominal inches.', 'sdr.*' => 'SDR or DR is a number, as printed on the pipe.',
            'service.*' => 'Choose what flows in it.', 'system.*' => 'Choose a joint system.', 'dn_mm.*' => 'DN is a whole number from 20 to 4000.',
            'od_mm.*' => 'The outside diameter lies between 20 and 5000 mm.', 'wall_mm.*' => 'The wall lies between 0.5 and 500 mm.',
            'pn_bar.*' => 'PN lies between 0.1 and 100 bar.', 'design_pressure_kpa.*' => 'The design pressure lies between 0 and 100 bar.',
        ]);

        return new JsonResponse(SetoutPage::of($create->execute($job, $this->person($request), $given)), 201);
    }

    public function show(Main $main): JsonResponse
    {
        return new JsonResponse(SetoutPage::of($main));
    }

    /** An alignment as a file (CSV, GeoJSON, LandXML), as points, or as straights and arcs. */
    public function alignment(Request $request, Main $main, ImportAlignment $import): JsonResponse
    {
        $file = $request->file('file');
        if ($file !== null && ! is_array($file)) {
            $data = AlignmentFile::of((string) $file->get());
            $name = $file->getClientOriginalName();
        } else {
            [$data, $name] = [$this->typed($request), 'typed'];
        }
        $import->execute($main, $this->person($request), $data, $name);

        return new JsonResponse(SetoutPage::of($main->refresh()), 201);
    }

    private function typed(Request $request): AlignmentData
    {
        $given = $request->validate([
            'points' => 'required_without:parts|array|min:2|max:20000', 'points.*.station_m' => 'nullable|numeric',
            'points.*.easting_m' => 'required|numeric', 'points.*.northing_m' => 'required|numeric', 'points.*.level_m' => 'nullable|numeric',
            'parts' => 'array|min:1|max:2000', 'parts.*.length_m' => 'required|numeric|gt:0', 'parts.*.radius_m' => 'required|numeric',
            'easting_m' => 'required_with:parts|numeric', 'northing_m' => 'required_with:parts|numeric', 'azimuth_deg' => 'required_with:parts|numeric',
            'levels' => 'array|max:2000', 'levels.*.station_m' => 'required|numeric', 'levels.*.level_m' => 'required|numeric',
            'levels.*.curve_m' => 'nullable|numeric|min:0',
        ], ['*' => 'The alignment is not whole. Each point wants easting and northing; each part a length and a radius (0 for a straight, minus to the '
            .'left).']);
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

    public function plan(Request $request, Main $main, PlanLine $plan): JsonResponse
    {
        $given = $request->validate([
            'lengths' => 'required|array|min:1|max:12', 'lengths.*.length_m' => 'required|numeric',
            'lengths.*.count' => 'nullable|integer|min:0|max:100000', 'allowed_deg' => 'nullable|numeric', 'share' => 'nullable|numeric',
            'band_mm' => 'nullable|numeric',
            'cut_min_m' => 'nullable|numeric', 'cut_anywhere' => 'boolean',
        ], ['lengths.*' => 'Give at least one pipe length in metres.', '*' => 'The limits of the plan are not numbers.']);
        $plan->execute($main, $this->person($request), $given);

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
