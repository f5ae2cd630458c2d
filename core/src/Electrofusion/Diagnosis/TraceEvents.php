<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Diagnosis;

/** What happened in a fusion, and when: for the curve and the table behind it. What it means is the diagnosis. */
final class TraceEvents
{
    /** Samples in a row before the voltage is said to have left its band: one is a flicker of the meter. Own value. */
    private const IN_A_ROW = 3;

    /** Earlier than that is told: the last sample may lie a second before the end. Own value. */
    private const EARLY_S = 1.0;

    /**
     * @param  list<array{t: float, v: float, i: float}>  $samples
     * @return list<array{t_s: float, said: string}> in time
     */
    public static function of(array $samples, float $voltageV, float $timeS): array
    {
        $live = array_values(array_filter($samples, static fn (array $s): bool => $s['i'] > 0.0));
        if ($live === [] || $voltageV <= 0.0) {
            return [];
        }
        $events = [['t_s' => $live[0]['t'], 'said' => 'Current flows']];
        $full = SoftStart::without($live, $voltageV);
        if (count($full) < count($live)) {
            $events[] = ['t_s' => $full[0]['t'], 'said' => 'Full voltage'];
        }
        array_push($events, ...self::outside($full, $voltageV));
        foreach (ResistanceJumps::of($full, $timeS)->beyond(Diagnosis::JUMP_PERCENT) as [$at, $percent]) {
            $events[] = ['t_s' => $at, 'said' => 'Resistance jumps by '.round($percent, 1).' %'];
        }
        $end = $live[count($live) - 1]['t'];
        $early = $timeS - $end;
        $events[] = ['t_s' => $end, 'said' => $early > self::EARLY_S ? 'Current ends, '.round($early).' s early' : 'Current ends'];
        usort($events, static fn (array $a, array $b): int => $a['t_s'] <=> $b['t_s']);

        return $events;
    }

    /**
     * @param  list<array{t: float, v: float, i: float}>  $samples
     * @return list<array{t_s: float, said: string}> each time the voltage leaves its band, and when it is back
     */
    private static function outside(array $samples, float $voltageV): array
    {
        $band = Diagnosis::voltageBandPercent() / 100;
        $events = [];
        $row = 0;
        $left = null;
        foreach ($samples as $k => $sample) {
            $off = $sample['v'] / $voltageV - 1;
            if (abs($off) <= $band) {
                $left !== null && $events[] = ['t_s' => $sample['t'], 'said' => 'Voltage is back'];
                [$row, $left] = [0, null];
            } elseif (++$row === self::IN_A_ROW) {
                $left = $samples[$k - self::IN_A_ROW + 1];
                $events[] = ['t_s' => $left['t'], 'said' => $off < 0 ? 'Voltage too low' : 'Voltage too high'];
            }
        }

        return $events;
    }
}
