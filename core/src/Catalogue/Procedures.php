<?php

declare(strict_types=1);

namespace Diastoma\Core\Catalogue;

use Diastoma\Core\Electrofusion\Coupler;
use Diastoma\Core\Electrofusion\LargeBore\LargeBore;
use Diastoma\Core\Electrofusion\Saddle\BranchSaddle;
use Diastoma\Core\Electrofusion\Saddle\TappingTee;
use Diastoma\Core\Electrofusion\Spool\RepairSpool;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Gasketed\Systems\JointSystem;
use Diastoma\Core\Gasketed\Systems\JointSystems;
use Diastoma\Core\Mechanical\Cards\Card;
use Diastoma\Core\Mechanical\Cards\Cards;
use Diastoma\Core\PressureTest\Preparation;
use Diastoma\Core\Procedure\Draws;
use Diastoma\Core\Procedure\Procedure;
use Diastoma\Core\Shift\ShiftSheet;
use Diastoma\Core\Trench\Cover;
use Diastoma\Core\Yard\Delivery;

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
        Cover::ID => Cover::class,
        Delivery::ID => Delivery::class,
    ];

    /**
     * A procedure that ships, or one drawn from settings that somebody added; null where there is none of that id.
     *
     * @param  list<Draws>  $added
     */
    public static function find(string $id, array $added = []): ?Procedure
    {
        $class = self::OTHERS[$id] ?? null;
        if ($class !== null) {
            return new $class;
        }
        if (str_starts_with($id, ShiftSheet::PREFIX)) {
            $joint = self::find(substr($id, strlen(ShiftSheet::PREFIX)), $added);

            return $joint === null || $joint->kind() !== 'joint' ? null : new ShiftSheet($joint);
        }
        foreach ([...self::drawn(), ...$added] as $settings) {
            if ($settings->procedureId() === $id) {
                return $settings->procedure();
            }
        }

        return null;
    }

    /**
     * @param  list<array<mixed>>  $settings  as Draws::toArray() gives them
     *
     * @throws InvalidInput naming what cannot be
     */
    public static function findWith(string $id, array $settings): ?Procedure
    {
        return self::find($id) ?? self::find($id, array_map(self::read(...), $settings)); // what ships is found first, and needs none of them
    }

    /**
     * Settings out of plain data: a card says what kind of product it is, a joint system does not.
     *
     * @param  array<mixed>  $data
     *
     * @throws InvalidInput naming what cannot be
     */
    public static function read(array $data): Draws
    {
        return isset($data['kind']) ? Card::fromArray($data) : JointSystem::fromArray($data);
    }

    /** @return list<Draws> what ships, of gasketed joints and of mechanical ones */
    public static function drawn(): array
    {
        return [...JointSystems::shipped(), ...Cards::shipped()];
    }

    /** @return list<string> */
    public static function ids(): array
    {
        return [...array_keys(self::OTHERS), ...array_map(static fn (Draws $settings): string => $settings->procedureId(), self::drawn())];
    }
}
