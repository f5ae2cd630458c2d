<?php

declare(strict_types=1);

namespace Diastoma\Core\Simulation;

use Diastoma\Core\Mechanical\Bolting\Bolts;
use Diastoma\Core\Mechanical\Cards\Card;
use Diastoma\Core\Mechanical\Cards\CardKind;
use Diastoma\Core\Mechanical\Cards\CardRow;
use Diastoma\Core\Mechanical\Fit;
use Diastoma\Core\Mechanical\Kinds\FlangeAdaptor;
use Diastoma\Core\Mechanical\Kinds\ToTorque;
use Diastoma\Core\Mechanical\Measured;
use Diastoma\Core\Mechanical\MechanicalProcedure;
use Diastoma\Core\Mechanical\Product;
use Diastoma\Core\Mechanical\Range;
use Diastoma\Core\Mechanical\Rules\LayerOfCoupling;
use Diastoma\Core\Mechanical\Stab\StabSaddle;
use Diastoma\Core\Mechanical\Steps\Ends;
use Diastoma\Core\Mechanical\Steps\Layers;
use Diastoma\Core\Mechanical\Steps\Lubricate;
use Diastoma\Core\Mechanical\Steps\Marks;
use Diastoma\Core\Mechanical\Steps\Recharge;
use Diastoma\Core\Mechanical\Tap\Stages;
use Diastoma\Core\Procedure\ReadingKind;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Situation;

/** Numbers and words of a mechanical joint made well, by what is asked. The fitting is made up, and takes the pipe it is put on. */
final class GoodFitting
{
    /** A label that holds together, for a pipe of so many mm: shares of it, and plain figures. */
    private const SHARES = ['min_mm' => 0.97, 'max_mm' => 1.03, 'upper_min_mm' => 1.02, 'upper_max_mm' => 1.12];

    private const LABEL = [
        'length_mm' => 260.0, 'gap_mm' => 20.0, 'insertion_min_mm' => 90.0, 'insertion_max_mm' => 140.0, 'seal_margin_mm' => 60.0, 'bolts' => 4.0,
        'lugs' => 4.0,
        'flange_bolts' => 8.0, 'torque_nm' => 60.0, 'maximum_nm' => 75.0, 'pressure_kpa' => 1600.0, 'stab_mm' => 60.0, 'collapsed_mm' => 500.0,
        'extended_mm' => 800.0,
        'rod_mm' => 25.0,
    ];

    private const SMALL = ['torque_nm' => 11.0, 'maximum_nm' => 13.0];

    private const DAMAGE_MM = 300.0;

    /** @throws \LogicException if none is known */
    public static function answer(ReadingSpec $spec, Situation $s, MechanicalProcedure $procedure): mixed
    {
        return match ($spec->kind) {
            ReadingKind::Row => self::row($spec->key, $s, $procedure),
            ReadingKind::Choice => self::choice($spec, $s, $procedure),
            ReadingKind::Series => self::series($spec, $s, $procedure),
            default => self::number($spec->key, $s, $procedure),
        };
    }

    private static function choice(ReadingSpec $spec, Situation $s, MechanicalProcedure $procedure): string
    {
        $side = preg_match('/_([a-z])\z/', $spec->key, $found) === 1 ? $found[1] : '';
        $stem = $side === '' ? $spec->key : substr($spec->key, 0, -2);
        $material = $s->readings->text($side === '' ? 'material' : "material_{$side}");
        $isOut = Fit::of(Measured::odsMm($s, ['a', 'b']) ?? [200.0], $procedure->product->ranges($s))->layer === Range::OUT;

        return match ($stem) {
            'size' => self::size($spec, $s, $procedure->card), 'layers' => Product::TWO, 'material' => self::material($s, $side), 'band' => Ends::SOUND,
            'layer' => $isOut ? Layers::TAKEN_OUT : Layers::LEFT_IN, 'layer_left', 'layer_right' => $isOut ? LayerOfCoupling::OUT : LayerOfCoupling::IN,
            'lubricant' => match (true) {
                ! in_array(Lubricate::APPROVED, $spec->choices, true) => $spec->choices[0], // the grade for drinking water
                in_array($material, $procedure->card->lubricated, true) => Lubricate::APPROVED,
                default => Lubricate::NONE,
            },
            'recharge', 'recharge_again' => Recharge::TIGHT, 'face_at' => FlangeAdaptor::BETWEEN, 'threads' => ToTorque::CLEAN, 'clicks' => 'twice',
            'punch' => StabSaddle::FLUSH, 'rod_held' => Stages::BY_DEVICE, 'opens' => Stages::OPENS[1],
            default => throw new \LogicException("No good choice is known for {$spec->key}."),
        };
    }

    private static function size(ReadingSpec $spec, Situation $s, Card $card): string
    {
        $od = self::odMm($s, 'a');
        foreach ($card->rows as $row) {
            $least = $row->figure('min_mm');
            $most = $row->figure('upper_max_mm') ?? $row->figure('max_mm');
            if ($least === null || $most === null || $od >= $least && $od <= $most) {
                return $row->size;
            }
        }

        return $spec->choices[0];
    }

    private static function material(Situation $s, string $side): string
    {
        $line = strtolower($s->facts->text(in_array($side, ['b', 'd'], true) ? 'material_b' : 'material') ?: $s->facts->text('material'));
        foreach (['pe' => 'PE', 'pvc' => 'PVC', 'grp' => 'GRP', 'steel' => 'steel', 'ductile' => 'ductile iron, coated'] as $word => $material) {
            if (str_starts_with($line, $word)) {
                return $material;
            }
        }

        return 'PVC';
    }

    /** @return list<float> */
    private static function series(ReadingSpec $spec, Situation $s, MechanicalProcedure $procedure): array
    {
        $count = max([4, ...$spec->counts]);
        $side = preg_match('/od_([a-z])_mm\z/', $spec->key, $found) === 1 ? $found[1] : '';

        return str_starts_with($spec->key, 'od_')
            ? array_map(fn (int $k): float => round(self::odMm($s, $side) + 0.2 * ($k % 2), 1), range(1, $count)) : array_fill(0, $count, 20.0);
    }

    private static function odMm(Situation $s, string $side): float
    {
        return $s->facts->maybe($side === 'b' || $side === 'd' ? 'od_largest_b_mm' : 'od_largest_mm') ?? $s->facts->maybe('od_largest_mm') ?? 200.0;
    }

    private static function number(string $key, Situation $s, MechanicalProcedure $procedure): float
    {
        $product = $procedure->product;
        $figure = static fn (string $field): float => $product->figure($s, $field) ?? self::LABEL[$field];
        if (str_starts_with($key, 'label_')) {
            return self::label(substr($key, strlen('label_')), $s, $procedure);
        }
        $nominal = Marks::nominalMm($s, $product) ?? 120.0;
        $stem = preg_replace('/_(left|right|[a-d]|s)(?=_mm\z|_deg\z)/', '', $key) ?? $key;

        return match (true) {
            $key === 'mark_min_mm' => $figure('insertion_min_mm'), $key === 'mark_max_mm' => $figure('insertion_max_mm'),
            $stem === 'mark_mm' && self::stabs($procedure) => $figure('stab_mm'),
            in_array($key, ['mark_left_mm', 'mark_right_mm'], true) => $figure('length_mm') / 2 + 15, $stem === 'mark_mm' => $nominal,
            $stem === 'gap_mm' => $figure('gap_mm'),
            $key === 'spool_mm' => ($s->readings->number('cut_out_mm') ?? 1200.0) - 2 * $figure('gap_mm'),
            $key === 'cut_mm' => max(self::DAMAGE_MM, $figure('collapsed_mm') - $figure('stab_mm')),
            default => [
                'line_kpa' => 600.0, 'face_mm' => 1.0, 'clear_mm' => 15.0, 'out_of_square_mm' => 1.0, 'chamfer_deg' => 47.0, 'chamfer_mm' => 24.0,
                'centring_mm' => 6.0,
                'break_mm' => 40.0, 'first_kpa' => 0.0, 'left_kpa' => 0.0, 'cut_out_mm' => 1200.0, 'damage_mm' => self::DAMAGE_MM, 'wanted_kpa' => 600.0,
                'wanted_min' => 10.0,
                'test_kpa' => 610.0, 'end_kpa' => 610.0, 'test_min' => 12.0, 'main_kpa' => 600.0, 'turns_to_open' => 11.0,
            ][$stem] ?? throw new \LogicException("No good answer is known for {$key}."),
        };
    }

    private static function label(string $field, Situation $s, MechanicalProcedure $procedure): float
    {
        if (isset(self::SHARES[$field])) {
            return round(self::SHARES[$field] * self::odMm($s, 'a'), 1);
        }
        $small = $procedure->card->kind === CardKind::StabSaddle ? self::SMALL : [];

        return $small[$field] ?? self::LABEL[$field] ?? throw new \LogicException('No figure of a label is known for '.CardRow::FIELDS[$field][0].'.');
    }

    private static function stabs(MechanicalProcedure $procedure): bool
    {
        return in_array($procedure->card->kind, [CardKind::StabSaddle, CardKind::StabFitting, CardKind::Sliding], true);
    }

    /** @return array<string, bool|float> the next row that a good crew would enter */
    private static function row(string $key, Situation $s, MechanicalProcedure $procedure): array
    {
        foreach ($procedure->circles() as $bolts) {
            if ($bolts->key === $key) {
                return self::bolt($bolts, $s);
            }
            if ("{$bolts->key}_set" === $key) {
                return ['pass' => 1.0, 'set_nm' => $bolts->plan($s)?->torqueNm(1) ?? 1.0];
            }
        }
        $done = $s->readings->times($key);

        return str_starts_with($key, 'nuts_') ? ['bolt' => (float) ($done % max(1, $procedure->product->count($s, 'bolts') ?? 1) + 1), 'turns' => 2.0]
            : ['lug' => (float) ($done % max(1, $procedure->product->count($s, 'lugs') ?? 1) + 1), 'touches' => true];
    }

    /** @return array<string, float> */
    private static function bolt(Bolts $bolts, Situation $s): array
    {
        $run = $bolts->run($s);
        $next = $run?->next() ?? ['pass' => $run?->plan->last() ?? 1, 'bolt' => 1];
        $torque = ($run?->plan->torqueNm($next['pass']) ?? 1.0) * (1 + 0.01 * ($next['bolt'] % 3 - 1));

        return ['pass' => (float) $next['pass'], 'bolt' => (float) $next['bolt'], 'torque_nm' => round($torque, 2)];
    }
}
