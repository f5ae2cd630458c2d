<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Saddle;

use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Pressure;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** The pressure that the owner wants saddle and branch tested at: a gas branch at 50 psi or more [49 CFR 192.513]. */
final readonly class BranchWanted implements Rule
{
    private const GAS_LEAST_PSI = 50.0;

    /** Any other branch: less shows no leak, from memory. */
    private const LEAST_KPA = 100.0;

    public function id(): string
    {
        return 'ef.branch_wanted';
    }

    public function judge(Situation $situation): ?Finding
    {
        $wanted = $situation->readings->number('branch_wanted_kpa');
        if ($wanted === null) {
            return null;
        }
        $gas = $situation->facts->text('service') === 'gas';
        $least = $gas ? Pressure::of(self::GAS_LEAST_PSI, 'psi')->in('kPa') : self::LEAST_KPA;
        $fine = Compare::atLeast($wanted, $least);
        [$measured, $bound] = $situation->pair($wanted, $least, Unit::KiloPascal, false);

        return new Finding(
            $this->id(), $fine ? Severity::Go : Severity::Mend,
            "Test pressure wanted {$measured}; at least {$bound}".($gas ? ' for plastic gas pipe.' : ' shows a leak.'),
            $fine ? '' : "Ask for the owner's figure: the test must be able to show a leak.",
            $gas ? Source::standard(
                '49 CFR 192.513', '1.5 × MAOP or 50 psi, whichever is greater',
            ) : Source::fromMemory('', 'least pressure that shows a leak'),
            ['branch_wanted_kpa'], $wanted, $least, $wanted - $least, Unit::KiloPascal,
        );
    }
}
