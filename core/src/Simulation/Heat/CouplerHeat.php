<?php

declare(strict_types=1);

namespace Diastoma\Core\Simulation\Heat;

use Diastoma\Core\Rulebook\Source;

/**
 * Radial conduction in a pipe wall and a fitting wall with a coil between them.
 *
 * Duties: conserve energy exactly, melt over a range, keep second order in the cell size, and stay stable with any gap. Hence cell-centred
 * finite volumes per metre of pipe, enthalpy as the unknown, explicit steps of ¼·cell²/α, and the coil as a plane without heat capacity on
 * the fitting's bore: its temperature follows from the two half cells beside it, the pipe's in series with the gap.
 *
 * Outside: convection and radiation, 10 W/m²K. Inside: 5 W/m²K into trapped air with the air's own heat capacity. Both from memory. Ends
 * are taken as insulated: heat along the pipe is left out, so cooling comes out a little slow, which is the safe side.
 */
final class CouplerHeat
{
    private const OUTSIDE_W_M2K = 10.0;

    private const INSIDE_W_M2K = 5.0;

    private const AIR_CONDUCTIVITY = 0.027;

    /** J/(m³·K) of air at 20 °C */
    private const AIR_CAPACITY = 1200.0;

    private const COURANT = 0.25;

    private const CURVE_POINTS = 240;

    /** @var array<int, float> J/m³ over 0 °C */
    private array $enthalpy = [];

    /** @var array<int, float> °C */
    private array $temperature = [];

    /** @var list<float> m², per metre of pipe */
    private array $volume = [];

    /** @var list<float> W/K, between cell i and i+1 per metre; the coil's plane excepted */
    private array $conductance = [];

    private float $trappedAirC;

    private float $rhoC = Polyethylene::DENSITY * Polyethylene::HEAT_CAPACITY;

    private float $rhoL;

    private function __construct(private readonly HeatedJoint $weld, private readonly int $pipeCells, private readonly int $fittingCells)
    {
        $this->rhoL = $weld->melts ? Polyethylene::DENSITY * Polyethylene::LATENT_HEAT : 0.0;
        $this->trappedAirC = $weld->ambientC;
        $coil = $weld->dnMm / 2000;
        $pipeStep = $weld->pipeWallMm / 1000 / $pipeCells;
        $fittingStep = $weld->fittingWallMm / 1000 / $fittingCells;
        $edges = [];
        for ($i = $pipeCells; $i > 0; $i--) {
            $edges[] = $coil - $i * $pipeStep;
        }
        for ($i = 0; $i <= $fittingCells; $i++) {
            $edges[] = $coil + $i * $fittingStep;
        }
        for ($i = 0; $i < $pipeCells + $fittingCells; $i++) {
            $this->volume[] = M_PI * ($edges[$i + 1] ** 2 - $edges[$i] ** 2);
            $this->temperature[] = $weld->ambientC;
            $this->enthalpy[] = $this->rhoC * $weld->ambientC;
        }
        $centres = array_map(static fn (int $i): float => ($edges[$i] + $edges[$i + 1]) / 2, range(0, $pipeCells + $fittingCells - 1));
        for ($i = 0; $i < $pipeCells + $fittingCells - 1; $i++) {
            $this->conductance[] = 2 * M_PI * Polyethylene::CONDUCTIVITY / log($centres[$i + 1] / $centres[$i]);
        }
    }

    /**
     * @param  float  $coolingMaxS  the run ends when the interface is below 45 °C, or this long after the fusion
     * @param  ?float  $cellMm  largest cell; null takes 0.75 mm, or a fortieth of the wall where that is more
     */
    public static function run(HeatedJoint $weld, float $coolingMaxS = 14_400.0, ?float $cellMm = null): HeatRun
    {
        $cell = $cellMm ?? max(0.75, $weld->pipeWallMm / 40);
        $model = new self($weld, max(3, (int) ceil($weld->pipeWallMm / $cell - 1e-9)), max(3, (int) ceil($weld->fittingWallMm / $cell - 1e-9)));

        return $model->simulate($coolingMaxS);
    }

    private function simulate(float $coolingMaxS): HeatRun
    {
        $weld = $this->weld;
        $pipeStep = $weld->pipeWallMm / 1000 / $this->pipeCells;
        $fittingStep = $weld->fittingWallMm / 1000 / $this->fittingCells;
        $step = self::COURANT * min($pipeStep, $fittingStep) ** 2 * $this->rhoC / Polyethylene::CONDUCTIVITY;
        $heating = max(1, (int) ceil($weld->timeS / $step));
        $step = $weld->timeS / $heating; // the fusion ends on a step
        $steps = $heating + (int) ceil($coolingMaxS / $step);
        $perMetre = 1000 / $weld->heatedLengthMm;
        $bore = $weld->dnMm / 2000 - $weld->pipeWallMm / 1000;
        $outside = $weld->dnMm / 2000 + $weld->fittingWallMm / 1000;
        $coil = $weld->dnMm / 2000;
        $lastPipe = $this->pipeCells - 1;
        $last = $this->pipeCells + $this->fittingCells - 1;
        $towardsPipe = $pipeStep / 2 / Polyethylene::CONDUCTIVITY;
        $toFitting = 2 * M_PI * $coil * Polyethylene::CONDUCTIVITY / ($fittingStep / 2);
        $outward = 1 / (1 / (2 * M_PI * $outside * self::OUTSIDE_W_M2K) + $fittingStep / 2 / (2 * M_PI * $outside * Polyethylene::CONDUCTIVITY));
        $inward = 1 / (1 / (2 * M_PI * $bore * self::INSIDE_W_M2K) + $pipeStep / 2 / (2 * M_PI * $bore * Polyethylene::CONDUCTIVITY));
        $airCapacity = max(1.0, M_PI * $bore ** 2 * self::AIR_CAPACITY);
        $interface = $weld->ambientC;
        $peak = $end = $interface;
        $meltPipe = $meltFitting = 0.0;
        $gapClosed = $weld->gapMm <= 0.0 ? 0.0 : null;
        $to60 = $to45 = null;
        $in = $lost = 0.0;
        $start = $this->stored();
        $airStart = $this->trappedAirC;
        $curve = [[0.0, $interface]];
        $every = max(1, intdiv($heating, 40));
        for ($n = 0; $n < $steps; $n++) {
            $power = $n < $heating ? $weld->voltageV ** 2 / ($weld->resistanceOhm * (1 + $weld->wirePerKelvin * ($interface - 20.0))) * $perMetre : 0.0;
            $gap = max(0.0, $weld->gapMm - Polyethylene::MELT_EXPANSION * ($meltPipe + $meltFitting));
            if ($gap <= 0.0 && $gapClosed === null) {
                $gapClosed = $n * $step;
            }
            $toPipe = 2 * M_PI * $coil / ($towardsPipe + $gap / 1000 / self::AIR_CONDUCTIVITY);
            [$tPipe, $tFitting] = [$this->temperature[$lastPipe], $this->temperature[$lastPipe + 1]];
            $interface = ($power + $toPipe * $tPipe + $toFitting * $tFitting) / ($toPipe + $toFitting);
            $peak = max($peak, $interface);
            $out = $outward * ($this->temperature[$last] - $weld->ambientC);
            $inner = $inward * ($this->temperature[0] - $this->trappedAirC);
            $this->advance($step, $lastPipe, $last, $toPipe * ($interface - $tPipe), $toFitting * ($interface - $tFitting), $inner, $out);
            $this->trappedAirC += $inner * $step / $airCapacity;
            $in += $power * $step;
            $lost += $out * $step;
            if ($n < $heating || $meltPipe > 0.0 && $interface > Polyethylene::MELT_EDGE_C) {
                $meltPipe = max($meltPipe, $this->meltDepth($interface, $lastPipe, -1, $pipeStep * 1000));
                $meltFitting = max($meltFitting, $this->meltDepth($interface, $lastPipe + 1, 1, $fittingStep * 1000));
            }
            if ($n === $heating - 1) {
                $end = $interface;
                $every = max(1, intdiv((int) ($coolingMaxS / $step), self::CURVE_POINTS));
            }
            $after = ($n + 1 - $heating) * $step;
            if ($n >= $heating) {
                $to60 ??= $interface < 60.0 ? $after : null;
                $to45 = $interface < 45.0 ? $after : null;
            }
            if ($n % $every === 0 || $n === $heating - 1) {
                $curve[] = [($n + 1) * $step, round($interface, 2)];
            }
            if ($to45 !== null) {
                break;
            }
        }
        $kept = $this->stored() - $start + ($this->trappedAirC - $airStart) * $airCapacity;

        return new HeatRun(
            $peak, $end, $meltPipe, $meltFitting, $to60, $to45, $gapClosed, $in / $perMetre / 1000, abs($in - $kept - $lost) / $in,
            max($pipeStep, $fittingStep) * 1000, $curve,
        );
    }

    /** One explicit step; fluxes in W per metre: into pipe and fitting from the coil, inward to the trapped air, outward to the surroundings. */
    private function advance(float $step, int $lastPipe, int $last, float $intoPipe, float $intoFitting, float $inner, float $out): void
    {
        $flow = -$inner; // into cell i from its left neighbour
        for ($i = 0; $i <= $last; $i++) {
            if ($i === $lastPipe) {
                $net = $flow + $intoPipe;
                $flow = $intoFitting;
            } else {
                $next = $i === $last ? $out : $this->conductance[$i] * ($this->temperature[$i] - $this->temperature[$i + 1]);
                $net = $flow - $next;
                $flow = $next;
            }
            $this->enthalpy[$i] += $net * $step / $this->volume[$i];
            $this->temperature[$i] = $this->temperatureOf($this->enthalpy[$i]);
        }
    }

    private function temperatureOf(float $enthalpy): float
    {
        $from = $this->rhoC * Polyethylene::MELTING_FROM_C;
        if ($enthalpy <= $from) {
            return $enthalpy / $this->rhoC;
        }
        $range = Polyethylene::MELTING_TO_C - Polyethylene::MELTING_FROM_C;
        $melted = $from + $this->rhoC * $range + $this->rhoL;

        return $enthalpy >= $melted ? Polyethylene::MELTING_TO_C + ($enthalpy - $melted) / $this->rhoC
            : Polyethylene::MELTING_FROM_C + ($enthalpy - $from) / ($this->rhoC + $this->rhoL / $range);
    }

    /** Distance of the melt's edge from the coil, mm, between cell centres in proportion to the temperatures. */
    private function meltDepth(float $interface, int $first, int $direction, float $cellMm): float
    {
        [$hot, $at] = [$interface, 0.0];
        for (
            $i = $first, $centre = $cellMm / 2; isset($this->temperature[$i])
            && ($direction > 0) === ($i >= $this->pipeCells); $i += $direction, $centre += $cellMm
        ) {
            $here = $this->temperature[$i];
            if ($here < Polyethylene::MELT_EDGE_C) {
                return $hot <= Polyethylene::MELT_EDGE_C ? $at : $at + ($centre - $at) * ($hot - Polyethylene::MELT_EDGE_C) / ($hot - $here);
            }
            [$hot, $at] = [$here, $centre];
        }

        return $at + $cellMm / 2; // melted through
    }

    /** J per metre */
    private function stored(): float
    {
        $sum = 0.0;
        foreach ($this->enthalpy as $i => $enthalpy) {
            $sum += $enthalpy * $this->volume[$i];
        }

        return $sum;
    }

    public static function source(): Source
    {
        return Source::fromMemory('radial conduction with melting; convection 10 W/m²K outside, 5 inside');
    }
}
