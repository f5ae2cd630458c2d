<?php

declare(strict_types=1);

namespace App\Imports;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\PressureTest\Reading\Section;
use Diastoma\Core\PressureTest\Site\SimpleSection;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\TestMethods;

/** The file that describes the section of a trace, for the command line. */
final class SectionTrace
{
    /**
     * @return array{Section, array<string, mixed>} the pipe, and everything in the file by its name
     *
     * @throws InvalidInput naming what is missing
     */
    public static function section(string $json, string $method): array
    {
        $data = self::object($json);
        $pipe = TestSection::fromArray(SimpleSection::facts($data, TestMethods::of($method)))->asOnePipe();
        $maybe = static fn (string $field): ?float => match (true) {
            ! isset($data[$field]) => null, is_int($data[$field]), is_float($data[$field]) => (float) $data[$field],
            default => throw InvalidInput::field($field, "{$field} is not a number.", $data[$field])
        };

        return [
            Section::of(
                $pipe->material, $pipe->lengthM, $pipe->insideMm, $pipe->wallMm, $maybe('modulus_gpa') ?? $pipe->modulusGpa, $maybe('poisson'),
                $maybe('expansion_per_c'),
            ),
            $data,
        ];
    }

    /**
     * @return array<string, mixed> for TestSection::fromArray()
     *
     * @throws InvalidInput if it is no object
     */
    public static function facts(string $json, string $method): array
    {
        return SimpleSection::facts(self::object($json), TestMethods::of($method));
    }

    /** @return array<string, mixed> */
    private static function object(string $json): array
    {
        $data = json_decode($json, true);
        if (! is_array($data) || $data === [] || array_is_list($data)) {
            throw InvalidInput::field(
                'section', 'The section file is no JSON object. It wants material, length_m, inside_mm and wall_mm; or parts and a profile.',
            );
        }

        return $data;
    }
}
