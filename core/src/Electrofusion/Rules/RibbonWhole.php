<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Rules;

use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Rule;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** A ribbon in pieces may hide patches that were missed. */
final readonly class RibbonWhole implements Rule
{
    public function id(): string
    {
        return 'ef.ribbon';
    }

    public function judge(Situation $situation): ?Finding
    {
        $ribbon = $situation->readings->text('ribbon');
        if ($ribbon === null) {
            return null;
        }
        $whole = $ribbon === 'in one piece';

        return new Finding(
            $this->id(), $whole ? Severity::Go : Severity::Watch, "The ribbon came off {$ribbon}.",
            $whole ? '' : 'Look for missed patches all round before going on.', Source::commonPractice(), ['ribbon'],
        );
    }
}
