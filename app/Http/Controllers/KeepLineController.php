<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\KeepSections;
use App\Actions\LayJoints;
use App\Actions\MakeAgain;
use App\Exceptions\Refused;
use App\Http\Requests\LayRequest;
use App\Http\Requests\MakeAgainRequest;
use App\Http\Requests\NumbersRequest;
use App\Http\Requests\SectionJoinRequest;
use App\Http\Requests\SectionRequest;
use App\Http\Requests\SectionSplitRequest;
use App\Models\Joint;
use App\Models\Main;
use App\Models\Person;
use App\Models\Section;
use App\Pages\Bench;
use App\Procedures\Subject;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** What is put on a line, taken off it, made again, and how it is divided for its tests. */
final class KeepLineController
{
    public function lay(LayRequest $request, Main $main, LayJoints $lay): JsonResponse
    {
        return new JsonResponse(self::ends($lay->add($main, $request->person(), $request->validated())), 201);
    }

    public function drop(Request $request, Joint $joint, LayJoints $lay): JsonResponse
    {
        /** @var Person $by */
        $by = $request->user();

        return new JsonResponse(self::ends($lay->drop($joint, $by)));
    }

    public function number(NumbersRequest $request, Joint $joint, LayJoints $lay): JsonResponse
    {
        $given = $request->validated();
        $new = ['number' => (int) $given['number'], 'pipe_a' => $given['pipe_a'], 'pipe_b' => $given['pipe_b']];

        return new JsonResponse(Bench::of(Subject::joint($lay->number($joint, $request->person(), $new)), $request->person()));
    }

    public function makeAgain(MakeAgainRequest $request, Joint $joint, MakeAgain $again): JsonResponse
    {
        $made = $again->execute($joint, $request->person(), $request->validated());

        return new JsonResponse(Bench::of(Subject::joint($made->refresh()), $request->person()), 201);
    }

    public function section(SectionRequest $request, Section $section, KeepSections $keep): JsonResponse
    {
        return new JsonResponse(self::sections($keep->change($section, $request->person(), $request->validated())->main));
    }

    public function split(SectionSplitRequest $request, Section $section, KeepSections $keep): JsonResponse
    {
        $given = $request->validated();

        return new JsonResponse(self::sections($keep->split($section, $request->person(), (float) $given['station_m'], $given['name'])->main), 201);
    }

    public function join(SectionJoinRequest $request, Section $section, KeepSections $keep): JsonResponse
    {
        $next = Section::whereKey($request->validated('with'))->first() ?? throw Refused::nothing();

        return new JsonResponse(self::sections($keep->join($section, $request->person(), $next)->main));
    }

    /** @return array<string, mixed> */
    private static function ends(Main $main): array
    {
        return [
            'length_m' => $main->length_m, 'joint_from' => $main->joints()->min('number'), 'joint_to' => $main->joints()->max('number'),
            'joints' => $main->joints()->count(),
        ];
    }

    /** @return array<string, mixed> */
    private static function sections(Main $main): array
    {
        return ['sections' => $main->sections()->get()->map(static fn (Section $s): array => [
            'id' => $s->id, 'name' => $s->name, 'from_station_m' => $s->from_station_m, 'to_station_m' => $s->to_station_m, 'low_level_m' => $s->low_level_m,
            'high_level_m' => $s->high_level_m, 'gauge_level_m' => $s->gauge_level_m, 'design_pressure_kpa' => $s->design_pressure_kpa,
        ])->all()];
    }
}
