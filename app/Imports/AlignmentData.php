<?php

declare(strict_types=1);

namespace App\Imports;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Layout\Alignment;
use Diastoma\Core\Layout\Path\Horizontal;
use Diastoma\Core\Layout\Path\Profile;

/** An alignment as plain data: what is stored, and what every way of bringing one ends in. */
final readonly class AlignmentData
{
    /**
     * @param  list<array{station_m: ?float, easting_m: float, northing_m: float, level_m: ?float}>  $points  when it goes from point to point
     * @param  list<array{x: float, y: float, azimuth: float, curvature: float, length: float}>  $elements  when it is made of straights and arcs
     * @param  list<array{float, float, float}>  $profile  station, level, length of the vertical curve
     */
    private function __construct(public string $name, public array $points, public array $elements, public array $profile, public float $from)
    {
    }

    /** @param  list<array{station_m: ?float, easting_m: float, northing_m: float, level_m: ?float}>  $points */
    public static function ofPoints(array $points, string $name = ''): self
    {
        foreach ($points as $k => $point) {
            foreach ($point as $value) {
                if ($value !== null && (! is_finite($value) || abs($value) > 1e9)) {
                    throw InvalidInput::field('points', 'Point '.($k + 1)." holds {$value}, which is no coordinate in metres.", $value);
                }
            }
        }

        return new self($name, $points, [], [], 0.0);
    }

    /**
     * @param  list<array{x: float, y: float, azimuth: float, curvature: float, length: float}>  $elements
     * @param  list<array{float, float, float}>  $profile
     */
    public static function ofElements(array $elements, array $profile, float $from, string $name = ''): self
    {
        return new self($name, [], $elements, $profile, $from);
    }

    /**
     * Straights and arcs as a person types them, each going on from the one before.
     *
     * @param  list<array{length_m: float, radius_m: float}>  $parts  radius 0 for a straight, negative to the left
     * @param  list<array{float, float, float}>  $profile
     */
    public static function ofParts(float $easting, float $northing, float $azimuthDeg, array $parts, array $profile, string $name = ''): self
    {
        $elements = [];
        [$x, $y, $h] = [$easting, $northing, deg2rad($azimuthDeg)];
        foreach ($parts as ['length_m' => $length, 'radius_m' => $radius]) {
            $elements[] = ['x' => $x, 'y' => $y, 'azimuth' => $h, 'curvature' => $radius === 0.0 ? 0.0 : 1 / $radius, 'length' => $length];
            [$x, $y, $h] = Horizontal::ofElements([$elements[count($elements) - 1]])->at($length);
        }

        return new self($name, [], $elements, $profile, 0.0);
    }

    /** @throws InvalidInput if it does not hang together */
    public function alignment(): Alignment
    {
        if ($this->elements === []) {
            return Alignment::throughPoints($this->points, $this->name);
        }
        $profile = match (count($this->profile)) {
            0 => null, 1 => Profile::level($this->profile[0][1]), default => Profile::throughPoints($this->profile),
        };

        return Alignment::of(Horizontal::ofElements($this->elements, $this->from), $profile, $this->name);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return ['name' => $this->name, 'points' => $this->points, 'elements' => $this->elements, 'profile' => $this->profile, 'from' => $this->from];
    }

    /**
     * @param  array{name: string, points: list<array<string, int|float|null>>, elements: list<array<string, int|float>>, profile: list<list<int|float>>,
     *     from: int|float}  $data  as toArray() gives it
     */
    public static function fromArray(array $data): self
    {
        $maybe = static fn (int|float|null $v): ?float => $v === null ? null : (float) $v;

        return new self(
            $data['name'],
            array_map(static fn (array $p): array => [
                'station_m' => $maybe($p['station_m'] ?? null), 'easting_m' => (float) $p['easting_m'], 'northing_m' => (float) $p['northing_m'],
                'level_m' => $maybe($p['level_m'] ?? null),
            ], $data['points']),
            array_map(static fn (array $e): array => [
                'x' => (float) $e['x'], 'y' => (float) $e['y'], 'azimuth' => (float) $e['azimuth'], 'curvature' => (float) $e['curvature'],
                'length' => (float) $e['length'],
            ], $data['elements']),
            array_map(static fn (array $p): array => [(float) $p[0], (float) $p[1], (float) $p[2]], $data['profile']), (float) $data['from'],
        );
    }
}
