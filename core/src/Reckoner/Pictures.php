<?php

declare(strict_types=1);

namespace Diastoma\Core\Reckoner;

/**
 * A result as a picture, where one helps: paths and words in a box, for whoever draws them.
 *
 * @phpstan-type Path array{d: string, as: 'pipe'|'line'|'mark'|'earth'}
 * @phpstan-type Words array{x: float, y: float, text: string, anchor: 'start'|'middle'|'end'}
 * @phpstan-type Picture array{width: float, height: float, paths: list<Path>, words: list<Words>}
 */
final class Pictures
{
    private const R = 80.0;

    /**
     * @param  array<mixed>  $given
     * @param  array<string, mixed>  $result
     * @return ?Picture null where words say it better
     */
    public static function of(string $id, array $given, array $result): ?array
    {
        $n = static fn (string $name): ?float => is_numeric($v = $result[$name] ?? $given[$name] ?? null) ? (float) $v : null;

        return match ($id) {
            'pipe.roundness' => self::roundness($n('ovality_mm') ?? 0.0, $n('long_axis_deg')),
            'bolting.star' => self::star(array_values(array_filter(is_array($o = $result['order'] ?? null) ? $o : [], is_int(...)))),
            'ef.marks' => self::marks(array_filter(['stab' => $n('stab_depth_mm'), 'scrape' => $n('scrape_length_mm'), 'wash' => $n('wash_length_mm')])),
            'gasketed.offset' => self::turned($n('angle_deg') ?? 0.0, $n('offset_mm') ?? 0.0),
            'repair.spool' => self::spool($n('cut_out_mm') ?? 0.0, $n('gap_mm') ?? 0.0, $n('spool_mm') ?? 0.0),
            'trench.slope' => self::trench($n('bottom_m') ?? 0.0, $n('top_m') ?? 0.0, $n('depth_m') ?? 0.0),
            default => null,
        };
    }

    /** @return Picture the end of the pipe from the front, its shape exaggerated, its long axis marked */
    private static function roundness(float $ovality, ?float $axis): array
    {
        $points = [];
        $swell = $axis === null || $ovality <= 0.0 ? 0.0 : 10.0;
        for ($deg = 0; $deg <= 360; $deg += 5) {
            $r = self::R + $swell * cos(deg2rad(2 * ($deg - ($axis ?? 0.0))));
            $points[] = self::point($deg, $r);
        }
        $paths = [['d' => self::path($points).'z', 'as' => 'pipe']];
        $words = [self::word(self::point(0, self::R + 26), '12'), self::word(self::point(90, self::R + 26), '3')];
        if ($swell > 0.0) {
            $paths[] = ['d' => self::path([self::point((float) $axis, self::R + 16), self::point((float) $axis + 180, self::R + 16)]), 'as' => 'mark'];
            $words[] = ['x' => 126.0, 'y' => 170.0, 'text' => 'longest here', 'anchor' => $axis > 45.0 && $axis < 135.0 ? 'middle' : 'start'];
        }

        return ['width' => 240.0, 'height' => 240.0, 'paths' => $paths, 'words' => $words];
    }

    /**
     * @param  list<int>  $order
     * @return ?Picture bolts where they stand, each with its turn
     */
    private static function star(array $order): ?array
    {
        if ($order === []) {
            return null;
        }
        $n = count($order);
        $words = $paths = $way = [];
        foreach ($order as $turn => $bolt) {
            $deg = 360 * ($bolt - 1) / $n;
            [$x, $y] = self::point($deg, self::R);
            $way[] = self::point($deg, self::R - 14);
            $paths[] = ['d' => sprintf('M%.1f %.1fa13 13 0 1 0 26 0a13 13 0 1 0 -26 0', $x - 13, $y), 'as' => 'pipe'];
            $words[] = self::word([$x, $y + 5], (string) ($turn + 1));
        }
        $paths[] = ['d' => self::path($way), 'as' => 'mark'];

        return ['width' => 240.0, 'height' => 240.0, 'paths' => $paths, 'words' => $words];
    }

    /**
     * @param  array<string, float>  $marks  mm from the end
     * @return ?Picture
     */
    private static function marks(array $marks): ?array
    {
        if ($marks === []) {
            return null;
        }
        $scale = 420 / max($marks);
        $paths = [['d' => 'M20 70h440v40h-440z', 'as' => 'earth'], ['d' => 'M20 60v60', 'as' => 'pipe']];
        $words = [];
        $k = 0;
        foreach ($marks as $name => $mm) {
            $x = 20 + $scale * $mm;
            $y = 56 - 18 * $k++;
            $paths[] = ['d' => sprintf('M%.1f %.1fV112', $x, $y + 4), 'as' => 'mark'];
            $words[] = ['x' => $x - 5, 'y' => (float) $y + 4, 'text' => "{$name} {$mm} mm", 'anchor' => 'end'];
        }

        return ['width' => 480.0, 'height' => 130.0, 'paths' => $paths, 'words' => $words];
    }

    /** @return Picture two pipes with the turn between them, exaggerated */
    private static function turned(float $deg, float $offset): array
    {
        $drawn = deg2rad(min(25.0, 4 * abs($deg)));
        $x = 200 + 220 * cos($drawn);
        $y = 150 - 220 * sin($drawn);

        return ['width' => 480.0, 'height' => 190.0, 'paths' => [
            ['d' => 'M20 150H200', 'as' => 'pipe'], ['d' => sprintf('M200 150L%.1f %.1f', $x, $y), 'as' => 'pipe'], ['d' => 'M200 150H440', 'as' => 'line'],
            ['d' => sprintf('M%.1f 150V%.1f', $x, $y), 'as' => 'mark'],
        ], 'words' => [
            ['x' => $x - 8, 'y' => ($y + 150) / 2 + 5, 'text' => round($offset).' mm', 'anchor' => 'end'],
            ['x' => 240.0, 'y' => 172.0, 'text' => round($deg, 2).'°, drawn wider', 'anchor' => 'start'],
        ]];
    }

    /** @return Picture the opening with the spool in it */
    private static function spool(float $cut, float $gap, float $spool): array
    {
        $scale = 300 / max(1.0, $cut);
        $g = $gap * $scale;

        return ['width' => 480.0, 'height' => 130.0, 'paths' => [
            ['d' => 'M10 50h80v30h-80z', 'as' => 'earth'], ['d' => 'M390 50h80v30h-80z', 'as' => 'earth'],
            ['d' => sprintf('M%.1f 50h%.1fv30h%.1fz', 90 + $g, $spool * $scale, -$spool * $scale), 'as' => 'pipe'],
            ['d' => 'M90 100h300M90 94v12M390 94v12', 'as' => 'mark'],
        ], 'words' => [
            self::word([240.0, 70.0], round($spool, 1).' mm'), self::word([240.0, 122.0], 'cut out '.round($cut, 1).' mm'),
            ['x' => 90.0, 'y' => 40.0, 'text' => 'gap '.round($gap, 1).' mm', 'anchor' => 'start'],
            ['x' => 390.0, 'y' => 40.0, 'text' => 'gap '.round($gap, 1).' mm', 'anchor' => 'end'],
        ]];
    }

    /** @return ?Picture the trench across */
    private static function trench(float $bottom, float $top, float $depth): ?array
    {
        if ($top <= 0.0 || $depth <= 0.0) {
            return null;
        }
        $scale = min(400 / $top, 130 / $depth);
        [$b, $t, $d] = [$bottom * $scale / 2, $top * $scale / 2, $depth * $scale];

        return ['width' => 480.0, 'height' => $d + 70, 'paths' => [
            ['d' => sprintf('M0 30H%.1fL%.1f %.1fH%.1fL%.1f 30H480', 240 - $t, 240 - $b, 30 + $d, 240 + $b, 240 + $t), 'as' => 'pipe'],
            ['d' => sprintf('M%.1f 20H%.1f', 240 - $t, 240 + $t), 'as' => 'mark'],
        ], 'words' => [
            self::word([240.0, 14.0], round($top, 2).' m at the top'), self::word([240.0, $d + 50], round($bottom, 2).' m'),
            self::word([240.0, 30 + $d / 2], round($depth, 2).' m deep'),
        ]];
    }

    /** @return array{float, float} on the clock: 0° is up, clockwise */
    private static function point(float $deg, float $r): array
    {
        return [120 + $r * sin(deg2rad($deg)), 120 - $r * cos(deg2rad($deg))];
    }

    /** @param  list<array{float, float}>  $points */
    private static function path(array $points): string
    {
        return 'M'.implode('L', array_map(static fn (array $p): string => sprintf('%.1f %.1f', ...$p), $points));
    }

    /**
     * @param  array{float, float}  $at
     * @return Words
     */
    private static function word(array $at, string $text): array
    {
        return ['x' => $at[0], 'y' => $at[1], 'text' => $text, 'anchor' => 'middle'];
    }
}
