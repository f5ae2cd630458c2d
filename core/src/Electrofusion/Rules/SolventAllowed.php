<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Rules;

use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** The cleaning agent must be one that the rulebook names. */
final readonly class SolventAllowed implements Rule
{
    public function id(): string
    {
        return 'ef.solvent';
    }

    public function judge(Situation $situation): ?Finding
    {
        $used = $situation->readings->text('solvent');
        if ($used === null) {
            return null;
        }
        $allowed = $situation->rulebook->choices['ef.solvents'] ?? [];
        $fine = in_array($used, $allowed, true);

        return new Finding(
            $this->id(), $fine ? Severity::Go : Severity::Mend,
            "Cleaned with {$used}; allowed: ".implode(' or ', $allowed).'.',
            $fine ? '' : 'Wipe again with an allowed agent and a fresh lint-free wipe, and let it dry.',
            Source::commonPractice(), ['solvent'],
            why: 'Water or oil left by the wipe keeps the surfaces from fusing.',
        );
    }
}
