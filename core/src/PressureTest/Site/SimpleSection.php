<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Site;

use Diastoma\Core\PressureTest\TestMethod;

/** A section described in one flat list of numbers, as files for the command line do, made into a whole one. */
final class SimpleSection
{
    /** Stands for a rating that was not given: no ceiling is judged then. */
    public const NO_RATING_KPA = 1.0e5;

    /**
     * @param  array<string, mixed>  $data  material, length_m, inside_mm, wall_mm and whatever else is known; a whole section is taken as it is
     * @return array<string, mixed> for TestSection::fromArray()
     */
    public static function facts(array $data, TestMethod $method): array
    {
        if (isset($data['parts'])) {
            return $data;
        }
        $given = static fn (string $key): ?float => is_int($data[$key] ?? null) || is_float($data[$key] ?? null) ? (float) $data[$key] : null;
        $number = static fn (string ...$keys): ?float => array_reduce($keys, static fn (?float $found, string $key): ?float => $found ?? $given($key), null);
        $length = $number('length_m') ?? 0.0;
        $low = $number('low_level_m') ?? 0.0;
        $test = $number('test_kpa');
        ['service' => $service, 'factor' => $factor, 'owners' => $owners] = $method->usual();
        $rated = $number('rated_kpa', 'design_kpa');

        return [
            ...$data,
            'service' => is_string($data['service'] ?? null) ? $data['service'] : $service,
            'parts' => [[
                'material' => ($number('fibre_cement') ?? 0.0) > 0.0 ? 'concrete' : $data['material'] ?? null, 'length_m' => $data['length_m'] ?? null,
                'inside_mm' => $data['inside_mm'] ?? null, 'wall_mm' => $data['wall_mm'] ?? null,
                ...(isset($data['dn_mm']) ? ['dn_mm' => $data['dn_mm']] : []),
            ]],
            'profile' => [[0.0, $low], [max(0.1, $length), $number('high_level_m') ?? $low]],
            'ratings' => [['name' => 'as given', 'kpa' => $rated ?? self::NO_RATING_KPA]],
            // no other figure: the most that the method allows
            ...(
                isset($data['owner_test_kpa']) || ! $owners ? []
                : ['owner_test_kpa' => $test ?? ($rated === null ? null : $factor * $rated)]
            ),
            ...(($number('fibre_cement') ?? 0.0) > 0.0 ? ['steel_cylinder' => false] : []),
            'working_kpa' => $number('working_kpa', 'mdp_kpa', 'maop_kpa') ?? ($test === null ? ($number('design_kpa') ?? 1.0) : $test / $factor),
        ];
    }
}
