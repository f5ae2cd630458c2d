<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion;

use Diastoma\Core\Procedure\Clock;
use Diastoma\Core\Procedure\Situation;

/** The waits of electrofusion, drawn from the readings alone. */
final class FusionClocks
{
    /**
     * The solvent drying, on each pipe end and in each fitting, while nobody has called it dry.
     *
     * @param  list<string>  $fittings  key parts as Unpack names them
     * @return list<Clock>
     */
    public static function drying(Situation $s, Ends $ends, array $fittings = ['']): array
    {
        return array_merge(
            ...$ends->each(static fn (string $end): array => self::dryingOf($s, "wiped_{$end}_at", "dry_{$end}_at", $ends->prefix($end))),
            ...array_map(
                static fn (string $key): array => self::dryingOf(
                    $s, "fitting_{$key}wiped_at", "fitting_{$key}dry_at", $key === '' ? 'Fitting: ' : ucfirst(rtrim($key, '_')).' fitting: ',
                ),
                $fittings,
            ),
        );
    }

    /** @return list<Clock> */
    public static function dryingOf(Situation $s, string $wipedKey, string $dryKey, string $prefix = ''): array
    {
        $wiped = $s->readings->time($wipedKey);
        $dried = $s->readings->time($dryKey);
        if ($wiped === null || $dried !== null && $dried >= $wiped) {
            return [];
        }
        $due = $wiped->setTimestamp($wiped->getTimestamp() + (int) ceil($s->limit('ef.drying_s')));

        return [new Clock(
            "drying_{$wipedKey}", $prefix === '' ? 'Solvent drying' : "{$prefix}solvent drying", $wiped, $due, 'Look that it is dry, then go on',
            $s->rulebook->limit('ef.drying_s')->source->tag(),
        )];
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
            $all[] = new Clock(
                $weld->key('release'), $weld->titled('Cooling, clamps stay on'), $end, $clocks->releaseAt,
                'Write the time on the fitting, then release the clamps', 'maker: cooling time printed on the fitting', Clock::RELEASE,
            );
        }
        foreach (['backfill' => 'Earliest backfill', 'pull' => 'Earliest pull'] as $what => $title) {
            $minutes = $s->readings->number($weld->key("printed_{$what}_wait_min"));
            if ($minutes !== null) {
                $all[] = new Clock(
                    $weld->key($what), $weld->titled($title), $end, $end->setTimestamp($end->getTimestamp() + (int) ceil(60 * $minutes)),
                    $what === 'backfill' ? 'The trench here may be filled' : 'This joint may be pulled on',
                    "maker: wait before {$what} printed on the fitting", Clock::PASSIVE,
                );
            }
        }
        if ($tested) {
            $source = $s->readings->has($weld->key('printed_test_wait_min')) ? 'maker: wait before test printed on the fitting'
                : $s->rulebook->limit('ef.test_factor')->source->tag();
            $all[] = new Clock(
                $weld->key('test'), $weld->titled('Earliest pressure test'), $end, $clocks->testAt, 'This joint may be tested', $source, Clock::TEST,
            );
        }

        return $all;
    }
}
