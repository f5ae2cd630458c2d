<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Coupler;

use Diastoma\Core\Electrofusion\Clocks;
use Diastoma\Core\Electrofusion\Energy;
use Diastoma\Core\Electrofusion\Rules\PreparedBeforeFusion;
use Diastoma\Core\Procedure\Clock;
use Diastoma\Core\Procedure\Procedure;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Overrule;
use Diastoma\Core\Rulebook\Severity;

/**
 * An electrofusion coupler between two PE pipe ends, from the conditions on the day to the look at the cold joint.
 *
 * Facts it needs: dn_mm, sdr, wall_mm, od_largest_mm (mean outside diameter by the pipe standard).
 */
final class Coupler extends Procedure
{
    public const ID = 'electrofusion.coupler';

    public function id(): string
    {
        return self::ID;
    }

    public function title(): string
    {
        return 'Electrofusion coupler';
    }

    public function steps(Situation $situation): array
    {
        $before = [...Preparation::steps($situation), ...Surface::steps($situation), ...Assembly::steps($situation)];

        return [...$before, ...Fusing::steps($situation, new PreparedBeforeFusion($before))];
    }

    public function clocks(Situation $situation): array
    {
        return [...self::drying($situation), ...self::cooling($situation)];
    }

    /** Once fused, what was left to mend is summed up in one stop; who overrules that has settled the parts too. */
    protected function covers(Overrule $overrule, Step $step, Finding $finding): bool
    {
        $before = ! in_array($step->id, ['fuse', 'cool', 'release', 'look'], true);

        return parent::covers($overrule, $step, $finding)
            || $overrule->rule === 'ef.fused_unprepared' && $before && $finding->severity === Severity::Mend;
    }

    /** Fusion time after temperature correction, s; null before the label is read. */
    public static function correctedTimeS(Situation $s): ?float
    {
        $time = $s->readings->number('printed_fusion_time_s');
        $ambient = $s->readings->number('ambient_c');
        if ($time === null || $ambient === null) {
            return null;
        }

        return Energy::correctedTime($time, ($s->readings->number('printed_correction_percent_per_k') ?? 0.0) / 100, $s->limit('ef.reference_c'), $ambient);
    }

    public static function fusionEnd(Situation $s): ?\DateTimeImmutable
    {
        $ended = $s->readings->record('fusion')['ended_at'] ?? null;

        return is_string($ended) ? new \DateTimeImmutable($ended) : null;
    }

    /** Release and earliest test; null before the fusion has ended. */
    public static function coolingClocks(Situation $s): ?Clocks
    {
        return $s->once('clocks', static function () use ($s): ?Clocks {
            $end = self::fusionEnd($s);
            $minutes = $s->readings->number('printed_cooling_min');

            return $end === null || $minutes === null ? null : Clocks::of($end, $minutes, $s->limit('ef.test_factor'));
        });
    }

    /** @return list<Clock> */
    private static function drying(Situation $s): array
    {
        $wiped = $s->readings->time('wiped_at');
        $dried = $s->readings->time('dry_at');
        if ($wiped === null || $dried !== null && $dried >= $wiped) {
            return [];
        }
        $due = $wiped->setTimestamp($wiped->getTimestamp() + (int) $s->limit('ef.drying_s'));

        return [new Clock('drying', 'Solvent drying', $wiped, $due, 'Look that it is dry, then assemble', $s->rulebook->limit('ef.drying_s')->source->tag())];
    }

    /** @return list<Clock> */
    private static function cooling(Situation $s): array
    {
        $end = self::fusionEnd($s);
        $clocks = self::coolingClocks($s);
        if ($end === null || $clocks === null) {
            return [];
        }
        $all = [];
        if (! $s->readings->has('released_at')) {
            $all[] = new Clock('release', 'Cooling, clamps stay on', $end, $clocks->releaseAt, 'Write the time on the fitting, then release the clamps', 'maker: cooling time printed on the fitting');
        }
        $all[] = new Clock('test', 'Earliest pressure test', $end, $clocks->testAt, 'This joint may be tested', $s->rulebook->limit('ef.test_factor')->source->tag());

        return $all;
    }
}
