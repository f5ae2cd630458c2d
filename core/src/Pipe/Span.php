<?php

declare(strict_types=1);

namespace Diastoma\Core\Pipe;

use Diastoma\Core\Exception\InvalidInput;

/**
 * What the pipe of a stretch of main is: material, size, class, wall. A main may change along its length; a joint knows both its pipes.
 *
 * @phpstan-type SpanRow array{material: string, dn_mm: int|float, sdr: ?float, pn_bar: ?float, wall_mm: float, od_largest_mm: float, od_smallest_mm: ?float,
 *     label_size_mm: ?float, size_convention: ?string}
 */
final readonly class Span
{
    /** What pipe is of, by the word that a form sends. */
    public const MATERIALS = [
        'pvc' => 'PVC', 'ductile_iron' => 'Ductile iron', 'grp' => 'GRP', 'concrete' => 'Concrete', 'corrugated_hdpe' => 'Corrugated HDPE', 'pe' => 'PE',
        'steel' => 'Steel', 'grey_iron' => 'Grey iron', 'asbestos_cement' => 'Asbestos cement',
    ];

    /** Two pipes of one nominal diameter differ in what they measure by less than this, mm. Common practice: the bore of one fitting takes both. */
    private const SAME_OD_MM = 0.5;

    public function __construct(
        public string $material, public float $dnMm, public ?float $sdr, public ?float $pnBar, public float $wallMm, public float $largestOdMm,
        public ?float $smallestOdMm = null, public ?float $labelSizeMm = null, public ?string $convention = null,
    ) {
    }

    /** @param  SpanRow  $row */
    public static function fromArray(array $row): self
    {
        return new self(
            $row['material'], (float) $row['dn_mm'], $row['sdr'], $row['pn_bar'], $row['wall_mm'], $row['od_largest_mm'], $row['od_smallest_mm'],
            $row['label_size_mm'], $row['size_convention'],
        );
    }

    /** @return SpanRow */
    public function toArray(): array
    {
        return [
            'material' => $this->material, 'dn_mm' => $this->dnMm, 'sdr' => $this->sdr, 'pn_bar' => $this->pnBar, 'wall_mm' => $this->wallMm,
            'od_largest_mm' => $this->largestOdMm, 'od_smallest_mm' => $this->smallestOdMm, 'label_size_mm' => $this->labelSizeMm,
            'size_convention' => $this->convention,
        ];
    }

    /** In words: “PE 100 SDR 11 dn 180”, “PE 100 DR 11 8 in DIPS” or “GRP PN 10 DN 600”. */
    public function said(): string
    {
        if ($this->labelSizeMm !== null) { // inch pipe goes by its nominal size
            return "{$this->material} DR {$this->sdr} ".round($this->labelSizeMm / 25.4, 2).' in '.strtok((string) $this->convention, ' ');
        }

        return $this->material.($this->sdr === null ? '' : " SDR {$this->sdr}").($this->pnBar === null ? '' : " PN {$this->pnBar}")
            .($this->sdr === null ? ' DN ' : ' dn ').$this->dnMm;
    }

    /**
     * What a joint of two pipes is judged by: of every figure the one that is on the safe side.
     *
     * @return array<string, float|string|null> facts of the joint, see Procedure\Facts
     *
     * @throws InvalidInput if one fitting cannot take both
     */
    public static function joined(self $a, self $b): array
    {
        $wrong = self::apart($a, $b);
        if ($wrong !== null) {
            throw InvalidInput::field('pipe', $wrong);
        }
        $least = static fn (?float $x, ?float $y): ?float => $x === null || $y === null ? $x ?? $y : min($x, $y);

        return [
            'material' => $a->material, 'dn_mm' => $a->dnMm, 'sdr' => $a->sdr, 'sdr_b' => $b->sdr, 'pn_bar' => $least($a->pnBar, $b->pnBar),
            'wall_mm' => min($a->wallMm, $b->wallMm), 'od_largest_mm' => max($a->largestOdMm, $b->largestOdMm),
            'od_smallest_mm' => $least($a->smallestOdMm, $b->smallestOdMm), 'label_size_mm' => $a->labelSizeMm, 'size_convention' => $a->convention,
        ];
    }

    /**
     * What a joint is judged by whose fitting holds two pipes that differ: each end by its own pipe.
     *
     * @return array<string, float|string|null> facts of the joint, those of the second pipe ending in _b
     */
    public static function coupled(self $a, self $b): array
    {
        return [
            'material' => $a->material, 'material_b' => $b->material, 'dn_mm' => $a->dnMm, 'dn_b_mm' => $b->dnMm, 'sdr' => $a->sdr, 'sdr_b' => $b->sdr,
            'pn_bar' => $a->pnBar === null || $b->pnBar === null ? $a->pnBar ?? $b->pnBar : min($a->pnBar, $b->pnBar), 'wall_mm' => $a->wallMm,
            'wall_b_mm' => $b->wallMm, 'od_largest_mm' => $a->largestOdMm, 'od_largest_b_mm' => $b->largestOdMm, 'od_smallest_mm' => $a->smallestOdMm,
        ];
    }

    /** @return ?string why one fitting cannot take both; null where it can */
    public static function apart(self $a, self $b): ?string
    {
        return match (true) {
            self::family($a->material) !== self::family($b->material) => "{$a->said()} and {$b->said()} are not joined by one fitting of this kind: it takes a "
                .'mechanical coupling or flange made for both. Choose one as how this joint is made.',
            abs($a->largestOdMm - $b->largestOdMm) > self::SAME_OD_MM => "{$a->said()} and {$b->said()} measure differently outside: it takes a reducer or a "
                .'coupling made for both. Choose one as how this joint is made.',
            default => null,
        };
    }

    private static function family(string $material): string
    {
        return strtok($material, ' ') ?: $material;
    }
}
