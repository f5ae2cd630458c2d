<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\PressureTest\Methods\Composite;
use Diastoma\Core\PressureTest\Methods\Gas;
use Diastoma\Core\PressureTest\Methods\Sewer;
use Diastoma\Core\PressureTest\Methods\Water;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\Quantity\UnitSystem;

/** Every test method there is, by id. A new one is one line here. */
final class TestMethods
{
    /** @return list<TestMethod> */
    public static function all(): array
    {
        return [
            new Water\En805Loss, new Water\En805Water, new Water\En805Air, new Water\En805Pe, new Water\C600, new Water\SteelMain, new Water\F2164,
            new Water\PeMakeUp, new Water\As2566, new Water\As2566Pe, new Water\PeDecay, new Sewer\En1610Air, new Sewer\En1610Water, new Sewer\F1417,
            new Sewer\C924, new Gas\GasPlastic, new Composite\RtpStaged,
        ];
    }

    /**
     * Methods made for a section, the one to offer first at the head: by service, material and the units of the rulebook.
     *
     * @return list<array{method: TestMethod, rank: int, why: string}>
     */
    public static function for(TestSection $section, UnitSystem $units): array
    {
        $found = [];
        foreach (self::all() as $method) {
            $suits = $method->suits($section, $units);
            if ($suits !== null) {
                $found[] = ['method' => $method, ...$suits];
            }
        }
        usort($found, static fn (array $a, array $b): int => $a['rank'] <=> $b['rank']);

        return $found;
    }

    /** @throws InvalidInput if there is none of that id */
    public static function of(string $id): TestMethod
    {
        foreach (self::all() as $method) {
            if ($method->id() === $id) {
                return $method;
            }
        }

        throw InvalidInput::field(
            'method',
            "There is no test method “{$id}”. Known: ".implode(', ', array_map(static fn (TestMethod $m): string => $m->id(), self::all())).'.', $id,
        );
    }
}
