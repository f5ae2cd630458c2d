<?php

declare(strict_types=1);

namespace App\Procedures;

use Diastoma\Core\Electrofusion\Coupler;
use Diastoma\Core\Electrofusion\LargeBore\LargeBore;
use Diastoma\Core\Electrofusion\Saddle\BranchSaddle;
use Diastoma\Core\Electrofusion\Saddle\TappingTee;
use Diastoma\Core\Electrofusion\Spool\RepairSpool;
use Diastoma\Core\Gasketed\BellAndSpigot;
use Diastoma\Core\Gasketed\Systems\JointSystem;
use Diastoma\Core\Gasketed\Systems\JointSystems;
use Diastoma\Core\PressureTest\Preparation;
use Diastoma\Core\Procedure\Procedure;

/** Every procedure of the core that the application offers, by id. A new one is one line here; gasketed joints come from the catalogue of joint systems. */
final class Catalogue
{
    private const PROCEDURES = [
        Coupler::ID => Coupler::class,
        LargeBore::ID => LargeBore::class,
        BranchSaddle::ID => BranchSaddle::class,
        TappingTee::ID => TappingTee::class,
        RepairSpool::ID => RepairSpool::class,
        Preparation::ID => Preparation::class,
    ];

    public static function of(string $id): Procedure
    {
        $system = Systems::ofProcedure($id);
        if ($system !== null) {
            return new BellAndSpigot($system);
        }
        $class = self::PROCEDURES[$id] ?? throw new \OutOfBoundsException("No procedure “{$id}”.");

        return new $class;
    }

    /** @return list<string> */
    public static function ids(): array
    {
        return [...array_keys(self::PROCEDURES), ...array_map(static fn (JointSystem $system): string => $system->procedureId(), JointSystems::shipped())];
    }
}
