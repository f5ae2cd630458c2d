<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Tap;

use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** How many turns open the valve and which way: for whoever stands there next. A count no spindle has was miscounted. */
final readonly class Opens implements Rule
{
    /** Common practice: no figure published. */
    private const LEAST = 2.0;

    private const MOST = 60.0;

    public function id(): string
    {
        return 'mc.tap.opens';
    }

    public function judge(Situation $situation): ?Finding
    {
        $turns = $situation->readings->number('turns_to_open');
        $way = $situation->readings->text('opens');
        if ($turns === null || $way === null) {
            return null;
        }
        $isTried = $way !== Stages::NOT_TRIED;
        $holds = $isTried && $turns >= self::LEAST && $turns <= self::MOST;

        return new Finding(
            $this->id(), $holds ? Severity::Go : Severity::Mend, 'Opens with '.round($turns, 2)." turns, {$way}.",
            match (true) {
                $holds => '',
                $isTried => 'Count again, from shut to open.',
                default => 'Open it and count: the next crew turns it in the dark.',
            },
            Source::commonPractice(), ['turns_to_open', 'opens'], $turns, self::MOST,
        );
    }
}
