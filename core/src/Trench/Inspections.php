<?php

declare(strict_types=1);

namespace Diastoma\Core\Trench;

use Diastoma\Core\Procedure\Gate;
use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Procedure\Row;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Source;

/** Looks of the competent person at a trench: before work, after rain, and as long as a shift. */
final readonly class Inspections
{
    public const KEY = 'inspection';

    /** Somebody saw rain, or the ground move. */
    public const CHANGED = 'rained_at';

    /** @param  list<Row>  $rows */
    private function __construct(private array $rows, private Readings $readings, private float $hours)
    {
    }

    public static function of(Situation $s): self
    {
        return new self(Row::of($s->readings, self::KEY), $s->readings, $s->limit('tr.inspection_h'));
    }

    public function last(): ?Row
    {
        return $this->rows[count($this->rows) - 1] ?? null;
    }

    /** Why nobody may be in the trench whatever the hour; null where the last look holds until it runs out. */
    public function shut(): ?string
    {
        return $this->why($this->last(), null);
    }

    /** Why nobody should have been in the trench at a moment; null where it was inspected. */
    public function whyAt(\DateTimeImmutable $moment): ?string
    {
        $last = null;
        foreach ($this->rows as $row) {
            $last = $row->at <= $moment ? $row : $last;
        }
        $why = $this->why($last, $moment);

        return $why ?? ($last !== null && $moment >= $this->until($last) ? 'the inspection had run out' : null);
    }

    private function why(?Row $last, ?\DateTimeImmutable $moment): ?string
    {
        if ($last === null) {
            return 'it was not inspected';
        }
        if (! $last->yes('safe')) {
            return 'it was found unsafe';
        }
        foreach ($this->readings->all(self::CHANGED) as $rain) {
            $at = is_string($rain->value) ? new \DateTimeImmutable($rain->value) : $rain->takenAt;
            if ($at > $last->at && ($moment === null || $at <= $moment)) {
                return 'it rained, or the ground changed, since it was inspected';
            }
        }

        return null;
    }

    private function until(Row $row): \DateTimeImmutable
    {
        return $row->at->modify('+'.(int) round(3600 * $this->hours).' seconds');
    }

    /** What shuts the work in the trench, or will. */
    public function gate(): Gate
    {
        $shut = $this->shut();
        $last = $this->last();
        $source = self::source()->tag();

        return $shut !== null || $last === null
            ? new Gate("Nobody in the trench: {$shut}. The competent person looks at it first.", null, $source)
            : new Gate(
                'Nobody in the trench: the inspection has run out. The competent person looks at it again.', null, $source, $this->until($last),
            );
    }

    public static function source(): Source
    {
        return Source::standard('29 CFR 1926', '651(k)');
    }
}
