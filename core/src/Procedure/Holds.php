<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure;

use Diastoma\Core\Procedure\Rules\SignedFirst;
use Diastoma\Core\Rulebook\HoldPoint;
use Diastoma\Core\Rulebook\Occasion;
use Diastoma\Core\Rulebook\Severity;

/**
 * Puts the hold points of a job among the steps of a work. Its duties:
 * - what lies behind stays shut until somebody of a named role has signed;
 * - a signature counts for what was seen: it is asked for again where something before it was read again;
 * - what was done behind it before it was signed is a stop, also where it arrives late or comes from a device;
 * - what was done before a hold point was in force asks for none.
 */
final class Holds
{
    /** What Story notes at the first reading of a joint that begins its kind on a day. */
    public const FIRST_OF_DAY = 'first_of_day';

    /**
     * @param  list<Step>  $steps
     * @return list<Step>
     */
    public static function onto(array $steps, Situation $situation, Procedure $procedure): array
    {
        $placed = [];
        foreach ($situation->rulebook->holdPoints as $hold) {
            $at = self::place($hold, $steps, $situation, $procedure);
            if ($at !== null) {
                $placed[$at][] = $hold;
            }
        }
        $result = [];
        $shut = null;
        for ($i = 0; $i <= count($steps); $i++) {
            foreach ($placed[$i] ?? [] as $hold) {
                $step = self::step($hold, $result, array_slice($steps, $i), $situation);
                $result[] = $shut === null ? $step : $step->shut($shut);
                $shut ??= $step->missing($situation->readings) === [] ? null : self::gate($hold);
            }
            if (isset($steps[$i])) {
                $result[] = $shut === null ? $steps[$i] : $steps[$i]->shut($shut);
            }
        }

        return $result;
    }

    private static function gate(HoldPoint $hold): Gate
    {
        return new Gate(
            "It waits at a hold point, “{$hold->occasion->title()}”, for the signature of the ".implode(' or the ', $hold->roles).'. Call one over.', null,
            'common practice',
        );
    }

    /**
     * @param  list<Step>  $steps
     * @return ?int before which step it stands, counted from zero; null where it asks for nothing here
     */
    private static function place(HoldPoint $hold, array $steps, Situation $situation, Procedure $procedure): ?int
    {
        $isSection = $procedure->kind() === 'section';
        if ($hold->occasion->isOfSection() !== $isSection && $hold->occasion !== Occasion::BeforeStep) {
            return null;
        }
        $at = match ($hold->occasion) {
            Occasion::FirstOfDay => $situation->readings->yes(self::FIRST_OF_DAY) === true
                ? self::index($steps, $procedure->joiningStep($steps)) ?? count($steps) : null,
            Occasion::Overruled => self::afterOverrule($hold, $steps, $situation->readings),
            Occasion::BeforeStep => $hold->procedure === $procedure->id() ? self::index($steps, $hold->step) : null,
            Occasion::BeforeBackfill => 0,
            Occasion::BeforeTest => count($steps),
            Occasion::AfterTest => null, // asked on the test itself
        };
        $since = $hold->since();
        if ($at === null || $since === null || $situation->readings->has($hold->key())) {
            return $at;
        }
        foreach (self::keys(array_slice($steps, $at)) as $key) {
            foreach ($situation->readings->all($key) as $reading) {
                if ($reading->takenAt < $since) {
                    return null;
                }
            }
        }

        return $at;
    }

    /**
     * Behind the last step that anything was read of when the last stop was overruled.
     *
     * @param  list<Step>  $steps
     */
    private static function afterOverrule(HoldPoint $hold, array $steps, Readings $readings): ?int
    {
        $at = self::overruledAt($hold, $readings);
        if ($at === null) {
            return null;
        }
        $last = 0;
        foreach ($steps as $i => $step) {
            foreach (self::keys([$step]) as $key) {
                foreach ($readings->all($key) as $reading) {
                    $last = $reading->takenAt <= $at ? $i + 1 : $last;
                }
            }
        }

        return $last;
    }

    /** When the last stop was overruled, since the hold point is in force. */
    private static function overruledAt(HoldPoint $hold, Readings $readings): ?\DateTimeImmutable
    {
        $since = $hold->since();
        $at = null;
        foreach ($readings->overrules() as $overrule) {
            if ($overrule->severity === Severity::Stop && ($since === null || $overrule->at >= $since) && ($at === null || $overrule->at > $at)) {
                $at = $overrule->at;
            }
        }

        return $at;
    }

    /**
     * @param  list<Step>  $before
     * @param  list<Step>  $behind
     */
    private static function step(HoldPoint $hold, array $before, array $behind, Situation $situation): Step
    {
        $key = $hold->key();
        $seen = self::keys($before);
        $from = $hold->occasion === Occasion::Overruled ? self::overruledAt($hold, $situation->readings) : $situation->facts->moment('held_since');
        $signed = $situation->readings->reading($key)?->takenAt;
        $isStale = $signed !== null && ($from !== null && $signed < $from || self::isReadAfter($situation->readings, $seen, $signed));

        return new Step(
            $key, "Hold point: {$hold->occasion->title()}", $hold->occasion->look(),
            [ReadingSpec::signature($key, $hold->occasion->title(), $hold->roles, 'A remark, where something is worth one.')],
            [new SignedFirst($key, $seen, self::keys($behind), $hold->occasion === Occasion::Overruled ? $from : $hold->since())],
            stale: $isStale ? [$key] : [],
        );
    }

    /** @param  list<string>  $keys */
    private static function isReadAfter(Readings $readings, array $keys, \DateTimeImmutable $moment): bool
    {
        foreach ($keys as $key) {
            $reading = $readings->reading($key);
            if ($reading !== null && $reading->takenAt > $moment) {
                return true;
            }
        }

        return false;
    }

    /**
     * @param  list<Step>  $steps
     * @return list<string> of their readings, without signatures
     */
    private static function keys(array $steps): array
    {
        $keys = [];
        foreach ($steps as $step) {
            foreach ($step->readings as $spec) {
                if ($spec->kind !== ReadingKind::Signature) {
                    $keys[] = $spec->key;
                }
            }
        }

        return $keys;
    }

    /** @param  list<Step>  $steps */
    private static function index(array $steps, string $id): ?int
    {
        foreach ($steps as $i => $step) {
            if ($step->id === $id) {
                return $i;
            }
        }

        return null;
    }
}
