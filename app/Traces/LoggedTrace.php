<?php

declare(strict_types=1);

namespace App\Traces;

use Diastoma\Core\PressureTest\PressureTrace;
use Diastoma\Core\Quantity\Pressure;
use Diastoma\Core\Quantity\Temperature;
use Diastoma\Core\Quantity\Volume;

/** A record in the units its logger wrote it in: kept so, read in SI. */
final readonly class LoggedTrace
{
    public const PRESSURE = [
        'pressure_kpa' => 'kPa', 'pressure_bar' => 'bar', 'pressure_mbar' => 'mbar', 'pressure_mpa' => 'MPa', 'pressure_psi' => 'psi',
        'pressure_pa' => 'Pa',
    ];

    public const TEMPERATURE = ['temperature_c' => '°C', 'temperature_f' => '°F'];

    public const ADDED = ['added_l' => 'L', 'added_m3' => 'm³', 'added_gal' => 'US gal'];

    public const TIME = ['time_s' => 1.0, 'elapsed_s' => 1.0, 'time_min' => 60.0, 'time_h' => 3600.0];

    /** Where clock times were logged: seconds since 1970, UTC. */
    public const EPOCH = 'epoch_s';

    /**
     * @param  array<string, list<?float>>  $columns  t in seconds from the first, the pressure as it was logged, the time as it was logged where that is
     *     something else, and what else there is
     */
    public function __construct(public array $columns, public ?\DateTimeImmutable $startedAt = null)
    {
    }

    /** @return non-empty-list<string> */
    public static function of(PressureTrace $trace): array
    {
        return ['t', 'pressure_kpa', ...($trace->c === null ? [] : ['temperature_c']), ...($trace->added === null ? [] : ['added_l'])];
    }

    /** @return array<string, list<?float>> columns for the store, of a trace that is in SI already */
    public static function stored(PressureTrace $trace): array
    {
        return array_combine(self::of($trace), array_values(array_filter([$trace->t, $trace->p, $trace->c, $trace->added], is_array(...))));
    }

    public function trace(): PressureTrace
    {
        $pressure = array_values(array_intersect(array_keys($this->columns), array_keys(self::PRESSURE)))[0];
        $temperature = array_values(array_intersect(array_keys($this->columns), array_keys(self::TEMPERATURE)))[0] ?? null;
        $added = array_values(array_intersect(array_keys($this->columns), array_keys(self::ADDED)))[0] ?? null;

        /** @var list<float> $t every row has its time and its pressure: the reader refuses one without */
        $t = $this->columns['t'];
        /** @var list<float> $p */
        $p = self::si($pressure, $this->columns[$pressure]);

        return PressureTrace::columns(
            $t, $p,
            $temperature === null ? null : self::si($temperature, $this->columns[$temperature]),
            $added === null ? null : self::si($added, $this->columns[$added]),
        );
    }

    /**
     * A column in kPa, °C or L.
     *
     * @param  list<?float>  $column
     * @return list<?float>
     */
    private static function si(string $key, array $column): array
    {
        [$factor, $offset] = self::factor($key);
        if ($factor === 1.0 && $offset === 0.0) {
            return $column;
        }
        foreach ($column as $k => $value) {
            $column[$k] = $value === null ? null : round($value * $factor + $offset, 9);
        }

        return $column;
    }

    /** @return array{float, float} SI value = value × factor + offset */
    private static function factor(string $key): array
    {
        $at = static fn (float $v): float => match (true) {
            $key === 'pressure_mbar' => 0.1 * $v, $key === 'pressure_pa' => 0.001 * $v,
            isset(self::PRESSURE[$key]) => Pressure::of($v, self::PRESSURE[$key])->in('kPa'),
            isset(self::TEMPERATURE[$key]) => Temperature::of($v, self::TEMPERATURE[$key])->in('°C'),
            isset(self::ADDED[$key]) => Volume::of($v, self::ADDED[$key])->in('L'),
            default => $v,
        };

        return [$at(1.0) - $at(0.0), round($at(0.0), 12)];
    }

    /**
     * Rows as a screen draws them.
     *
     * @param  list<array<string, ?float>>  $rows  as stored
     * @return list<array{t: float, p: float, c: ?float, added: ?float}>
     */
    public static function rows(array $rows): array
    {
        $keys = array_keys($rows[0] ?? []);
        $find = static function (array $known, string $plain) use ($keys): ?array {
            $key = array_values(array_intersect($keys, [...array_keys($known), $plain]))[0] ?? null;

            return $key === null ? null : [$key, ...self::factor($key)];
        };
        [$p, $c, $added] = [$find(self::PRESSURE, 'p'), $find(self::TEMPERATURE, 'c'), $find(self::ADDED, 'added')];
        $value = static fn (array $row, ?array $column): ?float => $column === null || $row[$column[0]] === null ? null : round(
            $row[$column[0]] * $column[1] + $column[2], 9,
        );

        return array_map(
            static fn (array $row): array => [
                't' => (float) $row['t'], 'p' => $value($row, $p) ?? 0.0, 'c' => $value($row, $c), 'added' => $value($row, $added),
            ],
            $rows,
        );
    }
}
