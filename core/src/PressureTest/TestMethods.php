<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\Quantity\UnitSystem;

/** Every test method there is, by id. A new one is one line here. */
final class TestMethods
{
    /** @return list<TestMethod> */
    public static function all(): array
    {
        return [
            new Methods\En805Loss, new Methods\En805Water, new Methods\En805Air, new Methods\En805Pe, new Methods\C600, new Methods\SteelMain,
            new Methods\F2164, new Methods\PeMakeUp, new Methods\As2566,
            new Methods\As2566Pe, new Methods\PeDecay, new Methods\En1610Air, new Methods\En1610Water, new Methods\F1417, new Methods\C924,
            new Methods\GasPlastic, new Methods\RtpStaged,
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
