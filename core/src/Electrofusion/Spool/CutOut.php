<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Spool;

use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Rules\NumberAtLeast;
use Diastoma\Core\Procedure\Rules\NumberAtMost;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** Cutting the damage out and the spool to length: cut-out = spool + a small gap at each end. */
final class CutOut
{
    public static function step(): Step
    {
        /** @var ?Step $step nothing in it depends on the joint */
        static $step = null;
        $todo = 'Cut a new spool, or cut the main back squarely, until the gap at each end is right.';

        return $step ??= new Step('cut_out', 'Cut out',
            'Isolate, drain, and cut the damage out with both cuts in sound, square pipe. Measure what is open, then cut the spool to it.', [
                ReadingSpec::yesNo('isolated', 'Main shut, drained, and proved empty?'),
                ReadingSpec::number('cut_out_mm', 'Open length between the cuts', Unit::Millimetre, 50, 20000),
                ReadingSpec::number('spool_mm', 'Spool, end to end', Unit::Millimetre, 50, 20000),
            ], [
                new Confirmed(
                    'ef.isolated', 'isolated', 'Shut, drained, empty.', 'The main may still hold pressure.',
                    'Do not cut. Shut, drain and prove it empty first.', Severity::Stop, Source::commonPractice(),
                    'A main under pressure throws what is cut loose.', true,
                ),
                new NumberAtMost(
                    'ef.spool.gap_max', ['cut_out_mm', 'spool_mm'], self::gap(...), 'ef.spool.gap_max_mm', 'Gap at each end of the spool', $todo,
                    Severity::Mend, 'Inside the coupler a wide gap leaves coil without pipe.',
                ),
                new NumberAtLeast(
                    'ef.spool.gap_min', ['cut_out_mm', 'spool_mm'], self::gap(...), 'ef.spool.gap_min_mm', 'Gap at each end of the spool', $todo,
                    Severity::Mend, 'A spool that jams cannot be drawn in without damage, and has no room to warm.',
                ),
            ], [
                'A main under load springs when it is cut: stand clear of both ends.',
                'Gas: purge, earth and wet the pipe against static, no ignition source.',
            ]);
    }

    /** Half of what is left between cut-out and spool; null until both are measured. */
    private static function gap(Situation $s): ?float
    {
        $open = $s->readings->number('cut_out_mm');
        $spool = $s->readings->number('spool_mm');

        return $open === null || $spool === null ? null : ($open - $spool) / 2;
    }
}
