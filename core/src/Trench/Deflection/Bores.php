<?php

declare(strict_types=1);

namespace Diastoma\Core\Trench\Deflection;

use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Procedure\Row;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Trench\Backfill\Layers;
use Diastoma\Core\Trench\Stretch;

/** The inside of a pipe at its places, from stage to stage. */
final readonly class Bores
{
    public const LAID = 'bore_laid';

    public const CROWN = 'bore_crown';

    public const FULL = 'bore_full';

    public const LATE = 'bore_late';

    public const STAGES = [self::LAID => 'as laid', self::CROWN => 'at the crown', self::FULL => 'full cover', self::LATE => 'after 30 days'];

    /** Two readings are of one place where they lie so close, m. */
    private const SAME_PLACE_M = 0.5;

    public const NEED_DAYS = 30;

    public function __construct(private Readings $readings)
    {
    }

    /** @return list<array{station_m: float, inside_mm: float}> the mean inside diameter as laid, by place */
    private function laid(): array
    {
        $laid = [];
        foreach (Row::of($this->readings, self::LAID) as $row) {
            [$at, $v, $h] = [$row->number('station_m'), $row->number('vertical_mm'), $row->number('horizontal_mm')];
            if ($at !== null && $v !== null && $h !== null && $v > 0.0 && $h > 0.0) {
                $laid = [...array_filter($laid, static fn (array $l): bool => abs($l['station_m'] - $at) > self::SAME_PLACE_M),
                    ['station_m' => $at, 'inside_mm' => ($v + $h) / 2]];
            }
        }

        return array_values($laid);
    }

    /** @return ?float mean inside diameter as laid, over all places, mm */
    public function insideMm(): ?float
    {
        $all = array_column($this->laid(), 'inside_mm');

        return $all === [] ? null : array_sum($all) / count($all);
    }

    /** @return list<array{station_m: float, percent: float}> deflection at each place of a stage; the last reading of a place counts */
    public function percents(string $stage): array
    {
        $found = [];
        foreach ($this->laid() as $place) {
            foreach (Row::of($this->readings, $stage) as $row) {
                [$at, $v] = [$row->number('station_m'), $row->number('vertical_mm')];
                if ($at !== null && $v !== null && abs($at - $place['station_m']) <= self::SAME_PLACE_M) {
                    $found[(string) $place['station_m']] = ['station_m' => $place['station_m'], 'percent' => Bore::percent($place['inside_mm'], $v)];
                }
            }
        }
        usort($found, static fn (array $a, array $b): int => $a['station_m'] <=> $b['station_m']);

        return $found;
    }

    /** @return list<float> places that were read as laid, m */
    public function places(): array
    {
        return array_values(array_column($this->laid(), 'station_m'));
    }

    /** @return list<float> places as laid that a later stage has no reading of, m */
    public function unread(string $stage): array
    {
        $read = array_column($this->percents($stage), 'station_m');

        return array_values(array_diff(array_column($this->laid(), 'station_m'), $read));
    }

    /** @return list<float> places of a stage that were not read as laid, m */
    public function strange(string $stage): array
    {
        $known = array_column($this->laid(), 'station_m');
        $strange = [];
        foreach (Row::of($this->readings, $stage) as $row) {
            $at = $row->number('station_m');
            $near = array_filter($known, static fn (float $k): bool => $at !== null && abs($k - $at) <= self::SAME_PLACE_M);
            $strange = $at !== null && $near === [] ? [...$strange, $at] : $strange;
        }

        return $strange;
    }

    /**
     * What the formula says of full cover, with the soil and the density that were measured.
     *
     * @return ?array{first: float, late: float} percent, at full cover and after years; null while stiffness, soil or depth is not known, or the soil has no
     * value
     */
    public static function predicted(Situation $s): ?array
    {
        $stretch = new Stretch($s);
        $sn = $s->readings->number('sn_kn_m2');
        $soil = $stretch->embedment();
        $sides = Layers::of($s->readings, 'side')->last();
        $ePrime = $soil?->ePrimeKpa(Embedment::compaction($sides === [] ? null : min($sides)));
        if ($sn === null || $sn <= 0.0 || $ePrime === null) {
            return null;
        }
        $load = $stretch->fullCoverM() * Iowa::SOIL_KN_M3;
        $stiff = Stiffness::ofSn($sn)->kpa;

        return [
            'first' => Iowa::percent($load, 0.0, $stiff, $ePrime, 1.0, Iowa::BEDDING),
            'late' => Iowa::percent($load, 0.0, $stiff, $ePrime, Iowa::LAG, Iowa::BEDDING),
        ];
    }
}
