<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Acceptance;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\PressureTest\MethodLimits;
use Diastoma\Core\PressureTest\Physics\FilledPipe;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Rulebook\Source;

/** Water mains by EN 805: system test pressure, allowed fall, allowed water, and the pressure-rise method for pipes that creep. */
final class En805
{
    public const WATER_GPA = 2.1;

    public static function stpKpa(float $mdpKpa, string $surge, ?MethodLimits $limits = null): float
    {
        $limits ??= MethodLimits::shipped();

        return $surge === 'calculated' ? $mdpKpa + $limits->value('test.en805.stp_calculated_kpa')
            : min($limits->value('test.en805.stp_factor') * $mdpKpa, $mdpKpa + $limits->value('test.en805.stp_add_kpa'));
    }

    /** @return array{max_volume_l: float, elastic_volume_l: float} */
    public static function volume(
        float $volumeM3, float $dropKpa, float $diameterMm, float $wallMm, float $modulusGpa, string $stage, ?MethodLimits $limits = null,
    ): array {
        $elastic = FilledPipe::of($volumeM3, $diameterMm, $wallMm, $modulusGpa, self::WATER_GPA)->elasticL($dropKpa);

        return [
            'max_volume_l' => ($limits ?? MethodLimits::shipped())->value($stage === 'air' ? 'test.en805.air_factor' : 'test.en805.water_factor') * $elastic,
            'elastic_volume_l' => $elastic,
        ];
    }

    public static function lossLimitKpa(string $pipe, ?MethodLimits $limits = null): float
    {
        return ($limits ?? MethodLimits::shipped())->value($pipe === 'fibre_cement' ? 'test.en805.loss_concrete_kpa' : 'test.en805.loss_kpa');
    }

    /**
     * The first hour of the main test: the fall within its limit, and ever slower: a fall beyond the gauge's noise that does not clearly slow down is
     * undecided, hold longer.
     *
     * @param  list<float>  $readingsKpa  at equal times, start and end of the hour among them
     * @param  float  $noiseKpa  of the gauge: a difference of this size may be nothing
     * @return array{verdict: string, drop_kpa: float, limit_kpa: float, slowing: bool}
     *
     * @throws InvalidInput if there are fewer than three readings
     */
    public static function loss(string $pipe, array $readingsKpa, float $noiseKpa = 0.0, ?MethodLimits $limits = null): array
    {
        $n = count($readingsKpa);
        if ($n < 3) {
            throw InvalidInput::field(
                'readings_kpa', 'Give the readings of the hour at equal times, three or more: two cannot tell whether the fall slows down.', $n, 3,
            );
        }
        $middle = $n % 2 === 1 ? $readingsKpa[intdiv($n, 2)] : ($readingsKpa[$n / 2 - 1] + $readingsKpa[$n / 2]) / 2;
        $drop = $readingsKpa[0] - $readingsKpa[$n - 1];
        $slowing = Slowing::of($readingsKpa[0] - $middle, $middle - $readingsKpa[$n - 1], $noiseKpa);
        $limit = self::lossLimitKpa($pipe, $limits);

        return ['verdict' => match (true) {
            ! Compare::atMost($drop, $limit), $slowing->quickens => 'fail', $slowing->isClear() => 'pass', default => 'extend'
        }, 'drop_kpa' => $drop, 'limit_kpa' => $limit, 'slowing' => $slowing->isClear()];
    }

    /**
     * @param  list<array{float, float}>  $main  minute and kPa after the draw-off
     * @return array{preliminary: string, draw_off_min_kpa: float, draw_off_max_kpa: float, verdict: string, highest_kpa: float, fall_kpa: float}
     *
     * @throws InvalidInput if there are fewer than two readings or the minutes do not rise
     */
    public static function pe(float $stpKpa, float $endOfRestKpa, array $main, ?MethodLimits $limits = null): array
    {
        $limits ??= MethodLimits::shipped();
        $n = count($main);
        if ($n < 2) {
            throw InvalidInput::field('main', 'Give the readings of the main test phase as [minute, kPa], two or more.', $n, 2);
        }
        $highest = -INF;
        $fell = false;
        for ($k = 0; $k < $n; $k++) {
            if ($k > 0 && $main[$k][0] <= $main[$k - 1][0]) {
                throw InvalidInput::field('main', "The minutes must rise: {$main[$k][0]} comes after {$main[$k - 1][0]}.", $main[$k][0]);
            }
            $fell = $fell || ! Compare::atLeast($main[$k][1], $highest === -INF ? $main[$k][1] : $highest);
            $highest = max($highest, $main[$k][1]);
        }
        $fall = $highest - $main[$n - 1][1];
        $minutes = $main[$n - 1][0] - $main[0][0];
        $near = Compare::atMost($fall, $limits->value('test.en805-pe.below_kpa'));

        return [
            'preliminary' => Compare::atLeast($endOfRestKpa, (1 - $limits->share('test.en805-pe.rest_percent')) * $stpKpa) ? 'pass' : 'start_over',
            'draw_off_min_kpa' => $limits->share('test.en805-pe.draw_least_percent') * $stpKpa,
            'draw_off_max_kpa' => $limits->share('test.en805-pe.draw_most_percent') * $stpKpa,
            'verdict' => match (true) {
                ! $near => 'fail',
                Compare::atLeast($minutes, $limits->value('test.en805-pe.longest_min')) => 'pass',
                ! $fell && Compare::atLeast($minutes, $limits->value('test.en805-pe.rise_min')) => 'pass',
                default => 'extend',
            },
            'highest_kpa' => $highest, 'fall_kpa' => $fall,
        ];
    }

    public static function source(string $clause): Source
    {
        return match ($clause) {
            'loss' => Source::standard('EN 805', '11.3.3'),
            'water' => Source::standard('EN 805', '11.3.3.4.2'),
            'air' => Source::fromMemory('EN 805', 'A.26; the factor 1.5 from memory, 1.2 belongs to the main test'),
            default => Source::fromMemory('EN 805', 'A.27'),
        };
    }
}
