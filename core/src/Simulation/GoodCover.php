<?php

declare(strict_types=1);

namespace Diastoma\Core\Simulation;

use Diastoma\Core\Procedure\ReadingKind;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Row;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Trench\Backfill\Layers;
use Diastoma\Core\Trench\Deflection\Bores;
use Diastoma\Core\Trench\Deflection\Embedment;
use Diastoma\Core\Trench\Stretch;
use Diastoma\Core\Trench\Ways;

/** What a crew that works well answers of a stretch of trench: 1.8 m deep, sides laid back, layer by layer. */
final class GoodCover
{
    private const DEPTH_M = 1.8;

    private const LAYER_MM = 150.0;

    /** Up by so much with each layer over the crown that plant may stand on, mm. */
    private const RISE_MM = 140.0;

    private const NUMBERS = [
        'strength_tsf' => 2.0, 'slope_run' => 0.8, 'ladder_m' => 5.0, 'spoil_m' => 1.0, 'bucket_mm' => 300.0, 'bedding_start_mm' => 120.0,
        'bedding_middle_mm' => 120.0, 'bedding_end_mm' => 120.0, 'grade_off_mm' => 3.0, 'stone_mm' => 12.0, 'wire_mm' => 300.0, 'sn_kn_m2' => 8.0,
    ];

    private const WORDS = [
        'located' => Ways::LOCATED, 'ground' => Ways::SOIL, 'protection' => Ways::SLOPED, 'air' => Ways::NO_HAZARD, 'foundation' => Ways::FIRM,
    ];

    public static function answer(ReadingSpec $spec, Situation $s): mixed
    {
        return match ($spec->kind) {
            ReadingKind::Row => self::row($spec->key, $s),
            ReadingKind::Choice => self::WORDS[$spec->key] ?? Embedment::Coarse->said(),
            default => match ($spec->key) {
                'depth_m' => $s->facts->maybe('depth_m') ?? self::DEPTH_M, 'bottom_mm' => ceil((new Stretch($s))->leastWidth()->widthMm / 50) * 50,
                'approved_m3' => ceil((new Stretch($s))->approvedM3() * 1.2) + 20.0,
                default => self::NUMBERS[$spec->key] ?? throw new \LogicException("No good answer is known for {$spec->key}."),
            },
        };
    }

    /** @return array<string, mixed> */
    private static function row(string $key, Situation $s): array
    {
        $inside = round(0.9 * (new Stretch($s))->dnMm(), 1);
        $place = ['station_m' => $s->facts->maybe('from_m') ?? 5.0];
        $cover = 1000 * (new Stretch($s))->fullCoverM();

        return match ($key) {
            'inspection' => ['occasion' => Ways::OCCASIONS[0], 'who' => 'Crew', 'safe' => true],
            Bores::LAID => [...$place, 'vertical_mm' => $inside, 'horizontal_mm' => $inside],
            Bores::CROWN => [...$place, 'vertical_mm' => round(1.004 * $inside, 1)], Bores::FULL => [...$place, 'vertical_mm' => round(0.985 * $inside, 1)],
            Bores::LATE => [...$place, 'vertical_mm' => round(0.975 * $inside, 1)],
            'side' => ['thickness_mm' => self::LAYER_MM, 'apart_mm' => 40.0, 'plant' => Ways::LIGHT],
            'over' => [
                'thickness_mm' => self::LAYER_MM, 'apart_mm' => 0.0, 'cover_mm' => min($cover, self::RISE_MM * (1 + count(Row::of($s->readings, 'over')))),
                'plant' => Ways::LIGHT,
            ],
            'side_density', 'over_density' => [
                'layer' => (float) (Layers::of($s->readings, substr($key, 0, -8))->untested()[0] ?? 1), 'by' => Ways::DENSITY_BY[0], 'wet_t_m3' => 2.0,
                'moisture_percent' => 10.0,
                'maximum_t_m3' => 1.95,
            ],
            default => throw new \LogicException("No good row is known for {$key}."),
        };
    }
}
