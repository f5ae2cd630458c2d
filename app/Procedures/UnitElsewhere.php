<?php

declare(strict_types=1);

namespace App\Procedures;

use App\Models\Entry;
use App\Models\Joint;
use Carbon\CarbonImmutable;
use Diastoma\Core\Electrofusion\UnitFree;

/** What the control unit of a joint fused elsewhere on the job while it fused this one: noted in the record, so that it is judged alike for ever. */
final class UnitElsewhere
{
    /** @return array<string, string> nothing where it fused nothing else, or the joint names no unit */
    public static function of(Subject $subject, Joint $joint, CarbonImmutable $started, CarbonImmutable $ended): array
    {
        $unit = self::unit($subject->readings()->record('control_unit'));
        $found = [];
        foreach ($unit === null ? [] : self::near($joint, $started, $ended) as $entry) {
            if (! UnitFree::ran($entry->data()['value'] ?? null, $started->toDateTimeImmutable(), $ended->toDateTimeImmutable())) {
                continue;
            }
            $other = Joint::find($entry->subject_id);
            if ($other !== null && self::unit(Subject::joint($other)->readings()->record('control_unit')) === $unit) {
                $found[] = (string) $other->number;
            }
        }

        return $found === [] ? [] : [UnitFree::ELSEWHERE => implode(', ', array_unique($found))];
    }

    /** @param  ?array<string, mixed>  $paper */
    private static function unit(?array $paper): ?string
    {
        return is_string($paper['id'] ?? null) ? $paper['id'] : null;
    }

    /** @return iterable<Entry> readings of other joints that were written at about that time and have a start and an end */
    private static function near(Joint $joint, CarbonImmutable $started, CarbonImmutable $ended): iterable
    {
        $utc = static fn (CarbonImmutable $at): string => $at->utc()->format('Y-m-d\TH:i:s');

        return Entry::query()->where('job_id', $joint->main->job_id)->where('kind', 'reading')->where('subject_type', 'joint')
            ->where('subject_id', '!=', $joint->id)->where('device_at', '>=', $utc($started))
            ->where('device_at', '<=', $utc($ended->addMinutes(UnitFree::LONGEST_MIN)))->where('payload', 'like', '%"started_at":%')->get();
    }
}
