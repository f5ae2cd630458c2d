<?php

declare(strict_types=1);

namespace Diastoma\Core\Gasketed\Rules;

use Diastoma\Core\Gasketed\CutEnd;
use Diastoma\Core\Gasketed\Made;
use Diastoma\Core\Gasketed\Systems\JointSystem;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Sided;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/**
 * The length of the chamfer on a cut end, by what the pipe is made of: too long leaves a thin lip that breaks and is cut again; a little short is worth a
 * look.
 */
final readonly class Chamfer implements Rule
{
    /** @param  \Closure(Situation): bool  $isCut */
    public function __construct(private JointSystem $system, private string $side, private \Closure $isCut)
    {
    }

    public function id(): string
    {
        return 'gs.chamfer'.($this->side === '' ? '' : ".{$this->side}");
    }

    /**
     * What is wanted: the maker's length, or half the wall at the usual angle; null where the pipe gets no chamfer.
     *
     * @return array{length_mm: float, depth_mm: float, angle_deg: float}|null
     */
    public static function of(Situation $s, JointSystem $system): ?array
    {
        if ($system->chamferDeg === null) {
            return null;
        }
        $half = CutEnd::chamfer($s->facts->number('wall_mm'), $system->chamferDeg);
        $length = $system->chamferMm ?? $half['length_mm'];

        return ['length_mm' => $length, 'depth_mm' => $length * tan(deg2rad($system->chamferDeg)), 'angle_deg' => $system->chamferDeg];
    }

    public function judge(Situation $situation): ?Finding
    {
        $wanted = self::of($situation, $this->system);
        $made = $situation->readings->number(Sided::key('chamfer_mm', $this->side));
        if ($wanted === null || $made === null || ! ($this->isCut)($situation)) {
            return null;
        }
        $tolerance = $situation->limit('gs.chamfer.tolerance_mm');
        $long = ! Compare::atMost($made, $wanted['length_mm'] + $tolerance);
        $short = ! Compare::atLeast($made, $wanted['length_mm'] - $tolerance);
        $sharp = $made <= 0.0;
        $name = Sided::name($this->side);

        return new Finding(
            $this->id(), match (true) {
                $long, $sharp => Severity::Mend, $short => Severity::Watch, default => Severity::Go
            },
            "{$name}Chamfer {$situation->print($made, Unit::Millimetre)} long; {$situation->print($wanted['length_mm'], Unit::Millimetre)} wanted, "
                ."{$situation->print($tolerance, Unit::Millimetre)} off at most.",
            match (true) {
                $long => 'Too long: cut the end off and chamfer it again; a thin lip breaks.',
                $sharp => 'No chamfer: make one. A sharp edge cuts the gasket or pushes it out of its groove.',
                $short => 'Short: file on a little where the maker asks for it.', default => ''
            },
            CutEnd::chamferSource(), [Sided::key('chamfer_mm', $this->side)], $made, $wanted['length_mm'] + $tolerance,
            $wanted['length_mm'] + $tolerance - $made, Unit::Millimetre,
            'A sharp edge cuts the gasket or pushes it out of its groove.',
        );
    }
}
