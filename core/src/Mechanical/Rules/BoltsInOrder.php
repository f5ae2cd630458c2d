<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Rules;

use Diastoma\Core\Mechanical\Bolting\Bolts;
use Diastoma\Core\Mechanical\Bolting\Order;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Story\StoryOf;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/** No bolt left out of a pass, none turned twice for nothing, none beside the one before where a star has them apart. */
final readonly class BoltsInOrder implements Rule
{
    public function __construct(private Bolts $bolts)
    {
    }

    public function id(): string
    {
        return "mc.{$this->bolts->key}.order";
    }

    public function judge(Situation $situation): ?Finding
    {
        $run = $this->bolts->run($situation);
        if ($run === null || $run->rows === [] && $run->strange === 0) {
            return null;
        }
        if ($run->strange > 0) {
            return new Finding(
                $this->id(), Severity::Mend, "{$run->strange} readings name a bolt or a pass that is not there; {$run->plan->bolts} bolts by the label.",
                'Read the label again: with the wrong number of bolts the order is wrong.', Order::source(), [$this->bolts->key],
            );
        }
        $faults = [];
        foreach (range(1, $run->plan->last()) as $pass) {
            $skipped = $run->skipped($pass);
            if ($skipped !== []) {
                $faults[] = BoltsToTorque::named($skipped)." skipped in pass {$pass}";
            }
        }
        $isFull = $run->next() === null;
        $beside = $run->beside();
        if ($beside !== []) {
            $faults[] = BoltsToTorque::named($beside).' right after the one beside';
        }
        $repeated = $run->repeated($situation->limit('mc.bolt.tolerance_percent') / 100);
        if ($repeated !== []) {
            $faults[] = BoltsToTorque::named($repeated).' turned again';
        }
        if ($situation->version >= StoryOf::SINCE && 2 * count($beside) >= $run->plan->bolts && $run->plan->bolts > 4) {
            return new Finding(
                $this->id(), Severity::Mend, 'Tightened round instead of across: '.implode('; ', $faults).'.',
                'Loosen every bolt, look at the gap all round, and begin again by the star from the first pass.', Order::source(), [$this->bolts->key],
                why: 'Tightening one bolt unloads those beside it: out of turn the gasket is pressed on one side only.',
            );
        }
        if ($faults === []) {
            return new Finding($this->id(), Severity::Go, 'Every bolt in its turn.', '', Order::source(), [$this->bolts->key]);
        }

        return new Finding(
            $this->id(), $isFull ? Severity::Watch : Severity::Mend, implode('; ', $faults).'.',
            $isFull ? 'The last round made the load even again; look at the gap all round.' : 'Go on with the bolt that is lit, and finish with a full round.',
            Order::source(), [$this->bolts->key], why: 'Tightening one bolt unloads those beside it: out of turn the gasket is pressed on one side only.',
        );
    }
}
