<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest;

use Diastoma\Core\Exception\InvalidInput;

/** Every test method there is, by id. */
final class TestMethods
{
    /** @return list<TestMethod> */
    public static function all(): array
    {
        return [new F2164];
    }

    /**
     * Methods made for a service.
     *
     * @param  string  $service  water, sewer_gravity, sewer_rising or gas
     * @return list<TestMethod>
     */
    public static function for(string $service): array
    {
        return array_values(array_filter(self::all(), static fn (TestMethod $method): bool => in_array($service, $method->services(), true)));
    }

    /** @throws InvalidInput if there is none of that id */
    public static function of(string $id): TestMethod
    {
        foreach (self::all() as $method) {
            if ($method->id() === $id) {
                return $method;
            }
        }

        throw InvalidInput::field('method', "There is no test method “{$id}”. Known: ".implode(', ', array_map(static fn (TestMethod $m): string => $m->id(), self::all())).'.', $id);
    }
}
