<?php

declare(strict_types=1);

namespace Diastoma\Core\Gasketed\Rules;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Gasketed\Made;
use Diastoma\Core\Gasketed\Measured;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Rounding;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** The measured deflection against what the joint may turn (mend beyond it), and against the share of it that is planned with (watch beyond that). */
final readonly class DeflectionWithin implements Rule
{
    public function __construct(private Made $made)
    {
    }

    public function id(): string
    {
        return 'gs.deflection';
    }

    public function judge(Situation $situation): ?Finding
    {
        try {
            $measured = Measured::of($situation);
        } catch (InvalidInput $fault) {
            return new Finding(
                $this->id(), Severity::Mend, $fault->getMessage(), 'Measure again.', Source::arithmetic('θ = asin(offset / length)'),
                Measured::keys($situation),
            );
        }
        $allowed = $this->made->allowed($situation);
        if ($measured === null || $allowed === null) {
            return null;
        }
        $angle = $measured->angleDeg();
        $share = $situation->limit('gs.share_percent') / 100 * $allowed->degrees;
        $severity = match (true) {
            ! Compare::atMost($angle, $allowed->degrees) => Severity::Mend,
            ! Compare::atMost($angle, $share) => Severity::Watch,
            default => Severity::Go,
        };
        [$turned, $may] = Rounding::pair($angle, $allowed->degrees, 2, true);
        $toUse = Rounding::Down->print($share, 2);

        return new Finding(
            $this->id(), $severity,
            "Turned {$turned}°{$this->direction($measured)}; {$may}° allowed, share to use {$toUse}°.",
            match ($severity) {
                Severity::Mend => 'Too far: bring it back towards straight and measure again. Lay the rest of the turn on the next joints, or take a bend.',
                Severity::Watch => 'Over the share that is planned with: what is left over is for settlement. Bring it back if the line allows it.',
                default => '',
            },
            $allowed->source, Measured::keys($situation), $angle, $allowed->degrees, $allowed->degrees - $angle, Unit::Degree,
            'Beyond its limit the spigot leans on the bell or the gasket loses its grip.',
        );
    }

    private function direction(Measured $m): string
    {
        $words = [];
        foreach ([[$m->horizontalDeg, 'right', 'left'], [$m->verticalDeg, 'up', 'down']] as [$deg, $plus, $minus]) {
            if (abs($deg) > 0.05) {
                $words[] = $deg > 0 ? $plus : $minus;
            }
        }

        return $words === [] ? '' : ' '.implode(' and ', $words);
    }
}
