<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Rules;

use Diastoma\Core\Mechanical\Bolting\Bolts;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/** Whether the readings can have come from a wrench on the bolts: not all alike to the last digit, not faster than a hand. */
final readonly class BoltsReal implements Rule
{
    /** So many read numbers that are all alike are no accident. Common practice: no figure published. */
    private const ALIKE_FROM = 6;

    public function __construct(private Bolts $bolts)
    {
    }

    public function id(): string
    {
        return "mc.{$this->bolts->key}.real";
    }

    public function judge(Situation $situation): ?Finding
    {
        $run = $this->bolts->run($situation);
        if ($run === null || count($run->rows) < 2) {
            return null;
        }
        $readings = $situation->readings->all($this->bolts->key);
        $typed = [];
        foreach ($readings as $reading) {
            $torque = is_array($reading->value) ? $reading->value['torque_nm'] ?? null : null;
            $typed = is_float($torque) ? [...$typed, $torque] : $typed;
        }
        $limit = $situation->rulebook->limit('mc.bolt.pace_s');
        $took = $run->rows[count($run->rows) - 1]['at']->getTimestamp() - $run->rows[0]['at']->getTimestamp();
        $pace = $took / (count($run->rows) - 1);
        $fault = match (true) {
            count($typed) >= self::ALIKE_FROM && count(array_unique(array_map(static fn (float $nm): string => sprintf('%.2f', $nm),
                $typed))) === 1 => 'All '.count($typed).' readings are the same to the last digit: the wrench sticks, or they were written and not read.',
            $pace < $limit->value => 'A bolt every '.round($pace, 1)." s: faster than {$limit->value} s a bolt no hand turns them.",
            default => '',
        };

        return new Finding(
            $this->id(), $fault === '' ? Severity::Go : Severity::Watch, $fault === '' ? 'A bolt every '.round($pace).' s.' : $fault,
            $fault === '' ? '' : 'Have somebody look at the wrench, and go round once more.', $limit->source, [$this->bolts->key], $pace, $limit->value,
        );
    }
}
