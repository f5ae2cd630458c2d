<?php

declare(strict_types=1);

namespace App\PressureTests;

use App\Models\Section;
use App\Procedures\Catalogue;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Mechanical\Cards\Card;
use Diastoma\Core\Mechanical\MechanicalProcedure;
use Diastoma\Core\Mechanical\Product;
use Diastoma\Core\PressureTest\MethodLimits;
use Diastoma\Core\PressureTest\Reading\Material;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\TestMethod;
use Diastoma\Core\PressureTest\TestMethods;
use Diastoma\Core\PressureTest\Words;
use Diastoma\Core\Procedure\Facts;
use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Sitting\Entry;
use Diastoma\Core\Sitting\Kind;
use Illuminate\Support\Facades\DB;

/** What is known of a section: what was written down about it, and for the rest what its main says. */
final class KnownFacts
{
    public static function of(Section $section): TestSection
    {
        return TestSection::fromArray(self::facts($section));
    }

    /** @return array<string, mixed> */
    public static function facts(Section $section): array
    {
        $facts = [...self::fromMain($section), ...($section->facts ?? [])];
        $couplings = self::couplings($section);
        $others = array_filter($facts['ratings'] ?? [], static fn (array $r): bool => ! in_array($r['name'] ?? '', array_column($couplings, 'name'), true));

        return [...$facts, 'ratings' => [...array_values($others), ...$couplings]];
    }

    /** @return list<array{name: string, kpa: float}> the weakest of the mechanical fittings in it, by its card or its label */
    private static function couplings(Section $section): array
    {
        $joints = $section->joints()->where('method', 'like', Card::PREFIX.'%')->get();
        $said = DB::table('entries')->where('kind', Entry::READING)->where('subject_type', Kind::Joint->value)->whereIn('subject_id', $joints->pluck('id'))
            ->whereIn('payload->key', ['size', Product::key('pressure_kpa')])->orderBy('device_at')->orderBy('seq')->get(['subject_id', 'payload'])
            ->groupBy('subject_id');
        $rules = $section->main->job->rules();
        $weakest = null;
        foreach ($joints as $joint) {
            $procedure = Catalogue::of($joint->method);
            $readings = new Readings(array_values($said->get($joint->id, collect())->map(self::reading(...))->all()));
            $situation = new Situation($readings, new Facts([]), $rules);
            $kpa = $procedure instanceof MechanicalProcedure ? $procedure->product->figure($situation, 'pressure_kpa') : null;
            if ($kpa !== null && ($weakest === null || $kpa < $weakest['kpa'])) {
                $weakest = ['name' => "joint {$joint->label()}: {$procedure->title()}", 'kpa' => $kpa];
            }
        }

        return $weakest === null ? [] : [$weakest];
    }

    private static function reading(\stdClass $row): Reading
    {
        $payload = json_decode($row->payload, true, flags: JSON_THROW_ON_ERROR);
        $value = $payload['value'];

        return new Reading($payload['key'], is_int($value) ? (float) $value : $value, new \DateTimeImmutable('@0'));
    }

    public static function words(Section $section): Words
    {
        return new Words($section->main->job->rules()->units);
    }

    /** A method by the limits of the section's job. */
    public static function method(Section $section, string $id): TestMethod
    {
        return TestMethods::of($id)->by(MethodLimits::of($section->main->job->rules()));
    }

    /**
     * @return array<string, mixed>
     *
     * @throws InvalidInput if the section has no length, or its material is not known
     */
    private static function fromMain(Section $section): array
    {
        $main = $section->main;
        if (! isset($section->facts['parts']) && $section->to_station_m - $section->from_station_m < 0.1) {
            throw InvalidInput::field(
                'section', "Section {$section->name} has no length yet: plan its line in Set-out first.", $section->to_station_m - $section->from_station_m,
                0.1,
            );
        }
        $material = Material::named($main->material);
        if (! isset($section->facts['parts']) && $material === null) {
            throw InvalidInput::field(
                'material', "It is not known here how {$main->material} stretches, so no test of it can be planned. Ask the office to add the material.",
                $main->material,
            );
        }
        $low = min($section->low_level_m, $section->high_level_m);
        $high = max($section->low_level_m, $section->high_level_m);

        return [
            'service' => $main->service,
            'parts' => isset($section->facts['parts']) ? [] : array_map(static fn (array $s): array => [
                'material' => Material::named($s['span']->material)?->value, 'length_m' => $s['to_m'] - $s['from_m'], 'dn_mm' => $s['span']->dnMm,
                'inside_mm' => $s['span']->largestOdMm - 2 * $s['span']->wallMm, 'wall_mm' => $s['span']->wallMm,
            ], $main->spans($section->from_station_m, $section->to_station_m)),
            'profile' => [[$section->from_station_m, $low], [$section->to_station_m, $high]],
            'fittings' => [['kind' => 'end', 'station_m' => $section->from_station_m], ['kind' => 'end', 'station_m' => $section->to_station_m]],
            'ratings' => [['name' => 'weakest part', 'kpa' => max(1.0, $section->design_pressure_kpa)]],
            'working_kpa' => $main->service === 'sewer_gravity' ? 0.0 : max(1.0, $section->design_pressure_kpa),
            'gauge_level_m' => $section->gauge_level_m,
        ];
    }
}
