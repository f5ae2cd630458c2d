<?php

declare(strict_types=1);

namespace Core\Tests\Electrofusion;

use Diastoma\Core\Electrofusion\Diagnosis\Nominal;
use Diastoma\Core\Electrofusion\Diagnosis\TraceClass;
use Diastoma\Core\Electrofusion\FusionTrace;

/**
 * Fusions by physics written apart from the simulator of the core: a winding that warms the plastic about it, which warms what lies beyond; wire of copper,
 * of something like it or of an alloy that keeps its
 * resistance; units that start softly over up to six seconds; meters of 0.1 V and 0.1 A; readings half a second to three seconds apart, evenly or not; a
 * lead and its plugs in series.
 */
final class StrangeTraces
{
    /** Wire: change of resistance per K. */
    private const WIRES = [3.93e-3, 3.93e-3, 4.5e-3, 2.0e-4, 4.0e-4, 0.0];

    /** Smallest and largest fault, share: as BlindTraces states them. */
    private const SIZES = [
        'good' => [0.0, 0.0], 'voltage_droop' => [0.045, 0.2], 'wrong_resistance' => [0.13, 0.5], 'shorted_turns' => [0.04, 0.3],
        'open_circuit' => [0.05, 0.9], 'early_stop' => [0.03, 0.9], 'supply_cut' => [0.05, 0.9], 'time_mismatch' => [0.03, 0.4],
        'under_insertion' => [0.03, 0.06],
    ];

    /**
     * @param  bool  $isSwift  the wire is hot before the plastic about it is, turns come to touch over seconds, and many fusions are short
     * @return \Generator<int, array{TraceClass, FusionTrace, Nominal, string}>
     */
    public static function all(int $each, int $seed, bool $isSwift = false): \Generator
    {
        foreach (TraceClass::cases() as $c => $class) {
            for ($k = 0; $k < $each; $k++) {
                mt_srand(1_000_003 * $seed + 1009 * $c + $k);
                yield self::one($class, $isSwift);
            }
        }
    }

    /** @return array{TraceClass, FusionTrace, Nominal, string} */
    private static function one(TraceClass $class, bool $isSwift): array
    {
        $u = static fn (float $a, float $b): float => $a + ($b - $a) * mt_rand() / mt_getrandmax();
        $volts = [12.0, 24.0, 39.5, 40.0, 48.0][mt_rand(0, 4)];
        $time = $isSwift && mt_rand(0, 1) === 1 ? $u(40, 90) : $u(40, 1100);
        $watts = $u(300, 4500);
        $ohms = max(0.1, $volts ** 2 / $watts); // 3 A to some 100 A
        $wire = self::WIRES[mt_rand(0, 5)];
        $celsius = $u(-10, 40);
        $soft = mt_rand(0, 2) === 0 ? $u(1.0, 6.0) : 0.0;
        $every = [0.5, 1.0, 1.0, 2.0, 3.0][mt_rand(0, 4)];
        $every = min($every, $time / 60);
        $uneven = mt_rand(0, 2) === 0;
        $size = $u(...self::SIZES[$class->value]);
        $sign = mt_rand(0, 1) === 1 ? -1 : 1;
        $where = $u(0.2, 0.7) * $time;
        $ends = match ($class) {
            TraceClass::EarlyStop, TraceClass::SupplyCut, TraceClass::OpenCircuit => max(2.0, (1 - $size) * $time),
            TraceClass::TimeMismatch => (1 + $sign * $size) * $time, default => $time
        };
        $real = $ohms * ($class === TraceClass::WrongResistance ? 1 + $sign * $size : $u(0.97, 1.03)); // windings are made to some percent
        $lead = $u(0.0, 0.004) * $ohms;
        $skin = $isSwift ? [$u(20.0, 90.0), $time / $u(8.0, 60.0)] : [0.0, 1.0]; // K that the wire is hotter than what it lies in; s
        $grows = $isSwift ? $u(0.0, min(15.0, 0.25 * $time)) : 0.0;
        $samples = self::record(
            $class, $size, $where, $ends, $real, $lead, $wire, $celsius, $volts, $ohms, $time, $soft, $every, $uneven, $u, $skin, $grows,
        );
        $code = match ($class) {
            TraceClass::EarlyStop => 'stopped_by_operator', TraceClass::SupplyCut => 'supply_failed', TraceClass::OpenCircuit => 'no_current',
            default => 'complete'
        };

        return [
            $class, FusionTrace::of($samples, $code), Nominal::of($volts, (float) sprintf('%.3g', $ohms), $time, $celsius),
            sprintf(
                '%s size %.3f at %.0f of %.0f s, %.1f V %.2f Ω, wire %.4f, soft %.1f s, every %.1f s%s, grows %.1f s, %.0f K in %.0f s', $class->value, $size,
                $where, $time, $volts, $ohms, $wire, $soft, $every, $uneven ? ' uneven' : '', $grows, ...$skin,
            ),
        ];
    }

    /**
     * @param  array{float, float}  $skin
     * @return list<array{t: float, v: float, i: float}>
     */
    private static function record(
        TraceClass $class, float $size, float $where, float $ends, float $real, float $lead, float $wire, float $celsius, float $volts, float $label,
        float $time, float $soft, float $every, bool $uneven, \Closure $u, array $skin, float $grows,
    ): array {
        $over = 0.0; // K of the wire above the plastic about it
        $hot = $near = 0.0; // K above the fitting: the wire with the plastic about it, and the plastic beyond
        [$toNear, $away] = [$u(3.0, 8.0) / $time, $u(0.5, 1.5) / $time];
        $perKj = $u(60, 170) * $toNear / ($volts ** 2 / $label); // K/J
        $touched = 1.0;
        $touch = $where;
        $samples = [];
        $due = 0.0;
        $dt = min(0.25, $time / 400);
        for ($t = 0.0; $t <= $ends + 1e-9; $t += $dt) {
            if ($class === TraceClass::UnderInsertion && $t >= $touch) {
                $touched = $touched > 1.0 ? 1.0 : 1.0 + $size * $u(0.8, 1.3);
                $touch = $t + max(16 * $every, $time * $u(0.06, 0.12));
            }
            $loose = $class === TraceClass::UnderInsertion && $t > $where ? 0.05 * (1 - exp(-($t - $where) / (0.2 * $time))) : 0.0;
            $r = $real * (1 + $wire * ($celsius - 20.0 + $hot + $over)) * (
                $class === TraceClass::ShortedTurns && $t >= $where ? 1 - $size * ($grows > 0.0 ? min(1.0, ($t - $where) / $grows) : 1.0) : 1.0
            ) * $touched * (1 + $loose) + $lead;
            $v = $volts * ($soft > 0.0 ? min(1.0, 0.25 + 0.75 * $t / $soft) : 1.0) * (
                $class === TraceClass::VoltageDroop && $t >= $where ? 1 - $size : 1.0
            ) * (1 + 0.004 * sin($t / 7));
            $watts = $v ** 2 / $r;
            $over += $dt / $skin[1] * ($skin[0] * $watts / ($volts ** 2 / $label) - $over);
            $hot += $dt * ($perKj * $watts - $toNear * ($hot - $near));
            $near += $dt * ($toNear * ($hot - $near) * 0.35 - $away * $near);
            if ($t >= $due - 1e-9 || $t > $ends - $dt) {
                $due = $t + ($uneven ? $every * $u(0.5, 1.8) : $every);
                $samples[] = self::seen($t, $v * (1 + 0.001 * $u(-1, 1)), $v / $r * (1 + 0.001 * $u(-1, 1)));
            }
        }
        $last = $samples[count($samples) - 1]['t'];
        for ($k = 1; $k <= 4 && in_array($class, [TraceClass::SupplyCut, TraceClass::OpenCircuit], true); $k++) {
            $samples[] = self::seen($last + $k * $every, $class === TraceClass::SupplyCut ? 0.0 : $volts * 1.02, 0.0);
        }

        return $samples;
    }

    /**
     * What meters of 0.1 V and 0.1 A show.
     *
     * @return array{t: float, v: float, i: float}
     */
    private static function seen(float $t, float $v, float $i): array
    {
        return ['t' => round($t, 2), 'v' => round($v, 1), 'i' => round(max(0.0, $i), 1)];
    }
}
