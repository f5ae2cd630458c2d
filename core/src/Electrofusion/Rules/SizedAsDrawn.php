<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Rules;

use Diastoma\Core\Electrofusion\PipeSize;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/**
 * The convention printed on the pipe against that of the drawing: outside diameters of different conventions overlap, so that measuring alone does not tell
 * them apart.
 */
final class SizedAsDrawn implements Rule
{
    public function id(): string
    {
        return 'ef.print_convention';
    }

    public function judge(Situation $situation): ?Finding
    {
        $printed = $situation->readings->text('print_convention');
        if ($printed === null) {
            return null;
        }
        $drawn = PipeSize::convention($situation);
        $same = $printed === $drawn;

        return new Finding(
            $this->id(), $same ? Severity::Go : Severity::Stop, "Printed size: {$printed}".($same ? ', as drawn.' : "; drawn: {$drawn}."),
            $same ? ''
                : 'Another pipe than the drawing says, though it may measure alike. Do not join: find the right pipe, or ask for the drawing to be put right.',
            Source::commonPractice('dn 355 and 14 in IPS measure alike'), ['print_convention'],
        );
    }
}
