<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure\Story;

use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** What was done later made something done before worthless: a pipe that is scraped after it was wiped is wiped again. */
final readonly class Redone implements Rule
{
    /**
     * @param  string  $spoils  reading that makes the other worthless
     * @param  string  $spoilt  reading that must come after it
     * @param  string  $later  what was done later, such as “End A: scraped”
     * @param  string  $earlier  what was done before it, such as “wiped”
     */
    public function __construct(
        private string $id, public string $spoils, public string $spoilt, private string $later, private string $earlier, private string $remedy,
        private string $why = '',
    ) {
    }

    public function id(): string
    {
        return "story.redo.{$this->id}";
    }

    public function judge(Situation $situation): ?Finding
    {
        $spoils = $situation->readings->reading($this->spoils);
        $spoilt = $situation->readings->reading($this->spoilt);
        if ($spoils === null || $spoilt === null || $spoils->isCarried() || $spoilt->isCarried()) {
            return null;
        }

        return $spoils->takenAt <= $spoilt->takenAt ? null : new Finding(
            $this->id(), Severity::Mend, "{$this->later} after it was {$this->earlier}.", $this->remedy, Source::commonPractice(), [$this->spoils,
                $this->spoilt], why: $this->why,
        );
    }
}
