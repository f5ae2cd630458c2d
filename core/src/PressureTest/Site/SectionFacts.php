<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Site;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\PressureTest\Reading\Material;

/** Reads a section's facts as they come from a form or a file, gathering every fault. */
final class SectionFacts
{
    public const SERVICES = ['water', 'sewer_rising', 'sewer_gravity', 'gas'];

    public const RESTRAINT = ['joined', 'blocks', 'none'];

    /** @var list<InvalidInput> */
    private array $faults = [];

    /** @param  array<string, mixed>  $data */
    private function __construct(private readonly array $data)
    {
    }

    /**
     * @param  array<string, mixed>  $data
     *
     * @throws InvalidInput with every fault together
     */
    public static function read(array $data): TestSection
    {
        return (new self($data))->section();
    }

    private function section(): TestSection
    {
        $parts = $this->parts();
        $profile = $this->profile();
        $fittings = $this->fittings();
        $ratings = $this->ratings();
        $service = $this->choice('service', self::SERVICES, 'water');
        $gravity = $service === 'sewer_gravity';
        $working = $this->number('working_kpa', 0.0, 20000.0, $gravity ? 0.0 : null);
        if (! $gravity && $working <= 0.0 && $this->faults === []) {
            $this->faults[] = InvalidInput::field(
                'working_kpa', 'Give the greatest working pressure of the main: MDP of a water main, MAOP of a gas main.', $working, 0,
            );
        }
        $surge = $this->choice('surge', ['assumed', 'calculated'], 'assumed');
        $restraint = $this->choice('restraint', self::RESTRAINT, 'joined');
        $water = $this->number('water_c', $service === 'gas' || $gravity ? -30.0 : 0.0, 60.0, 12.0);
        $gauge = $this->number('gauge_level_m', -500.0, 9000.0, $profile === null ? 0.0 : $profile->lowest()[1]);
        $groundwater = $this->number('groundwater_m', 0.0, 100.0, 0.0);
        $chambers = $this->number('chamber_area_m2', 0.0, 1.0e5, 0.0);
        $resolution = $this->number('gauge_resolution_kpa', 1.0e-4, 100.0, 0.1);
        [$hdb, $dr, $factor] = [$this->maybe('hdb_psi', 1.0, 1.0e5), $this->maybe('dr', 1.01, 100.0), $this->maybe('design_factor', 0.01, 1.0)];
        $owner = $this->maybe('owner_test_kpa', 0.1, 1.0e5);
        [$cylinder, $welded] = [$this->told('steel_cylinder'), $this->told('welded')];
        if ($this->faults !== [] || $parts === [] || $ratings === [] || $profile === null) {
            throw InvalidInput::together($this->faults === [] ? [InvalidInput::field(
                'parts', 'The section needs a pipe, a profile and a rating.',
            )] : $this->faults);
        }

        return new TestSection(
            $service, $parts, $profile, $fittings, $ratings, $working, $surge, $restraint, $water, $gauge, ($this->data['cement_lined'] ?? false) === true,
            ($this->data['branches'] ?? false) === true, $groundwater, $chambers, $hdb, $dr, $factor, $resolution, $owner, $cylinder, $welded,
        );
    }

    /** @return list<Part> */
    private function parts(): array
    {
        $parts = [];
        foreach ($this->rows('parts') as $k => $row) {
            $material = Material::tryFrom(is_string($row['material'] ?? null) ? $row['material'] : '');
            if ($material === null) {
                $this->faults[] = InvalidInput::field(
                    "parts.{$k}.material", 'The material of pipe '.($k + 1).' must be one of: '.implode(', ', array_column(Material::cases(), 'value')).'.',
                    $row['material'] ?? null,
                );
            }
            $inside = $this->from($row, "parts.{$k}.", 'inside_mm', 5.0, 6000.0);
            $wall = $this->from($row, "parts.{$k}.", 'wall_mm', 0.5, 1000.0);
            $parts[] = new Part(
                $material ?? Material::Pe, $this->from($row, "parts.{$k}.", 'length_m', 0.1, 1.0e6),
                isset($row['dn_mm']) ? $this->from($row, "parts.{$k}.", 'dn_mm', 5.0, 6000.0) : round($inside), $inside, $wall,
            );
        }
        if ($parts === [] && $this->faults === []) {
            $this->faults[] = InvalidInput::field('parts', 'Give the pipe of the section: material, length_m, inside_mm and wall_mm.', 0, 1);
        }

        return $parts;
    }

    private function profile(): ?Profile
    {
        $points = [];
        foreach (is_array($this->data['profile'] ?? null) ? array_values($this->data['profile']) : [] as $k => $point) {
            if (! is_array($point) || ! is_numeric($point[0] ?? null) || ! is_numeric($point[1] ?? null)) {
                $this->faults[] = InvalidInput::field("profile.{$k}", 'Point '.($k + 1).' of the profile must be a station and a level in metres.');

                return null;
            }
            $points[] = [(float) $point[0], (float) $point[1]];
        }
        try {
            return Profile::of($points);
        } catch (InvalidInput $fault) {
            $this->faults[] = $fault;

            return null;
        }
    }

    /** @return list<Fitting> */
    private function fittings(): array
    {
        $fittings = [];
        foreach ($this->rows('fittings') as $k => $row) {
            $kind = is_string($row['kind'] ?? null) ? $row['kind'] : '';
            if (! in_array($kind, Fitting::KINDS, true)) {
                $this->faults[] = InvalidInput::field("fittings.{$k}.kind", 'Fitting '.($k + 1).' must be one of: '.implode(', ', Fitting::KINDS).'.', $kind);
            }
            $angle = $kind === 'bend' ? $this->from($row, "fittings.{$k}.", 'angle_deg', 0.5, 180.0) : 0.0;
            $other = in_array($kind, ['tee', 'reducer'], true) ? $this->from($row, "fittings.{$k}.", 'other_mm', 5.0, 6000.0) : 0.0;
            $fittings[] = new Fitting($kind, $this->from($row, "fittings.{$k}.", 'station_m', -1.0e6, 1.0e6), $angle, $other);
        }

        return $fittings;
    }

    /** @return list<Rating> */
    private function ratings(): array
    {
        $ratings = [];
        foreach ($this->rows('ratings') as $k => $row) {
            $name = is_string($row['name'] ?? null) && trim($row['name']) !== '' ? trim($row['name']) : 'part '.($k + 1);
            $kind = $row['kind'] ?? Rating::kindOf($name);
            if (! is_string($kind) || ! in_array($kind, Rating::KINDS, true)) {
                $this->faults[] = InvalidInput::field(
                    "ratings.{$k}.kind", 'Part '.($k + 1).' must be one of: '.implode(', ', Rating::KINDS).'.', is_scalar($kind) ? $kind : null,
                );
                $kind = Rating::PIPE;
            }
            $ratings[] = new Rating(
                $name, $this->from($row, "ratings.{$k}.", 'kpa', 0.1, 1.0e5), $kind,
                isset($row['test_kpa']) ? $this->from($row, "ratings.{$k}.", 'test_kpa', 0.1, 1.0e5) : null,
            );
        }
        if ($ratings === []) {
            $this->faults[] = InvalidInput::field(
                'ratings', 'Give the rating of the weakest part, derated for temperature: pipe, fittings, valves and restraint.', 0, 1,
            );
        }

        return $ratings;
    }

    /** Yes, no, or nobody has said. */
    private function told(string $key): ?bool
    {
        $value = $this->data[$key] ?? null;
        if ($value !== null && ! is_bool($value)) {
            $this->faults[] = InvalidInput::field($key, "{$key}: answer yes or no, or leave it out.", is_scalar($value) ? $value : null);
        }

        return $value === true ? true : ($value === false ? false : null);
    }

    /** @return list<array<mixed>> */
    private function rows(string $key): array
    {
        $rows = is_array($this->data[$key] ?? null) ? array_values($this->data[$key]) : [];

        return array_values(array_filter($rows, is_array(...)));
    }

    /** @param  list<string>  $allowed */
    private function choice(string $key, array $allowed, string $otherwise): string
    {
        $value = $this->data[$key] ?? $otherwise;
        if (! is_string($value) || ! in_array($value, $allowed, true)) {
            $this->faults[] = InvalidInput::field($key, "{$key} must be one of: ".implode(', ', $allowed).'.', $value);

            return $otherwise;
        }

        return $value;
    }

    private function number(string $key, float $least, float $most, ?float $otherwise): float
    {
        return ! isset($this->data[$key]) && $otherwise !== null ? $otherwise : $this->from($this->data, '', $key, $least, $most);
    }

    private function maybe(string $key, float $least, float $most): ?float
    {
        return isset($this->data[$key]) ? $this->from($this->data, '', $key, $least, $most) : null;
    }

    /** @param  array<mixed>  $row */
    private function from(array $row, string $prefix, string $key, float $least, float $most): float
    {
        $value = $row[$key] ?? null;
        if (! is_int($value) && ! is_float($value) || ! is_finite((float) $value) || $value < $least || $value > $most) {
            $this->faults[] = InvalidInput::field(
                $prefix.$key, "{$prefix}{$key} must be a number from {$least} to {$most}.", is_scalar($value) ? $value : null, [$least, $most],
            );

            return $least;
        }

        return (float) $value;
    }
}
