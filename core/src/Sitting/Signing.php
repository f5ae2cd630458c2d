<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting;

use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Rulebook\HoldPoint;
use Diastoma\Core\Rulebook\Rulebook;
use Diastoma\Core\Rulebook\Severity;

/**
 * Whether somebody may put their name to something. At a hold point:
 * - nobody signs for what is not done yet, or over an open stop;
 * - whoever made it does not say that it is right, and whoever overruled a stop does not say that overruling was: another looks.
 */
final class Signing
{
    public static function refusal(Sitting $sitting, ReadingSpec $spec, Person $person, \DateTimeImmutable ...$days): ?Refused
    {
        if (! in_array($person->role, $spec->choices, true)) {
            return Refused::forbidden("{$spec->label} is signed by: ".implode(', ', $spec->choices).'. Call one over.');
        }
        $uncertified = self::uncertified($person, $sitting->rulebook, ...$days);
        if ($uncertified !== null) {
            return Refused::forbidden($uncertified);
        }

        return str_starts_with($spec->key, HoldPoint::KEY) ? self::held($sitting, $spec, $person) : null;
    }

    /** @return ?string why an inspector's certificate does not let them sign; null where it does, or another signs */
    public static function uncertified(Person $person, Rulebook $rulebook, \DateTimeImmutable ...$days): ?string
    {
        return $person->role === Role::Inspector->value ? Certified::refusal($person, CertificateKind::Inspector, $rulebook, ...$days) : null;
    }

    private static function held(Sitting $sitting, ReadingSpec $spec, Person $person): ?Refused
    {
        $made = self::hasMade($sitting, $person);
        if ($made !== null) {
            return Refused::forbidden(trim("Whoever made it does not sign its hold point: another looks. Call one over. {$made}"));
        }
        $open = $sitting->work->facts->maybe('open_joints');
        if ($open !== null && $open > 0) {
            $said = $open > 1 ? "{$open} joints of this section are" : 'One joint of this section is';

            return Refused::conflict("{$said} not accepted yet: there is nothing to sign.");
        }
        foreach (self::before($sitting, $spec) as $step) {
            if ($step->missing($sitting->readings()) !== []) {
                return Refused::conflict("“{$step->title}” is not done yet: there is nothing to sign. Nobody signs in blank.");
            }
        }
        foreach ($sitting->verdict()->findings as $finding) {
            if ($finding->severity === Severity::Stop && $finding->isOpen()) {
                return Refused::conflict("Nothing is signed over an open stop: {$finding->said} {$finding->todo}");
            }
        }

        return null;
    }

    /** @return ?string that they, or whoever counts as one with them, made something of it or overruled a stop; null where neither did */
    private static function hasMade(Sitting $sitting, Person $person): ?string
    {
        $names = [];
        foreach ($sitting->readings()->history as $reading) {
            str_starts_with($reading->key, HoldPoint::KEY) || $names[$reading->by] = true;
        }
        foreach ($sitting->readings()->overrules() as $overrule) {
            $overrule->severity === Severity::Stop && $names[$overrule->by] = true;
        }
        $said = array_filter(array_map(static fn (int|string $name): ?string => $person->oneWith((string) $name), array_keys($names)), is_string(...));

        return $said === [] ? null : min($said);
    }

    /** @return list<Step> */
    private static function before(Sitting $sitting, ReadingSpec $spec): array
    {
        $before = [];
        foreach ($sitting->steps() as $step) {
            if ($step->reading($spec->key) !== null) {
                break;
            }
            $before[] = $step;
        }

        return $before;
    }
}
