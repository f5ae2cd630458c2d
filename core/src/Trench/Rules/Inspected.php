<?php

declare(strict_types=1);

namespace Diastoma\Core\Trench\Rules;

use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Trench\Inspections;

/** The last look of the competent person found the trench safe, and nothing changed since. */
final readonly class Inspected implements Rule
{
    public function id(): string
    {
        return 'tr.inspected';
    }

    public function judge(Situation $situation): ?Finding
    {
        $inspections = Inspections::of($situation);
        $last = $inspections->last();
        if ($last === null) {
            return null;
        }
        $shut = $inspections->shut();

        return new Finding(
            $this->id(), $shut === null ? Severity::Go : Severity::Stop,
            $shut === null ? "Inspected by {$last->text('who')}: safe." : "Nobody in the trench: {$shut}.",
            $shut === null ? '' : 'Everybody out. Put right what was found; then the competent person looks at it again.', Inspections::source(),
            [Inspections::KEY, Inspections::CHANGED], why: 'A side that falls in kills within minutes.', final: $shut !== null,
        );
    }
}
