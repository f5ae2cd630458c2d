<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Rules;

use Diastoma\Core\Mechanical\Bolting\Bolts;
use Diastoma\Core\Mechanical\Bolting\Judged;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/** How far the bolts of the last round lie from each other. */
final readonly class BoltsEven implements Rule
{
    public function __construct(private Bolts $bolts)
    {
    }

    public function id(): string
    {
        return "mc.{$this->bolts->key}.scatter";
    }

    public function judge(Situation $situation): ?Finding
    {
        $run = $this->bolts->run($situation);
        $final = $run?->final() ?? [];
        if ($run === null || count($final) < 2) {
            return null;
        }
        $limit = $situation->rulebook->limit('mc.bolt.scatter_percent');
        $judged = Judged::of($final, $run->plan->targetNm);
        $holds = Compare::atMost($judged->scatterPercent, $limit->value);
        [$scatter, $most] = $situation->pair($judged->scatterPercent, $limit->value, Unit::Percent);

        return new Finding(
            $this->id(), $holds ? Severity::Go : Severity::Watch, "Bolts differ by {$scatter} of their mean; {$most} at most wanted.",
            $holds ? '' : 'Go round once more at full torque.', $limit->source, [$this->bolts->key], $judged->scatterPercent, $limit->value,
            $limit->value - $judged->scatterPercent, Unit::Percent,
        );
    }
}
