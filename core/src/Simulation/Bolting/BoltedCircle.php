<?php

declare(strict_types=1);

namespace Diastoma\Core\Simulation\Bolting;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Rulebook\Source;

/**
 * A circle of bolts on a springy gasket: tightening one bolt presses the faces together there, and unloads those beside it.
 *
 * Load F and nut position u of all bolts hang together by a stiffness matrix, F = K·u, with 1 on its diagonal and −interaction at both neighbours: a bolt that
 * gains Δ takes interaction·Δ from each neighbour. A bolt bears no push: where it would, its nut is loose and follows without load. K is positive definite for
 * an interaction below ½, so no turning makes energy out of nothing: the work done at the nuts is ½·uᵀ·K·u.
 */
final class BoltedCircle
{
    /** Nuts that follow settle in a few steps; each is by the square of the interaction smaller than the last. */
    private const MOST_STEPS = 200;

    private const CLOSE = 1e-9;

    /** @var array<int, float> load by bolt from 0, in shares of the target or N */
    private array $loads;

    /** @var array<int, float> nut position by bolt */
    private array $nuts;

    /** @var array<int, bool> whether a nut is loose */
    private array $loose;

    private float $work;

    /**
     * @param  float  $interaction  share of a bolt's gain that each neighbour loses; two bolts are one neighbour of each other
     * @param  float  $snug  load that all bear alike before the first is turned; 0 leaves all nuts loose
     *
     * @throws InvalidInput if there are not 2 to 200 bolts, or the interaction does not lie from 0 to below ½
     */
    public function __construct(public readonly int $bolts, public readonly float $interaction, float $snug = 0.0)
    {
        if ($bolts < 2 || $bolts > 200) {
            throw InvalidInput::field('bolts', "A circle of {$bolts} bolts cannot be. Give from 2 to 200.", $bolts, 200);
        }
        if (! is_finite($interaction) || $interaction < 0.0 || $interaction >= 0.5) {
            throw InvalidInput::field('interaction', "An interaction of {$interaction} cannot be: from 0 to below 0.5.", $interaction, 0.5);
        }
        $this->loads = array_fill(0, $bolts, $snug);
        $this->nuts = array_fill(0, $bolts, $snug / (1 - count($this->beside(0)) * $interaction));
        $this->loose = array_fill(0, $bolts, $snug <= 0.0);
        $this->work = $this->energy();
    }

    /** Turns a nut until its bolt bears so much; a bolt that bears more already is left alone, as a wrench that only tightens does. */
    public function tighten(int $bolt, float $to): void
    {
        for ($step = 0; $step < self::MOST_STEPS && $this->loads[$bolt] < $to - self::CLOSE; $step++) {
            $this->turn($bolt, $to - $this->loads[$bolt]);
        }
    }

    /** Turns one nut by so much; nuts that are loose follow. */
    public function turn(int $bolt, float $by): void
    {
        $before = $this->loads[$bolt];
        $this->loose[$bolt] = false;
        $this->move($bolt, $by);
        $this->settle();
        $this->work += ($before + $this->loads[$bolt]) / 2 * $by;
    }

    /** The gasket gives way: every load falls by a share. */
    public function creep(float $share): void
    {
        foreach ($this->loads as $k => $load) {
            $this->loads[$k] = (1 - $share) * $load;
            $this->nuts[$k] *= 1 - $share; // loads and nuts hang together in proportion
        }
        $this->work = $this->energy();
    }

    /** @return array<int, float> load of each bolt, by bolt from 0 */
    public function loads(): array
    {
        return $this->loads;
    }

    /** @return array<int, float> */
    public function nuts(): array
    {
        return $this->nuts;
    }

    /** Work done at the nuts, less what the gasket let go. */
    public function work(): float
    {
        return $this->work;
    }

    /** Elastic energy: ½·uᵀ·K·u. */
    public function energy(): float
    {
        $sum = 0.0;
        foreach ($this->nuts as $k => $nut) {
            $sum += $nut * $this->loads[$k];
        }

        return $sum / 2;
    }

    private function move(int $bolt, float $by): void
    {
        $this->nuts[$bolt] += $by;
        $this->loads[$bolt] += $by;
        foreach ($this->beside($bolt) as $other) {
            $this->loads[$other] -= $this->interaction * $by;
        }
    }

    /** No bolt pushes: a nut whose bolt would is loose from then on, and goes along until there is no load on it. */
    private function settle(): void
    {
        for ($step = 0; $step < self::MOST_STEPS; $step++) {
            $most = 0.0;
            foreach ($this->loads as $k => $load) {
                if ($load < 0.0 || $this->loose[$k] && $load > 0.0) {
                    $this->loose[$k] = true;
                    $this->move($k, -$load);
                    $most = max($most, abs($load));
                }
            }
            if ($most < self::CLOSE) {
                return;
            }
        }
    }

    /** @return list<int> */
    private function beside(int $bolt): array
    {
        $last = ($bolt + $this->bolts - 1) % $this->bolts;
        $next = ($bolt + 1) % $this->bolts;

        return $last === $next ? [$next] : [$last, $next];
    }

    public static function source(): Source
    {
        return Source::arithmetic('elastic interaction: a bolt that gains takes a share of it from each neighbour');
    }
}
