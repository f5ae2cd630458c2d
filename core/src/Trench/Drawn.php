<?php

declare(strict_types=1);

namespace Diastoma\Core\Trench;

use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Trench\Backfill\Layers;
use Diastoma\Core\Trench\Deflection\Advice;
use Diastoma\Core\Trench\Deflection\Bores;

/** What is drawn of a stretch: its cross-section to scale, and the inside of its pipe from stage to stage. */
final class Drawn
{
    /** @return array<string, mixed> */
    public static function of(Situation $s): array
    {
        $stretch = new Stretch($s);
        $bed = $s->readings->has('bedding_end_mm') ? $stretch->beddingMm() : 0.0;
        $limit = $s->limit('tr.density_percent');
        $height = $bed;
        $layers = [];
        foreach (['side', 'over'] as $key) {
            $all = Layers::of($s->readings, $key);
            $before = 0.0;
            foreach ($all->rows as $k => $row) {
                $thick = $row->number('thickness_mm') ?? 0.0;
                $cover = $row->number('cover_mm');
                $to = $key === 'over' && $cover !== null ? $bed + $stretch->odMm() + $cover
                    : self::beside($stretch, $bed, $before += $thick, $all->heightMm());
                $percent = $all->last()[$k + 1] ?? null;
                $layers[] = [
                    'where' => $key, 'number' => $k + 1, 'from_mm' => $height, 'to_mm' => max($height, $to), 'percent' => $percent,
                    'short' => $percent !== null && isset($all->short($limit)[$k + 1]),
                ];
                $height = max($height, $to);
            }
        }

        return ['cross' => [
            'depth_mm' => 1000 * ($stretch->depthM() ?? 0.0), 'bottom_mm' => $stretch->bottomMm(), 'least_mm' => $stretch->leastWidth()->widthMm,
            'width_rule' => $stretch->leastWidth()->rule, 'slope' => $stretch->slope(), 'od_mm' => $stretch->odMm(), 'bedding_mm' => $bed,
            'haunched' => $s->readings->has('haunched'), 'is_dug' => $s->readings->has('depth_m'), 'layers' => $layers, 'soil' => $stretch->ground()?->said(),
            'protection' => $s->readings->text('protection'),
            'light_mm' => $s->limit('tr.plant_cover_mm'), 'heavy_mm' => $s->limit('tr.heavy_cover_mm'), 'stone_mm' => $stretch->largestStoneMm(),
            'length_display' => $s->rulebook->units->display(Unit::Millimetre),
        ]];
    }

    /** Loose layers are drawn as they lie when compacted: together they reach the crown. */
    private static function beside(Stretch $stretch, float $bed, float $loose, float $all): float
    {
        return $bed + ($all > $stretch->odMm() ? $stretch->odMm() * $loose / $all : $loose);
    }

    /** @return array<string, mixed> */
    public static function bores(Situation $s): array
    {
        $bores = new Bores($s->readings);
        $shell = (new Stretch($s))->shell();
        $stages = [];
        foreach (Bores::STAGES as $stage => $title) {
            $stages[] = ['key' => $stage, 'title' => $title, 'places' => $bores->percents($stage)];
        }
        $predicted = Bores::predicted($s);

        return ['bores' => [
            'stages' => $stages, 'limit_percent' => $s->limit($shell->limit(false)), 'late_percent' => $s->limit($shell->limit(true)),
            'rise_percent' => $s->limit('tr.rise_percent'), 'predicted_percent' => $predicted['first'] ?? null,
            'predicted_late_percent' => $predicted['late'] ?? null,
            'advice' => Advice::of($s), 'source' => Deflection\Iowa::source()->tag(), 'length_display' => $s->rulebook->units->display(Unit::Metre),
        ]];
    }
}
