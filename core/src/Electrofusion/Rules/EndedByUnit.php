<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Rules;

use Diastoma\Core\Electrofusion\Weld;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** The control unit itself must have ended the fusion, with its own "complete". */
final readonly class EndedByUnit implements Rule
{
    public function __construct(private Weld $weld)
    {
    }

    public function id(): string
    {
        return $this->weld->rule('fusion.ended_by_unit');
    }

    public function judge(Situation $situation): ?Finding
    {
        $code = $situation->readings->record($this->weld->recordKey())['end_code'] ?? null;
        if (! is_string($code)) {
            return null;
        }
        $complete = $code === 'complete';

        return new Finding(
            $this->id(), match (true) {
                $complete => Severity::Go, $this->weld->isPreheat => Severity::Mend, default => Severity::Stop,
            },
            $complete ? 'The control unit ended the fusion itself.' : 'The fusion did not run to its end: '.str_replace('_', ' ', $code).'.',
            $complete ? ''
                : (
                    $this->weld->isPreheat ? 'Let it cool, find the cause, and preheat this side again.'
                    : "Do not start it again. Cut the joint out, unless the fitting maker's own rule allows one repeat after full cooling."
                ),
            Source::commonPractice('an interrupted weld is not restarted'), [$this->weld->recordKey()],
            why: 'A melt that cooled half made holds no bond that can be checked from outside.',
        );
    }
}
