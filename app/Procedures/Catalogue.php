<?php

declare(strict_types=1);

namespace App\Procedures;

use Diastoma\Core\Catalogue\Procedures;
use Diastoma\Core\Gasketed\BellAndSpigot;
use Diastoma\Core\Procedure\Procedure;

/** Every procedure that the application offers, by id: those that ship, and those drawn from joint systems that people added. */
final class Catalogue
{
    /** @throws \OutOfBoundsException if there is none of that id */
    public static function of(string $id): Procedure
    {
        $system = Systems::ofProcedure($id);

        return $system === null ? Procedures::find($id) ?? throw new \OutOfBoundsException("No procedure “{$id}”.") : new BellAndSpigot($system);
    }

    /** @return list<string> */
    public static function ids(): array
    {
        return Procedures::ids();
    }
}
