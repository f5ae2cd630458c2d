<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure\Rules;

use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/**
 * A certificate or calibration that must run on the day the reading was taken; the last day still counts, the last 14 are watch. Out on the day the server
 * took it: what was sent so late
 * may have been dated back, so somebody must look at it.
 */
final readonly class InDate implements Rule
{
    private const NOTICE_DAYS = 14; // common practice

    /** Since then what was sent so late that the paper had run out is as bad as one that had. */
    public const STOPS_SINCE = 3;

    /**
     * @param  string  $record  reading that carries the paper as it stood when it was entered: {$nameKey, $dayKey}
     */
    public function __construct(
        private string $id,
        private string $record,
        private string $nameKey,
        private string $dayKey,
        private string $paper,
        private string $todo,
        private Source $source,
        private Severity $out = Severity::Stop,
    ) {
    }

    public function id(): string
    {
        return $this->id;
    }

    public function judge(Situation $situation): ?Finding
    {
        $reading = $situation->readings->reading($this->record);
        $record = $situation->readings->record($this->record);
        if ($reading === null || $record === null) {
            return null;
        }
        $name = is_string($record[$this->nameKey] ?? null) ? $record[$this->nameKey] : 'not named';
        $until = is_string($record[$this->dayKey] ?? null) ? $record[$this->dayKey] : '';
        $day = $reading->takenAt->format('Y-m-d');
        $received = max($day, ($reading->receivedAt ?? $reading->takenAt)->format('Y-m-d'));
        [$severity, $said, $todo] = match (true) {
            $until === '' => [$this->out, "{$this->paper} of {$name}: none on record.", $this->todo],
            $until < $day => [$this->out, "{$this->paper} of {$name} ran out on {$until}; today is {$day}.", $this->todo],
            $until < $received => [
                $situation->version >= self::STOPS_SINCE || Severity::Mend->isWorseThan($this->out) ? $this->out : Severity::Mend,
                "{$this->paper} of {$name} ran out on {$until}; this was taken on {$day} and sent on {$received}.",
                'Have a supervisor confirm when it was done, or bring the renewed paper.',
            ],
            $until < $reading->takenAt->setTimestamp($reading->takenAt->getTimestamp() + 86400 * self::NOTICE_DAYS)->format('Y-m-d') => [
                Severity::Watch, "{$this->paper} of {$name} runs out on {$until}.", 'Book its renewal now.',
            ],
            default => [Severity::Go, "{$this->paper} of {$name} runs until {$until}.", ''],
        };

        return new Finding($this->id, $severity, $said, $todo, $this->source, [$this->record]);
    }
}
