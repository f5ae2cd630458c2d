<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Rules;

use Diastoma\Core\Mechanical\Bolting\Band;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/** The nuts of one band are turned round and round, so that none runs ahead of the others. */
final readonly class NutsEven implements Rule
{
    public function __construct(private Band $band)
    {
    }

    public function id(): string
    {
        return "mc.even.{$this->band->key}";
    }

    public function judge(Situation $situation): ?Finding
    {
        $turns = $this->band->turns($situation);
        if ($turns === []) {
            return null;
        }
        $limit = $situation->rulebook->limit('mc.turns_apart');
        if (max(array_keys($turns)) > $this->band->count($situation)) {
            return new Finding(
                $this->id(), Severity::Mend, "{$this->band->name}: a nut is named that is not there; {$this->band->count($situation)} by the label.",
                'Read the label again, and count.', $limit->source, [$this->band->nuts()],
            );
        }
        $now = $turns + array_fill(1, max(1, $this->band->count($situation)), 0.0);
        $apart = max($now) - min($now);
        $ever = $this->band->apart($situation);
        [$severity, $todo] = match (true) {
            ! Compare::atMost($apart, $limit->value) => [Severity::Mend, 'Bring up the nuts that are behind before any other is turned.'],
            ! Compare::atMost($ever, $limit->value) => [Severity::Watch, 'They were further apart for a while: look at the gasket all round.'],
            default => [Severity::Go, ''],
        };

        return new Finding(
            $this->id(), $severity, "{$this->band->name}: nuts ".round($apart, 2)." turns apart; {$limit->value} at most.", $todo, $limit->source,
            [$this->band->nuts()], $apart, $limit->value, $limit->value - $apart, why: 'A band drawn in on one side tilts and pinches the gasket.',
        );
    }
}
