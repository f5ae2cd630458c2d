<?php

declare(strict_types=1);

namespace App\Imports;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\PressureTest\Reading\Material;
use Diastoma\Core\PressureTest\Reading\Section;
use Diastoma\Core\Quantity\Volume;

/** A pressure trace with the water that was pumped in, where it was metered, and the file that describes its section. */
final class SectionTrace
{
    private const ADDED = ['added_l' => 'L', 'added_m3' => 'm³', 'added_gal' => 'US gal'];

    /** @return list<array{t: float, p: float, c: ?float, added: ?float}> */
    public static function samples(string $text): array
    {
        $trace = PressureCsv::trace($text);
        $table = SampleTable::of($text);
        $added = $table->column(array_keys(self::ADDED));
        $samples = [];
        foreach ($trace->samples as $row => $s) {
            $water = $added === null || $table->text($row, $added) === '' ? null : Volume::of($table->number($row, $added), self::ADDED[$added])->in('L');
            $samples[] = ['t' => $s['t'], 'p' => $s['p'], 'c' => $s['c'], 'added' => $water];
        }

        return $samples;
    }

    /**
     * @return array{Section, array<string, float>} the section, and every further number in the file by its name
     *
     * @throws InvalidInput naming what is missing
     */
    public static function section(string $json): array
    {
        $data = json_decode($json, true);
        if (! is_array($data)) {
            throw InvalidInput::field('section', 'The section file is no JSON object. It wants material, length_m, inside_mm and wall_mm.');
        }
        $material = Material::tryFrom(is_string($data['material'] ?? null) ? $data['material'] : '') ?? throw InvalidInput::field('material', 'material must be one of: '.implode(', ', array_column(Material::cases(), 'value')).'.', $data['material'] ?? null);
        $number = static fn (string $field): float => is_int($data[$field] ?? null) || is_float($data[$field] ?? null) ? (float) $data[$field] : throw InvalidInput::field($field, "{$field} is missing or not a number.", $data[$field] ?? null);
        $maybe = static fn (string $field): ?float => isset($data[$field]) ? $number($field) : null;
        $section = Section::of($material, $number('length_m'), $number('inside_mm'), $number('wall_mm'), $maybe('modulus_gpa'), $maybe('poisson'), $maybe('expansion_per_c'));

        return [$section, array_map(floatval(...), array_filter($data, static fn (mixed $v): bool => is_int($v) || is_float($v)))];
    }
}
