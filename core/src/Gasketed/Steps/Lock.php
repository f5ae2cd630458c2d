<?php

declare(strict_types=1);

namespace Diastoma\Core\Gasketed\Steps;

use Diastoma\Core\Gasketed\Made;
use Diastoma\Core\Procedure\Gate;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rules\AgainstFigure;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/**
 * Locking a restrained joint while the pull is still on: segments in, retainer in with its ends inward and to the back. Only then is the pull let go, the
 * slack pulled out, and the lines read
 * [common practice].
 */
final class Lock
{
    public static function step(Situation $s, Made $made): Step
    {
        $segments = $made->size($s)?->segments;
        $wanted = $segments === null ? "The maker's number for this size" : 'Wanted: '.(int) $segments;

        return new Step('locking', 'Lock',
            'With the pull still on: put the locking segments in, one turned right, the next left; then the retainer, its ends inward, to the very back.', [
                ...$segments === null ? [ReadingSpec::number('segments_wanted', "Segments by the maker's table", Unit::None, 1, 60)] : [],
                ReadingSpec::number('segments', 'Locking segments in place', Unit::None, 0, 60, $wanted),
                ReadingSpec::yesNo(
                    'retainer', 'Retainer in, ends inward, to the back?',
                    'Above ground trim it about 3 mm (1/8 in) longer than the gap it fills [common practice]',
                ),
            ], [
                new AgainstFigure(
                    'gs.segments', 'segments', AgainstFigure::AT_LEAST,
                    static fn (Situation $s): ?float => $made->size($s)->segments ?? $s->readings->number('segments_wanted'), Unit::None,
                    $segments === null ? Source::maker('number of segments as read on site') : $made->system->source(), 'Locking segments',
                    'Put the missing ones in: each carries its part of the thrust.', Severity::Stop, 'A joint with a segment missing lets go at test pressure.',
                ),
                new Confirmed(
                    'gs.retainer', 'retainer', 'Retainer in.', 'No retainer.', 'Fit it before anything pulls on the joint.', Severity::Stop,
                    Source::commonPractice(), 'Without it the segments fall out and the joint lets go.',
                ),
            ], [
                'A restrained joint that is not locked lets go under pressure.',
                'The pull stays on: nobody in line with hoist or sling, fingers out of the bell.',
            ]);
    }

    /** Keeps the lines from being read before the joint is locked: until then they say nothing. */
    public static function gate(Situation $s): Gate
    {
        $moments = [];
        foreach (['pull_kept', 'segments', 'retainer'] as $key) {
            $moments[] = $s->readings->reading($key)?->takenAt;
        }
        $open = in_array(null, $moments, true);

        return new Gate(
            'Pull kept on, segments in, retainer in: only then let go, pull the slack out, and read the lines.', $open ? null : max($moments),
            Source::commonPractice()->tag(),
        );
    }
}
