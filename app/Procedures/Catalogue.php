<?php

declare(strict_types=1);

namespace App\Procedures;

use Diastoma\Core\Catalogue\Procedures;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Gasketed\BellAndSpigot;
use Diastoma\Core\Procedure\Procedure;
use Diastoma\Core\Sitting\Kind;

/** Every procedure that the application offers, by id: those that ship, and those drawn from joint systems that people added. */
final class Catalogue
{
    /** @throws \OutOfBoundsException if there is none of that id */
    public static function of(string $id): Procedure
    {
        $system = Systems::ofProcedure($id);

        return $system === null ? Procedures::find($id) ?? throw new \OutOfBoundsException("No procedure “{$id}”.") : new BellAndSpigot($system);
    }

    /** @throws InvalidInput if there is no such procedure or kind, or the one is not made for the other */
    public static function mustSuit(string $procedure, string $kind): Kind
    {
        try {
            return Kind::of($kind, self::of($procedure));
        } catch (\OutOfBoundsException) {
            throw InvalidInput::field('procedure', "There is no procedure “{$procedure}”.", $procedure);
        }
    }

    /** @return list<string> */
    public static function ids(): array
    {
        return Procedures::ids();
    }
}
