<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Steps;

use Diastoma\Core\Electrofusion\Rules\NotBefore;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** One surface wiped with solvent, and the time it takes to dry [common practice]. */
final class Wipe
{
    /** @return list<ReadingSpec> */
    public static function specs(string $wiped, string $dry, string $prefix): array
    {
        return [ReadingSpec::now($wiped, $prefix === '' ? 'Wiped' : "{$prefix}wiped"), ReadingSpec::now($dry, $prefix === '' ? 'Dry' : "{$prefix}dry")];
    }

    public static function rule(string $id, string $wiped, string $dry, string $subject): Rule
    {
        return new NotBefore(
            $id, $dry, static function (Situation $s) use ($wiped): ?\DateTimeImmutable {
                $at = $s->readings->time($wiped);

                return $at?->setTimestamp($at->getTimestamp() + (int) ceil($s->limit('ef.drying_s')));
            },
            ucfirst($subject), 'Wait out the drying time, look, and press “dry” again.', Severity::Mend, Source::commonPractice(),
            'Solvent shut in the joint boils and blows the melt.', [$wiped],
        );
    }
}
