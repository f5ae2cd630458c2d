<?php

declare(strict_types=1);

namespace Diastoma\Core\Trench\Rules;

use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Trench\Inspections;

/** What was done in the trench was done while an inspection held: also what arrives late. */
final readonly class UnderInspection implements Rule
{
    /** @param  list<string>  $keys  of what is read in the trench */
    public function __construct(private array $keys)
    {
    }

    public function id(): string
    {
        return 'tr.worked';
    }

    public function judge(Situation $situation): ?Finding
    {
        $inspections = Inspections::of($situation);
        $seen = false;
        foreach ($this->keys as $key) {
            foreach ($situation->readings->all($key) as $reading) {
                $seen = true;
                $why = $inspections->whyAt($reading->takenAt);
                if ($why !== null) {
                    return new Finding(
                        $this->id(), Severity::Stop, "Worked in the trench at {$reading->takenAt->format('H:i')} UTC though {$why}.",
                        'Tell the supervisor. Nobody goes in before the competent person has looked.', Inspections::source(), [Inspections::KEY, $key],
                    );
                }
            }
        }

        return $seen ? new Finding($this->id(), Severity::Go, 'Worked under an inspection that held.', '', Inspections::source(), [Inspections::KEY]) : null;
    }
}
