<?php

declare(strict_types=1);

namespace Diastoma\Core\Gasketed\Rules;

use Diastoma\Core\Gasketed\Systems\JointSystem;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Sided;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Rounding;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/** The angle of the chamfer on a cut end against the usual one of its material. */
final readonly class ChamferAngle implements Rule
{
    /** @param  \Closure(Situation): bool  $isCut */
    public function __construct(private JointSystem $system, private string $side, private \Closure $isCut)
    {
    }

    public function id(): string
    {
        return 'gs.chamfer_angle'.($this->side === '' ? '' : ".{$this->side}");
    }

    public function judge(Situation $situation): ?Finding
    {
        $made = $situation->readings->number(Sided::key('chamfer_deg', $this->side));
        $usual = $this->system->chamferDeg;
        if ($made === null || $usual === null || ! ($this->isCut)($situation)) {
            return null;
        }
        $limit = $situation->rulebook->limit('gs.chamfer.angle_tolerance_deg');
        $off = abs($made - $usual);
        $fine = Compare::atMost($off, $limit->value);
        [$measured, $allowed] = Rounding::pair($off, $limit->value, 1, true, true);

        return new Finding(
            $this->id(), $fine ? Severity::Go : Severity::Mend,
            Sided::name($this->side)."Chamfer angle off the usual {$usual}° by {$measured}°; {$allowed}° allowed.",
            $fine ? '' : 'Chamfer it again: a steep edge pushes the gasket out, a flat one leaves a lip that breaks.', $limit->source,
            [Sided::key('chamfer_deg', $this->side)], $off, $limit->value, $limit->value - $off, Unit::Degree,
        );
    }
}
