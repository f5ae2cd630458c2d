<?php

declare(strict_types=1);

namespace Diastoma\Core\Catalogue;

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

/** Every procedure that ships, by id. A new one is one line here; gasketed joints come from the catalogue of joint systems. */
final class Procedures
{
    private const OTHERS = [
        Coupler::ID => Coupler::class,
        LargeBore::ID => LargeBore::class,
        BranchSaddle::ID => BranchSaddle::class,
        TappingTee::ID => TappingTee::class,
        RepairSpool::ID => RepairSpool::class,
        Preparation::ID => Preparation::class,
    ];

    /** A procedure that ships; null where there is none of that id. */
    public static function find(string $id): ?Procedure
    {
        $class = self::OTHERS[$id] ?? null;
        if ($class !== null) {
            return new $class;
        }
        foreach (JointSystems::shipped() as $system) {
            if ($system->procedureId() === $id) {
                return new BellAndSpigot($system);
            }
        }

        return null;
    }

    /** @return list<string> */
    public static function ids(): array
    {
        return [...array_keys(self::OTHERS), ...array_map(static fn (JointSystem $system): string => $system->procedureId(), JointSystems::shipped())];
    }
}
