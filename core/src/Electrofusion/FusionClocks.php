<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion;

use Diastoma\Core\Procedure\Clock;
use Diastoma\Core\Procedure\Situation;

/** The waits of electrofusion, drawn from the readings alone. */
final class FusionClocks
{
    /** @return list<Clock> the solvent drying, while nobody has called it dry */
    public static function drying(Situation $s, string $wipedKey = 'wiped_at', string $dryKey = 'dry_at'): array
    {
        $wiped = $s->readings->time($wipedKey);
        $dried = $s->readings->time($dryKey);
        if ($wiped === null || $dried !== null && $dried >= $wiped) {
            return [];
        }
        $due = $wiped->setTimestamp($wiped->getTimestamp() + (int) $s->limit('ef.drying_s'));

        return [new Clock($wipedKey === 'wiped_at' ? 'drying' : "drying_{$wipedKey}", 'Solvent drying', $wiped, $due, 'Look that it is dry, then assemble', $s->rulebook->limit('ef.drying_s')->source->tag())];
    }

    /**
     * Release, backfill, pull and test of one weld.
     *
     * @param  string  $releasedKey  reading that ends the wait for the clamps
     * @return list<Clock>
     */
    public static function cooling(Situation $s, Weld $weld, string $releasedKey = 'released_at', bool $tested = true): array
    {
        $end = $weld->endedAt($s);
        $clocks = $weld->clocks($s);
        if ($end === null || $clocks === null) {
            return [];
        }
        $all = [];
        if (! $s->readings->has($releasedKey)) {
            $all[] = new Clock($weld->key('release'), $weld->titled('Cooling, clamps stay on'), $end, $clocks->releaseAt, 'Write the time on the fitting, then release the clamps', 'maker: cooling time printed on the fitting', Clock::RELEASE);
        }
        foreach (['backfill' => 'Earliest backfill', 'pull' => 'Earliest pull'] as $what => $title) {
            $minutes = $s->readings->number($weld->key("printed_{$what}_wait_min"));
            if ($minutes !== null) {
                $all[] = new Clock($weld->key($what), $weld->titled($title), $end, $end->setTimestamp($end->getTimestamp() + (int) ceil(60 * $minutes)), $what === 'backfill' ? 'The trench here may be filled' : 'This joint may be pulled on', "maker: wait before {$what} printed on the fitting", Clock::PASSIVE);
            }
        }
        if ($tested) {
            $source = $s->readings->has($weld->key('printed_test_wait_min')) ? 'maker: wait before test printed on the fitting' : $s->rulebook->limit('ef.test_factor')->source->tag();
            $all[] = new Clock($weld->key('test'), $weld->titled('Earliest pressure test'), $end, $clocks->testAt, 'This joint may be tested', $source, Clock::TEST);
        }

        return $all;
    }
}
