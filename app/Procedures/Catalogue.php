<?php

declare(strict_types=1);

namespace App\Procedures;

use Diastoma\Core\Catalogue\Procedures;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Procedure\Draws;
use Diastoma\Core\Procedure\Procedure;
use Diastoma\Core\Shift\ShiftSheet;
use Diastoma\Core\Sitting\Kind;

/** Every procedure that the application offers, by id: those that ship, and those drawn from joint systems and cards that people added. */
final class Catalogue
{
    /** @throws \OutOfBoundsException if there is none of that id */
    public static function of(string $id): Procedure
    {
        if (str_starts_with($id, ShiftSheet::PREFIX)) {
            return new ShiftSheet(self::of(substr($id, strlen(ShiftSheet::PREFIX)))); // also of what people added
        }

        return Systems::ofProcedure($id)?->procedure() ?? Procedures::find($id) ?? throw new \OutOfBoundsException("No procedure “{$id}”.");
    }

    /**
     * @param  string  $job  id of the job that uses it
     *
     * @throws InvalidInput if there is no such procedure or kind, the one is not made for the other, or it is another job's
     */
    public static function mustSuit(string $procedure, string $kind, string $job): Kind
    {
        try {
            $found = self::of($procedure);
            $owner = Systems::row($procedure)?->job_id;

            return $owner === null || $owner === $job ? Kind::of($kind, $found) : throw new \OutOfBoundsException;
        } catch (\OutOfBoundsException) {
            throw InvalidInput::field('procedure', "There is no procedure “{$procedure}”.", $procedure);
        }
    }

    /**
     * @param  ?string  $job  id of the job whose own are among them
     * @return list<Procedure> every way in which a joint is made, the latest version of each
     */
    public static function joints(?string $job): array
    {
        $ids = array_unique([...Procedures::ids(), ...array_map(static fn (Draws $d): string => $d->procedureId(), Systems::drawn($job))]);
        $old = array_diff(array_map(static fn (Draws $d): string => $d->procedureId(), Procedures::drawn()), array_map(
            static fn (Draws $d): string => $d->procedureId(), Systems::drawn($job),
        ));

        return array_values(array_filter(
            array_map(self::of(...), array_values(array_diff($ids, $old))), static fn (Procedure $p): bool => $p->kind() === Kind::Joint->value,
        ));
    }

    /** @return list<string> */
    public static function ids(): array
    {
        return Procedures::ids();
    }
}
