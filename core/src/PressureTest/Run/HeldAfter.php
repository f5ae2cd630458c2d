<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Run;

use Diastoma\Core\Rulebook\HoldPoint;
use Diastoma\Core\Rulebook\Occasion;
use Diastoma\Core\Rulebook\Rulebook;

/** A test that is over waits for somebody who has looked at its record: before the section is tested again or handed over. */
final class HeldAfter
{
    /**
     * @param  list<array{by: string, role: string}>  $signatures  under the test
     * @param  string  $ranBy  whoever ran it: another looks
     * @param  string  $endedAt  a moment with its zone
     * @return ?string what it waits for; null where it waits for nothing
     */
    public static function said(Rulebook $rulebook, int $number, array $signatures, string $ranBy, string $endedAt): ?string
    {
        $hold = self::point($rulebook);
        if ($hold === null || $hold->since() !== null && new \DateTimeImmutable($endedAt) < $hold->since()) {
            return null;
        }
        foreach ($signatures as $signature) {
            if (in_array($signature['role'], $hold->roles, true) && $signature['by'] !== $ranBy) {
                return null;
            }
        }

        return "Test {$number} waits at a hold point for the signature of the ".implode(' or the ', $hold->roles).', who did not run it. Call one over.';
    }

    private static function point(Rulebook $rulebook): ?HoldPoint
    {
        foreach ($rulebook->holdPoints as $hold) {
            if ($hold->occasion === Occasion::AfterTest) {
                return $hold;
            }
        }

        return null;
    }

    /**
     * @param  ?string  $oneWithRunner  why whoever signs does not count as another than whoever ran it; null where they do
     * @return ?string why somebody's signature would not lift it; null where it would
     */
    public static function refusal(Rulebook $rulebook, string $role, ?string $oneWithRunner): ?string
    {
        $hold = self::point($rulebook);

        return match (true) {
            $hold === null => 'There is no such hold point any more. Load the page again.',
            ! in_array($role, $hold->roles, true) => 'After the test is signed by: '.implode(', ', $hold->roles).'. Call one over.',
            $oneWithRunner !== null => trim("Whoever ran the test does not sign its hold point: another looks. Call one over. {$oneWithRunner}"),
            default => null,
        };
    }
}
