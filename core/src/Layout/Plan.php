<?php

declare(strict_types=1);

namespace Diastoma\Core\Layout;

/** A set-out plan: pipes and joints in order, where bends are needed, and how good it can be at best. */
final readonly class Plan
{
    /**
     * @param  list<PlannedPipe>  $pipes
     * @param  list<PlannedJoint>  $joints  start, joints, bends and end in the order they lie
     * @param  list<Obstacle>  $obstacles
     */
    public function __construct(
        public Alignment $alignment, public PlanLimits $limits, public array $pipes, public array $joints, public array $obstacles, public int $lowerBound,
        public bool $complete, public string $said,
    ) {
    }

    public function greatestDeg(): float
    {
        return array_reduce($this->joints, static fn (float $most, PlannedJoint $joint): float => max($most, $joint->angleDeg()), 0.0);
    }

    public function greatestStrayM(): float
    {
        return array_reduce($this->pipes, static fn (float $most, PlannedPipe $pipe): float => max($most, $pipe->strayM), 0.0);
    }

    /** @return list<array{pipe: int, length_m: float, from_m: float, left_m: float}> */
    public function cutList(): array
    {
        $cuts = array_values(array_filter($this->pipes, static fn (PlannedPipe $pipe): bool => $pipe->isCut()));

        return array_map(
            static fn (PlannedPipe $p): array => [
                'pipe' => $p->number, 'length_m' => $p->lengthM, 'from_m' => $p->cutFromM, 'left_m' => $p->cutFromM - $p->lengthM,
            ],
            $cuts,
        );
    }

    /** @return array{pipes: list<array{length_m: float, whole: int, to_cut: int}>, joints: int, bends: list<array{deg: float, count: int}>} */
    public function quantities(): array
    {
        $pipes = $bends = [];
        foreach ($this->limits->lengthsM as $length) {
            $whole = count(array_filter($this->pipes, static fn (PlannedPipe $p): bool => ! $p->isCut() && abs($p->lengthM - $length) < 1e-9));
            $cut = count(array_filter($this->pipes, static fn (PlannedPipe $p): bool => $p->isCut() && abs($p->cutFromM - $length) < 1e-9));
            $pipes[] = ['length_m' => $length, 'whole' => $whole, 'to_cut' => $cut];
        }
        foreach ($this->obstacles as $obstacle) {
            foreach ($obstacle->bendsDeg as $bend) {
                $bends[(string) $bend] = ($bends[(string) $bend] ?? 0) + 1;
            }
        }

        return [
            'pipes' => $pipes, 'joints' => count(array_filter($this->joints, static fn (PlannedJoint $j): bool => $j->kind === 'joint')),
            'bends' => array_map(
                static fn (int|string $deg, int $count): array => ['deg' => (float) $deg, 'count' => $count], array_keys($bends), array_values($bends),
            ),
        ];
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'count' => count($this->pipes), 'lower_bound' => $this->lowerBound, 'complete' => $this->complete, 'said' => $this->said,
            'length_m' => $this->alignment->length(), 'greatest_deflection_deg' => $this->greatestDeg(), 'greatest_offset_mm' => 1000 * $this->greatestStrayM(),
            'limits' => [
                'allowed_deg' => $this->limits->allowedDeg, 'share' => $this->limits->share, 'joint_deg' => rad2deg($this->limits->turn),
                'band_mm' => 1000 * $this->limits->bandM,
                'lengths_m' => $this->limits->lengthsM, 'cut_min_m' => $this->limits->cutMinM,
            ],
            'pipes' => array_map(static fn (PlannedPipe $p): array => $p->toArray(), $this->pipes),
            'joints' => array_map(static fn (PlannedJoint $j): array => $j->toArray(), $this->joints),
            'obstacles' => array_map(static fn (Obstacle $o): array => $o->toArray(), $this->obstacles), 'cut_list' => $this->cutList(),
            'quantities' => $this->quantities(),
        ];
    }
}
