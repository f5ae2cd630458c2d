<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Kinds;

use Diastoma\Core\Mechanical\Bolting\BoltPlan;
use Diastoma\Core\Mechanical\Bolting\Bolts;
use Diastoma\Core\Mechanical\Product;
use Diastoma\Core\Mechanical\Steps\Recharge;
use Diastoma\Core\Procedure\Situation;

/** Circles of bolts whose count and torque stand on the product's label. */
final class Circle
{
    /**
     * @param  string  $count  field of CardRow that says how many
     * @param  ?\Closure(Situation): ?float  $most  greatest torque that is allowed besides the label's
     */
    public static function ofLabel(string $key, string $name, Product $product, string $count = 'bolts', bool $isSmall = false, ?\Closure $most = null): Bolts
    {
        return new Bolts($key, $name, static function (Situation $s) use ($product, $count, $most): ?BoltPlan {
            $bolts = $product->count($s, $count);
            $torque = $product->figure($s, 'torque_nm');
            $limits = array_filter([$product->figure($s, 'maximum_nm'), $most === null ? null : $most($s)], static fn (?float $nm): bool => $nm !== null);

            // where no maximum is stated: what a weeping one may get, once
            return $bolts === null || $torque === null ? null : BoltPlan::of(
                $bolts, $torque, $limits === [] ? Recharge::AGAIN * $torque : min($limits), $product->card->shares(),
            );
        }, $isSmall);
    }
}
