<?php

declare(strict_types=1);

namespace Diastoma\Core\Trench;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\UnitSystem;
use Diastoma\Core\Trench\Backfill\Particle;
use Diastoma\Core\Trench\Deflection\Embedment;
use Diastoma\Core\Trench\Ground\Quantities;
use Diastoma\Core\Trench\Ground\Soil;
use Diastoma\Core\Trench\Ground\SoilType;
use Diastoma\Core\Trench\Ground\Width;

/** A stretch of trench as it is known: what was planned of it until it is measured. */
final readonly class Stretch
{
    /** Of surround over the crown: what lies above may be dug soil, mm. Common practice. */
    public const SURROUND_MM = 300.0;

    /** Sides at 60° or flatter, horizontal to one vertical: cot 60°, see EN 1610 table 1. */
    private const BATTERED = 0.577;

    /** The signs that lower a soil, by the question that is answered yes where there is none. */
    public const SIGNS = [
        'dry_sides' => 'water', 'holds_together' => 'sand', 'level_layers' => 'layers', 'no_fissures' => 'fissures', 'no_vibration' => 'vibration',
        'never_dug' => 'disturbed',
    ];

    public const BEDDING = ['bedding_start_mm', 'bedding_middle_mm', 'bedding_end_mm'];

    public function __construct(private Situation $s)
    {
    }

    public function material(): string
    {
        return $this->s->facts->text('material');
    }

    public function shell(): Shell
    {
        return Shell::of($this->material());
    }

    public function dnMm(): float
    {
        return $this->s->facts->maybe('dn_mm') ?? 0.0;
    }

    public function odMm(): float
    {
        return $this->s->facts->maybe('od_largest_mm') ?? $this->dnMm();
    }

    public function lengthM(): float
    {
        return $this->s->facts->maybe('length_m') ?? 0.0;
    }

    public function depthM(): ?float
    {
        return $this->s->readings->number('depth_m') ?? $this->s->facts->maybe('depth_m');
    }

    public function openJoints(): int
    {
        return (int) ($this->s->facts->maybe('open_joints') ?? 0.0);
    }

    /** The type of the ground; null while what decides it is not all there. */
    public function soil(): ?SoilType
    {
        $readings = $this->s->readings;
        $strength = $readings->number('strength_tsf');
        $signs = [];
        if ($strength === null) {
            return null;
        }
        foreach (self::SIGNS as $key => $sign) {
            $isFree = $readings->yes($key);
            if ($isFree === null) {
                return null;
            }
            $signs = $isFree ? $signs : [...$signs, $sign];
        }

        return SoilType::of(max(0.0, $strength), $signs);
    }

    public function ground(): ?Soil
    {
        return match ($this->s->readings->text('ground')) {
            Ways::ROCK => Soil::StableRock, Ways::SOIL => $this->soil()?->soil, default => null,
        };
    }

    /** Horizontal to one vertical, as it is dug: upright behind shields and shores. */
    public function slope(): float
    {
        $isLaidBack = in_array($this->s->readings->text('protection'), [Ways::SLOPED, Ways::BENCHED], true);

        return $isLaidBack ? $this->s->readings->number('slope_run') ?? 0.0 : 0.0;
    }

    public function leastWidth(): Width
    {
        return $this->widthAt($this->depthM(), $this->slope() >= self::BATTERED ? Width::BATTERED : Width::SUPPORTED);
    }

    private function widthAt(?float $depthM, string $sides): Width
    {
        $isUs = $this->s->rulebook->units === UnitSystem::UsCustomary;
        $standard = ! $isUs ? Width::EN1610 : ($this->shell() === Shell::Plastic ? Width::D2321 : Width::C600);

        return Width::of($standard, $this->dnMm(), $this->odMm(), $depthM, $sides);
    }

    public function bottomMm(): float
    {
        return $this->s->readings->number('bottom_mm') ?? $this->leastWidth()->widthMm;
    }

    /** Bedding under the pipe: the mean of what was measured, or the least. */
    public function beddingMm(): float
    {
        $measured = $this->beddings();

        return $measured === [] ? $this->s->limit('tr.bedding_mm') : array_sum($measured) / count($measured);
    }

    /** @return list<float> thickness at each place that was measured, mm */
    public function beddings(): array
    {
        return array_values(array_filter(array_map(fn (string $k): ?float => $this->s->readings->number($k), self::BEDDING), is_float(...)));
    }

    /** Soil over the crown once the trench is full, m; 0 where the depth is not known. */
    public function fullCoverM(): float
    {
        return max(0.0, ($this->depthM() ?? 0.0) - ($this->beddingMm() + $this->odMm()) / 1000);
    }

    public function largestStoneMm(): float
    {
        return Particle::of($this->material())->largestMm($this->dnMm());
    }

    public function embedment(): ?Embedment
    {
        $said = $this->s->readings->text('material');
        foreach (Embedment::cases() as $case) {
            if ($case->said() === $said) {
                return $case;
            }
        }

        return null;
    }

    /** @return ?Quantities by what is measured so far; null where pipe and bedding do not go into the trench */
    public function quantities(): ?Quantities
    {
        try {
            return Quantities::of(
                $this->lengthM(), $this->bottomMm() / 1000, $this->depthM() ?? 0.0, $this->slope(), $this->odMm(), $this->beddingMm(),
                min(self::SURROUND_MM, 1000 * $this->fullCoverM()),
            );
        } catch (InvalidInput) {
            return null;
        }
    }

    /** @return ?Quantities as it was planned: upright, as narrow as may be */
    public function planned(): ?Quantities
    {
        $depth = $this->s->facts->maybe('depth_m');
        $width = $this->widthAt($depth, Width::SUPPORTED)->widthMm;
        try {
            return $depth === null ? null : Quantities::of(
                $this->lengthM(), $width / 1000, $depth, 0.0, $this->odMm(), $this->s->limit('tr.bedding_mm'),
                min(self::SURROUND_MM, max(0.0, 1000 * $depth - $this->odMm() - $this->s->limit('tr.bedding_mm'))),
            );
        } catch (InvalidInput) {
            return null;
        }
    }

    /** Approved soil that the stretch takes: bedding and surround, m³. */
    public function approvedM3(): float
    {
        $quantities = $this->quantities() ?? $this->planned();

        return $quantities === null ? 0.0 : $quantities->beddingM3 + $quantities->surroundM3;
    }
}
