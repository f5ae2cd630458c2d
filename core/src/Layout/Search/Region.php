<?php

declare(strict_types=1);

namespace Diastoma\Core\Layout\Search;

/**
 * Every offset and heading that the end of a pipe may have: a convex polygon in the plane of offset (m) and heading (rad, from a reference). One plane of
 * movement, plan or profile, has one region. Exact for small angles: a joint's turn widens it, a pipe's length shears it, the band cuts it.
 *
 * Vertices go round counter-clockwise. Plain lists, no objects inside: a long line makes tens of thousands of these.
 */
final class Region
{
    /**
     * @param  list<float>  $u  offsets
     * @param  list<float>  $h  headings
     */
    private function __construct(public readonly array $u, public readonly array $h)
    {
    }

    public static function box(float $u0, float $u1, float $h0, float $h1): self
    {
        return new self([$u0, $u1, $u1, $u0], [$h0, $h0, $h1, $h1]);
    }

    public static function point(float $u, float $h): self
    {
        return new self([$u], [$h]);
    }

    public function isEmpty(): bool
    {
        return $this->u === [];
    }

    /**
     * One joint and one pipe: the heading may change by up to the turn, then the pipe carries on, and no part of it may leave the band.
     *
     * @param  float  $turn  largest turn at the joint, rad
     * @param  float  $shift  heading of this region's reference less that of the chord
     * @param  float  $chord  length of the chord, m
     * @param  list<array{float, float, int}>  $bulges  share of the way, offset of the alignment from the chord, side on which it counts
     * @param  float  $after  what turns a heading from the chord into one from the next reference
     */
    public function carried(float $turn, float $shift, float $chord, float $band, array $bulges, float $after): self
    {
        [$u, $h] = $this->swept($shift, $turn, $chord);
        [$u, $h] = self::kept($u, $h, 1.0, 0.0, $band);
        [$u, $h] = self::kept($u, $h, -1.0, 0.0, $band);
        foreach ($bulges as [$t, $f, $side]) {
            if ($u === []) {
                break;
            }
            $lever = (1 - $t) * $chord;
            if ($side >= 0) {
                [$u, $h] = self::kept($u, $h, -1.0, $lever, $band - $f);
            }
            if ($side <= 0) {
                [$u, $h] = self::kept($u, $h, 1.0, -$lever, $band + $f);
            }
        }
        foreach ($h as $k => $heading) {
            $h[$k] = $heading + $after;
        }

        return new self($u, $h);
    }

    /**
     * Widened by the turn and sheared by the pipe.
     *
     * @return array{list<float>, list<float>}
     */
    private function swept(float $shift, float $turn, float $chord): array
    {
        $n = count($this->u);
        $u = $h = [];
        if ($n === 0) {
            return [$u, $h];
        }
        if ($n === 1) {
            [$low, $high] = [$this->h[0] + $shift - $turn, $this->h[0] + $shift + $turn];

            return [[$this->u[0] + $chord * $low, $this->u[0] + $chord * $high], [$low, $high]];
        }
        $previous = $this->u[$n - 1];
        foreach ($this->u as $k => $x) {
            $in = $x - $previous;
            $out = ($this->u[$k + 1] ?? $this->u[0]) - $x;
            $low = $this->h[$k] + $shift - $turn;
            $high = $low + 2 * $turn;
            $first = $in > 0.0 ? $low : $high; // counter-clockwise: the lower side goes right, the upper left
            $u[] = $x + $chord * $first;
            $h[] = $first;
            if (($in > 0.0) !== ($out > 0.0) || $n === 2 && $in === 0.0) {
                $second = $in > 0.0 ? $high : $low;
                $u[] = $x + $chord * $second;
                $h[] = $second;
            }
            $previous = $x;
        }

        return [$u, $h];
    }

    /** What of it keeps a·u + b·h ≤ d. */
    public function cut(float $a, float $b, float $d): self
    {
        [$u, $h] = self::kept($this->u, $this->h, $a, $b, $d);

        return new self($u, $h);
    }

    /**
     * @param  list<float>  $u
     * @param  list<float>  $h
     * @return array{list<float>, list<float>}
     */
    private static function kept(array $u, array $h, float $a, float $b, float $d): array
    {
        $values = [];
        $out = false;
        foreach ($u as $k => $x) {
            $values[] = $v = $a * $x + $b * $h[$k] - $d;
            if ($v > 0.0) {
                $out = true;
            }
        }
        if (! $out) {
            return [$u, $h];
        }
        $keptU = $keptH = [];
        foreach ($values as $k => $v) {
            $next = isset($values[$k + 1]) ? $k + 1 : 0;
            $w = $values[$next];
            if ($v <= 0.0) {
                $keptU[] = $u[$k];
                $keptH[] = $h[$k];
                if ($v === 0.0 || $w <= 0.0) {
                    continue;
                }
            } elseif ($w >= 0.0) {
                continue;
            }
            $t = $v / ($v - $w);
            $keptU[] = $u[$k] + $t * ($u[$next] - $u[$k]);
            $keptH[] = $h[$k] + $t * ($h[$next] - $h[$k]);
        }

        return [$keptU, $keptH];
    }

    /** How far it reaches towards some direction. */
    public function support(float $a, float $b): float
    {
        $most = -INF;
        foreach ($this->u as $k => $u) {
            $most = max($most, $a * $u + $b * $this->h[$k]);
        }

        return $most;
    }

    /**
     * Headings that go with an offset.
     *
     * @return array{float, float}|null null when the offset lies outside
     */
    public function headingsAt(float $u): ?array
    {
        $low = INF;
        $high = -INF;
        $n = count($this->u);
        for ($k = 0; $k < $n; $k++) {
            $next = $k + 1 === $n ? 0 : $k + 1;
            $a = $this->u[$k];
            $b = $this->u[$next];
            if (($a <= $u + 1e-9 && $b >= $u - 1e-9) || ($b <= $u + 1e-9 && $a >= $u - 1e-9)) {
                $t = abs($b - $a) < 1e-12 ? 0.0 : min(1.0, max(0.0, ($u - $a) / ($b - $a)));
                foreach (abs($b - $a) < 1e-12 ? [$this->h[$k], $this->h[$next]] : [$this->h[$k] + $t * ($this->h[$next] - $this->h[$k])] as $y) {
                    $low = min($low, $y);
                    $high = max($high, $y);
                }
            }
        }

        return $low > $high ? null : [$low, $high];
    }

    /** Offset in the midst of its corners, m. */
    public function middle(): float
    {
        return $this->u === [] ? 0.0 : array_sum($this->u) / count($this->u);
    }

    /** Twice the area: how much freedom is left. */
    public function size(): float
    {
        $sum = 0.0;
        $n = count($this->u);
        for ($k = 0; $k < $n; $k++) {
            $next = $k + 1 === $n ? 0 : $k + 1;
            $sum += $this->u[$k] * $this->h[$next] - $this->u[$next] * $this->h[$k];
        }

        return abs($sum);
    }

    /**
     * Its offset nearest to zero, and the heading there nearest to a wanted one.
     *
     * @return array{float, float}
     *
     * @throws \LogicException if it is empty: ask isEmpty() first
     */
    public function nearest(float $wanted): array
    {
        if ($this->u === [] || $this->h === []) {
            throw new \LogicException('An empty region has no nearest point.');
        }
        $u = min(max(0.0, min($this->u)), max($this->u));
        [$low, $high] = $this->headingsAt($u) ?? [$this->h[0], $this->h[0]];

        return [$u, min(max($wanted, $low), $high)];
    }
}
