<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Rules;

use Diastoma\Core\Mechanical\Bolting\Band;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/** Every pair of lugs of a band touches: the positive stop. */
final readonly class LugsTouch implements Rule
{
    public function __construct(private Band $band)
    {
    }

    public function id(): string
    {
        return "mc.stop.{$this->band->key}";
    }

    public function judge(Situation $situation): ?Finding
    {
        $seen = $this->band->touching($situation);
        if ($seen === []) {
            return null;
        }
        if (max(array_keys($seen)) > $this->band->pairs($situation)) {
            return new Finding(
                $this->id(), Severity::Mend, "{$this->band->name}: a pair of lugs is named that is not there; {$this->band->pairs($situation)} by the label.",
                'Read the label again, and count.', Band::source(), [$this->band->lugs()],
            );
        }
        $open = $this->band->open($situation);
        $named = (count($open) === 1 ? 'pair ' : 'pairs ').implode(', ', $open);

        return new Finding(
            $this->id(), $open === [] ? Severity::Go : Severity::Mend,
            $this->band->name.($open === [] ? ': every pair of lugs touches.' : ": {$named} of lugs not seen to touch."),
            $open === [] ? '' : 'Go round on, one turn a nut, until they touch, and look again.', Band::source(), [$this->band->lugs()],
            why: 'The stop is the only evidence that the gasket is pressed as it was made to be.',
        );
    }
}
