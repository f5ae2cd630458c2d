<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Saddle;

use Diastoma\Core\Pipe\PressureRating;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Story\StoryOf;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Pressure;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** The pressure that the owner wants saddle and branch tested at: a gas branch at 50 psi or more [49 CFR 192.513]. */
final readonly class BranchWanted implements Rule
{
    /** Design coefficient of PE for water [ISO 4427-1]; gas has a higher one, and a lower rating. */
    private const COEFFICIENT = 1.25;

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
        $most = $situation->version < StoryOf::SINCE ? null : self::mostKpa($situation);
        if ($most !== null && ! Compare::atMost($wanted, $most)) {
            [$measured, $bound] = $situation->pair($wanted, $most, Unit::KiloPascal);

            return new Finding(
                $this->id(), Severity::Stop, "Test pressure wanted {$measured}; this pipe takes {$bound} in a test.",
                "Do not raise it. Read the owner's figure again, and its unit.", PressureRating::source(), ['branch_wanted_kpa'], $wanted, $most,
                $most - $wanted, Unit::KiloPascal, 'A branch that bursts beside the gauge kills.', true,
            );
        }
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

    /** One and a half times what the main is rated for; null where its material or SDR is not known. */
    private static function mostKpa(Situation $s): ?float
    {
        $sdr = $s->facts->maybe('sdr');
        $class = $s->facts->maybe('pn_bar');
        $mrs = preg_match('/PE (100|80|63)/', $s->facts->text('material'), $found) === 1 ? (float) $found[1] / 10 : 10.0;
        if ($class === null && $sdr === null) {
            return null;
        }

        return 150.0 * ($class ?? PressureRating::bar($mrs, (float) $sdr, self::COEFFICIENT));
    }
}
