<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Rules;

use Diastoma\Core\Mechanical\Bolting\Bolts;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** A weeping fitting is tightened above its torque once, with the pressure down all the while. */
final readonly class TightenedOnce implements Rule
{
    public function __construct(private Bolts $bolts)
    {
    }

    public function id(): string
    {
        return "mc.{$this->bolts->key}.once";
    }

    public function judge(Situation $situation): ?Finding
    {
        $run = $this->bolts->run($situation);
        if ($run === null || $run->rows === []) {
            return null;
        }
        $readings = $situation->readings;
        $wept = $readings->reading('recharge')?->takenAt;
        $down = null; // the first reading that showed it down, after it wept
        foreach ($readings->all('left_kpa') as $reading) {
            $isDown = is_float($reading->value) && Compare::atMost($reading->value,
                $situation->limit('mc.down_kpa')) && ($wept === null || $reading->takenAt >= $wept);
            $down ??= $isDown ? $reading->takenAt : null;
        }
        $first = $run->rows[0]['at'];
        $twice = $run->repeated($situation->limit('mc.bolt.tolerance_percent') / 100);
        $source = Source::commonPractice('120 % once, with the pressure down');
        if ($down === null || $down > $first) {
            return new Finding(
                $this->id(), Severity::Stop, 'Tightened before a gauge showed the pressure down.', 'Stop. Lower the pressure, take it apart and look at it.',
                $source,
                [$this->bolts->key, 'left_kpa'], why: 'Tightening under pressure hurts people.', final: true,
            );
        }

        return $twice === [] ? new Finding($this->id(), Severity::Go, 'Tightened once, with the pressure down.', '', $source,
            [$this->bolts->key]) : new Finding(
                $this->id(), Severity::Stop, BoltsToTorque::named($twice).' tightened above the torque a second time.', 'Take it apart.', $source,
                [$this->bolts->key],
            );
    }
}
