<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Rules;

use Diastoma\Core\Mechanical\Bolting\Bolts;
use Diastoma\Core\Mechanical\Bolting\Judged;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/** Each bolt's last torque in the last pass within the band of its target, and no reading ever above the maximum. */
final readonly class BoltsToTorque implements Rule
{
    public function __construct(private Bolts $bolts)
    {
    }

    public function id(): string
    {
        return "mc.{$this->bolts->key}.torque";
    }

    public function judge(Situation $situation): ?Finding
    {
        $run = $this->bolts->run($situation);
        if ($run === null || $run->rows === []) {
            return null;
        }
        $plan = $run->plan;
        $limit = $situation->rulebook->limit('mc.bolt.tolerance_percent');
        $tolerance = $limit->value / 100;
        $beyond = array_filter($run->highest(), static fn (float $nm): bool => $plan->maximumNm !== null && ! Compare::atMost($nm, $plan->maximumNm));
        $finding = fn (Severity $severity, string $said, string $todo, ?float $measured): Finding => new Finding(
            $this->id(), $severity, $said, $todo, $limit->source, [$this->bolts->key], $measured, $plan->targetNm, null, $this->bolts->unit(),
            'A loose bolt leaks; one beyond its maximum has stretched, and gives way later.',
        );
        if ($beyond !== []) {
            [$torque, $most] = $situation->pair(max($beyond), (float) $plan->maximumNm, $this->bolts->unit());

            return $finding(
                Severity::Stop, self::named(array_keys($beyond))." went to {$torque}; {$most} is the greatest allowed.",
                'Take it apart. New bolts, and look at the gasket and the lugs before it is used again.', max($beyond),
            );
        }
        $final = $run->final();
        if ($final === []) {
            return null;
        }
        $judged = Judged::of($final, $plan->targetNm, $plan->maximumNm, $tolerance);
        $target = $situation->print($plan->targetNm, $this->bolts->unit());
        $parts = [
            ...($judged->under === [] ? [] : [self::named($judged->under).' too loose']),
            ...($judged->over === [] ? [] : [self::named($judged->over).' too tight']),
        ];
        $mean = $situation->print($judged->meanNm, $this->bolts->unit());

        return $parts === [] ? $finding(
            Severity::Go, count($final)." bolts, mean {$mean}; {$target} ± {$limit->value} % wanted.", '', $judged->meanNm,
        ) : $finding(
            Severity::Mend, implode(', ', $parts)."; {$target} ± {$limit->value} % wanted.",
            ($judged->over === [] ? '' : 'Loosen those that are too tight by a turn. ').'Bring them to the torque and read them again.',
            $judged->under !== [] ? min($final) : max($final),
        );
    }

    /** @param  list<int>  $bolts */
    public static function named(array $bolts): string
    {
        sort($bolts);

        return (count($bolts) === 1 ? 'Bolt ' : 'Bolts ').implode(', ', $bolts);
    }
}
