<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting;

use Diastoma\Core\Rulebook\Rulebook;

/**
 * Whether somebody's certificate lets them do a step. One that ran out never does; none at all does only where the job asks for no certificate of that kind.
 * Electrofusion always asks for one: see Procedure::operatorRefused().
 */
final class Certified
{
    /** Name of the rulebook's choice that lists the kinds of certificates asked for. */
    public const CHOICE = 'certificates';

    /**
     * @param  \DateTimeImmutable  ...$days  of the act, and of its arrival
     * @return ?string why not; null where they may
     */
    public static function refusal(Person $person, CertificateKind $kind, Rulebook $rulebook, \DateTimeImmutable ...$days): ?string
    {
        $until = $person->certificates[$kind->value] ?? '';
        if ($until === '') {
            return in_array($kind->value, $rulebook->choices[self::CHOICE] ?? [], true)
                ? "{$person->name} has no certificate for “{$kind->title()}” on record, and this job asks for one. Let somebody with one do this step."
                : null;
        }
        foreach ($days as $day) {
            if ($until < $day->format('Y-m-d')) {
                return "The certificate of {$person->name} for “{$kind->title()}” ran out on {$until}. Let somebody with one in date do this step.";
            }
        }

        return null;
    }

    /** @return list<string> kinds that a job may ask for besides electrofusion, which is always asked for */
    public static function askable(): array
    {
        return [CertificateKind::Mechanical->value, CertificateKind::Tester->value, CertificateKind::Inspector->value];
    }
}
