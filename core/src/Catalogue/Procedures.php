<?php

declare(strict_types=1);

namespace Diastoma\Core\Catalogue;

use Diastoma\Core\Electrofusion\Coupler;
use Diastoma\Core\Electrofusion\LargeBore\LargeBore;
use Diastoma\Core\Electrofusion\Saddle\BranchSaddle;
use Diastoma\Core\Electrofusion\Saddle\TappingTee;
use Diastoma\Core\Electrofusion\Spool\RepairSpool;
use Diastoma\Core\Exception\InvalidInput;
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

    /**
     * A procedure that ships, or one drawn from a joint system that somebody added; null where there is none of that id.
     *
     * @param  list<JointSystem>  $added
     */
    public static function find(string $id, array $added = []): ?Procedure
    {
        $class = self::OTHERS[$id] ?? null;
        if ($class !== null) {
            return new $class;
        }
        foreach ([...JointSystems::shipped(), ...$added] as $system) {
            if ($system->procedureId() === $id) {
                return new BellAndSpigot($system);
            }
        }

        return null;
    }

    /**
     * @param  list<array<mixed>>  $systems  as JointSystem::toArray() gives them
     *
     * @throws InvalidInput naming what cannot be
     */
    public static function findWith(string $id, array $systems): ?Procedure
    {
        return self::find($id, array_map(JointSystem::fromArray(...), $systems));
    }

    /** @return list<string> */
    public static function ids(): array
    {
        return [...array_keys(self::OTHERS), ...array_map(static fn (JointSystem $system): string => $system->procedureId(), JointSystems::shipped())];
    }
}
