<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion;

use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Story\Act;
use Diastoma\Core\Procedure\Story\Age;
use Diastoma\Core\Procedure\Story\Agrees;
use Diastoma\Core\Procedure\Story\Redone;
use Diastoma\Core\Quantity\Unit;

/** What must hold of a fusion as a whole: its acts, what goes stale before them, and what belongs together. */
final class FusionStory
{
    public const REMEDY = 'Cut the joint out and make it again.';

    public const WRAPPED = 'wrapped';

    /** @param  list<string>  $aside  ids of steps that may come before it or after it */
    public static function fused(Weld $weld, array $aside = []): Act
    {
        $done = $weld->isPreheat ? 'preheated' : 'fused';

        return new Act(
            $weld->key('fuse'), $weld->key('fuse'), [$weld->recordKey()], $weld->title === '' ? $done : "{$done} (".lcfirst($weld->title).')',
            self::REMEDY, $aside, ready: $weld->isPreheat ? '' : $weld->rule('fused_unprepared'), isHeat: true,
        );
    }

    /**
     * Weather and temperatures, looked at before the first fusion that makes the joint.
     *
     * @param  list<string>  $keys
     */
    public static function conditions(Weld $weld, array $keys = ['ambient_c', 'pipe_c', 'fitting_c', 'sheltered', 'zone_dry']): Age
    {
        return new Age(
            'conditions', 'conditions', $keys, $weld->startedAt(...), 'ef.age.conditions_min', 'Weather and temperatures read', 'fused',
            'Read temperatures, shelter and dryness again, as they are now.', true,
        );
    }

    /** A scraped surface skins over again and gathers dust: wrapped it keeps a day. */
    public static function scraped(Situation $s, Weld $weld, string $id, string $key, string $name): Age
    {
        return new Age(
            "scraped_{$id}", str_starts_with($key, 'r') && $weld->name !== '' && str_starts_with($key, $weld->name) ? $weld->key('prepare') : 'scrape', [$key],
            $weld->startedAt(...), $s->readings->yes(self::WRAPPED) === true ? 'ef.age.wrapped_min' : 'ef.age.scraped_min', "{$name}scraped", 'fused',
            'Scrape again, as thin as it will come off, wipe and let it dry.', true,
        );
    }

    /** @param  string  $used  reading that is taken when the wiped parts are put together */
    public static function wiped(string $key, string $used, string $step, string $name): Age
    {
        return new Age(
            $key, $step, [$key], static fn (Situation $s): ?\DateTimeImmutable => $s->readings->reading($used)?->takenAt, 'ef.age.wiped_min', "{$name}wiped",
            'assembled', 'Wipe it again with a fresh wipe and let it dry before it goes together.',
        );
    }

    /** @return list<Rule> what the record of a fusion must agree with */
    public static function record(Weld $weld): array
    {
        $key = $weld->recordKey();
        $lengths = static function (Situation $s) use ($weld): ?array {
            $duration = $weld->figure($s, 'duration_s');
            $start = $weld->startedAt($s);
            $end = $weld->endedAt($s);

            return $duration === null || $start === null || $end === null ? null : [$duration, (float) ($end->getTimestamp() - $start->getTimestamp())];
        };

        return [
            new Agrees(
                "length.{$key}", [$key], 'Length of the record', 'Time from its start to its end', $lengths, 'ef.agree.record_s', Unit::Second, false,
                'A record that does not fit its own times belongs to another joint, or another day.',
            ),
            new UnitFree($weld),
        ];
    }

    /**
     * What is done to an end after it was wiped, marked or put together makes that worthless.
     *
     * @param  string  $assembled  reading that is taken when the ends are put together
     * @return array<string, list<Rule>>
     */
    public static function ends(Ends $ends, string $assembled): array
    {
        $rules = ['marks' => [], 'remark' => [], 'clean' => [], 'assemble' => []];
        foreach ($ends->letters as $end) {
            $name = Ends::name($end);
            $rules['marks'][] = new Redone(
                "cut.{$end}", "out_of_square_{$end}_mm", "stab_mark_{$end}_mm", "{$name} cut", 'marked', 'Mark it again: the end is another one now.',
            );
            $rules['remark'][] = new Redone(
                "remark.{$end}", "od_after_{$end}_mm", "stab_remark_{$end}_mm", "{$name} scraped", 'marked again',
                'Draw the stab mark again: the scraper took it off.',
            );
            $rules['clean'][] = new Redone(
                "wiped.{$end}", "od_after_{$end}_mm", "wiped_{$end}_at", "{$name} scraped", 'wiped',
                'Wipe it again and let it dry: scraping leaves dust and grease of hands.',
            );
            $rules['assemble'][] = self::assembledAfter("wiped_{$end}_at", $assembled, "{$name} wiped");
        }

        return $rules;
    }

    public static function assembledAfter(string $wiped, string $assembled, string $later): Rule
    {
        return new Redone($wiped, $wiped, $assembled, $later, 'put together', 'Take it apart, wipe every part, let it dry, and put it together again.');
    }
}
