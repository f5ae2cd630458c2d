<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Rulebook\HoldPoint;
use Diastoma\Core\Rulebook\Occasion;

/**
 * Putting hold points on a job and taking them off. A crew's own supervisor may put up any, and take off none that only another may sign: it would hold nobody.
 */
final class HoldPlan
{
    /**
     * @param  list<HoldPoint>  $all  of the job
     * @param  array<mixed>  $roles
     * @param  list<array{id: string, steps: list<array{id: string, title: string}>}>  $procedures  that the job has work of
     * @return list<HoldPoint>
     *
     * @throws InvalidInput if it cannot be, or is there already
     */
    public static function add(
        array $all, string $occasion, array $roles, string $procedure, string $step, \DateTimeImmutable $now, array $procedures,
    ): array {
        $is = Occasion::tryFrom($occasion) ?? throw InvalidInput::field('occasion', 'Choose what the work waits at.', $occasion);
        $named = array_values(array_intersect(Rights::holders(), array_filter($roles, is_string(...))));
        if ($named === [] || count($named) !== count($roles)) {
            throw InvalidInput::field('roles', 'Choose who signs: '.implode(', ', Rights::holders()).'.');
        }
        $isStep = $is === Occasion::BeforeStep;
        if ($isStep && ! self::hasStep($procedures, $procedure, $step)) {
            throw InvalidInput::field('step', 'Choose the procedure and the step before which it waits.', $step);
        }
        $id = $isStep ? "{$is->value}.{$procedure}.{$step}" : $is->value;
        foreach ($all as $hold) {
            if ($hold->id === $id) {
                throw InvalidInput::field('occasion', 'There is a hold point of this kind already. Take it off first to change who signs.', $occasion);
            }
        }

        return [...$all, new HoldPoint($id, $is, $named, $isStep ? $procedure : '', $isStep ? $step : '', $now->format(\DateTimeInterface::RFC3339))];
    }

    /**
     * @param  list<HoldPoint>  $all
     * @return list<HoldPoint>|Refused
     */
    public static function remove(array $all, string $id, Person $person): array|Refused
    {
        foreach ($all as $hold) {
            if ($hold->id === $id) {
                return self::mayRemove($hold, $person->role) ? array_values(array_filter($all, static fn (HoldPoint $h): bool => $h->id !== $id))
                    : Refused::forbidden('This hold point is signed by the '.implode(' or the ', $hold->roles).', and taken off by nobody else of the crew.');
            }
        }

        return Refused::conflict('There is no such hold point any more. Load the page again.');
    }

    public static function mayRemove(HoldPoint $hold, string $role): bool
    {
        return $role === Role::Admin->value || in_array($role, $hold->roles, true);
    }

    /** @param  list<array{id: string, steps: list<array{id: string, title: string}>}>  $procedures */
    private static function hasStep(array $procedures, string $procedure, string $step): bool
    {
        foreach ($procedures as $known) {
            if ($known['id'] === $procedure && in_array($step, array_column($known['steps'], 'id'), true)) {
                return true;
            }
        }

        return false;
    }
}
