<?php

declare(strict_types=1);

namespace App\Imports;

use Diastoma\Core\Exception\InvalidInput;

/** Reads an alignment from CSV, GeoJSON or LandXML 1.2, told apart by what stands in the file. */
final class AlignmentFile
{
    private const LARGEST_BYTES = 32 * 1024 * 1024;

    /** @throws InvalidInput saying what in the file cannot be read */
    public static function of(string $text): AlignmentData
    {
        if (strlen($text) > self::LARGEST_BYTES) {
            throw InvalidInput::field('file', 'The file is larger than 32 MiB. Export only this alignment.');
        }
        $start = ltrim(preg_replace('/\A\xEF\xBB\xBF/', '', $text) ?? '');

        return match (true) {
            $start === '' => throw InvalidInput::field('file', 'The file is empty.'),
            str_starts_with($start, '<') => LandXml::read($start),
            str_starts_with($start, '{') => self::geoJson($start),
            default => self::csv($text),
        };
    }

    private static function csv(string $text): AlignmentData
    {
        $table = SampleTable::of($text);
        $east = $table->need(['easting_m', 'easting', 'east', 'e', 'x', 'x_m'], 'the easting');
        $north = $table->need(['northing_m', 'northing', 'north', 'n', 'y', 'y_m'], 'the northing');
        $station = $table->column(['station_m', 'station', 'chainage_m', 'chainage', 'ch', 'sta']);
        $level = $table->column(['level_m', 'level', 'elevation_m', 'elevation', 'height', 'invert', 'z', 'z_m']);
        $points = [];
        foreach (array_keys($table->rows) as $row) {
            $points[] = [
                'station_m' => $station === null || $table->text($row, $station) === '' ? null : $table->number($row, $station),
                'easting_m' => $table->number($row, $east),
                'northing_m' => $table->number($row, $north),
                'level_m' => $level === null || $table->text($row, $level) === '' ? null : $table->number($row, $level),
            ];
        }

        return AlignmentData::ofPoints($points);
    }

    private static function geoJson(string $text): AlignmentData
    {
        $data = json_decode($text, true, 64);
        if (! is_array($data)) {
            throw InvalidInput::field('file', 'This begins like JSON but cannot be read as such ('.json_last_error_msg().'). Export it again.');
        }
        $points = [];
        foreach (self::geometries($data) as [$geometry, $properties]) {
            $coordinates = $geometry['coordinates'] ?? null;
            if (! is_array($coordinates)) {
                continue;
            }
            if (($geometry['type'] ?? '') === 'LineString') {
                return AlignmentData::ofPoints(
                    array_map(self::position(...), array_values($coordinates)), is_string($properties['name'] ?? null) ? $properties['name'] : '',
                );
            }
            if (($geometry['type'] ?? '') === 'Point') {
                $station = $properties['station_m'] ?? $properties['station'] ?? null;
                $points[] = [...self::position($coordinates), 'station_m' => is_numeric($station) ? (float) $station : null];
            }
        }

        return count($points) < 2 ? throw InvalidInput::field(
            'file', 'The GeoJSON holds no LineString and no row of Points. Export the alignment as one line.',
        ) : AlignmentData::ofPoints($points);
    }

    /**
     * @param  array<mixed>  $data
     * @return list<array{array<mixed>, array<mixed>}> geometry and properties of each feature
     */
    private static function geometries(array $data): array
    {
        return match ($data['type'] ?? '') {
            'FeatureCollection' => array_merge(...array_map(
                static fn (mixed $f): array => is_array($f) ? self::geometries($f) : [],
                array_values(is_array($data['features'] ?? null) ? $data['features'] : []),
            )),
            'Feature' => [[is_array($data['geometry'] ?? null) ? $data['geometry'] : [], is_array($data['properties'] ?? null) ? $data['properties'] : []]],
            'LineString', 'Point' => [[$data, []]],
            default => throw InvalidInput::field('file', 'This JSON is no GeoJSON: it has no type such as FeatureCollection or LineString.'),
        };
    }

    /** @return array{station_m: ?float, easting_m: float, northing_m: float, level_m: ?float} */
    private static function position(mixed $c): array
    {
        if (! is_array($c) || ! is_numeric($c[0] ?? null) || ! is_numeric($c[1] ?? null)) {
            throw InvalidInput::field('file', 'A position of the GeoJSON is no pair of numbers.');
        }
        if (abs((float) $c[0]) <= 180 && abs((float) $c[1]) <= 90 && ((float) $c[0] !== floor((float) $c[0]) && strlen((string) $c[0]) > 8)) {
            throw InvalidInput::field('file', "The coordinates look like degrees ({$c[0]}, {$c[1]}). Export them in the job's grid, in metres.", $c[0]);
        }

        return [
            'station_m' => null, 'easting_m' => (float) $c[0], 'northing_m' => (float) $c[1], 'level_m' => is_numeric($c[2] ?? null) ? (float) $c[2] : null,
        ];
    }
}
