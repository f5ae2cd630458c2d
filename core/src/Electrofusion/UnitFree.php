<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion;

use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** One control unit fuses one thing at a time: what its record overlaps, on this joint or, as the journal noted when it arrived, on another. */
final readonly class UnitFree implements Rule
{
    /** In the record: numbers of other joints that the same unit fused at that time. */
    public const ELSEWHERE = 'unit_elsewhere';

    /** No fusion takes longer, min [common practice]: what ended later than that after another began did not overlap it. */
    public const LONGEST_MIN = 180;

    public function __construct(private Weld $weld)
    {
    }

    public function id(): string
    {
        return "story.agree.unit.{$this->weld->recordKey()}";
    }

    public function judge(Situation $situation): ?Finding
    {
        $key = $this->weld->recordKey();
        $mine = $situation->readings->record($key);
        $started = $this->weld->startedAt($situation);
        if ($mine === null || $started === null) {
            return null;
        }
        $ended = $this->weld->endedAt($situation) ?? $started;
        $elsewhere = $mine[self::ELSEWHERE] ?? null;
        $at = is_string($elsewhere) && $elsewhere !== '' ? ["joint {$elsewhere}"] : [];
        foreach (self::windows($situation) as [$of, $from, $to, $record]) {
            if ($from < $ended && $to > $started && $record !== $mine) {
                $at[] = $of === $key ? 'another record of it' : "“{$of}”";
            }
        }

        return $at === [] ? null : new Finding(
            $this->id(), Severity::Mend, 'The same unit fused '.implode(', ', array_unique($at)).' at the same time.',
            'One of the records has the wrong time, unit or joint. Find out which, and bring the right one.', Source::commonPractice(), [$key],
            why: 'A control unit has one pair of leads.',
        );
    }

    /** @return list<array{string, \DateTimeImmutable, \DateTimeImmutable, array<mixed>}> every record of the joint: its key, start, end, and itself */
    private static function windows(Situation $s): array
    {
        return $s->once('fusion_windows', static function () use ($s): array {
            $s->readings->lastAt(); // it looks through all of them
            $windows = [];
            foreach ($s->readings->history as $reading) {
                $window = self::window($reading->value);
                if ($window !== null && is_array($reading->value)) {
                    $windows[] = [$reading->key, ...$window, $reading->value];
                }
            }

            return $windows;
        });
    }

    /** Whether a record ran at any time between two moments. */
    public static function ran(mixed $record, \DateTimeImmutable $from, \DateTimeImmutable $to): bool
    {
        $window = self::window($record);

        return $window !== null && $window[0] < $to && $window[1] > $from;
    }

    /** @return ?array{\DateTimeImmutable, \DateTimeImmutable} when a record began and ended; null where it does not say */
    private static function window(mixed $record): ?array
    {
        $from = is_array($record) ? $record['started_at'] ?? null : null;
        $to = is_array($record) ? $record['ended_at'] ?? null : null;

        return is_string($from) && is_string($to) ? [new \DateTimeImmutable($from), new \DateTimeImmutable($to)] : null;
    }
}
