<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Reading;

/**
 * What a trace of a shut section most looks like. The pressure is turned into water lost from an elastic pipe (less what warming did); that is then
 * explained by
 * creep, whose course is known but for its size, and by an orifice, whose course is the square root of the pressure. Air comes from the water that raised
 * the pressure.
 *
 * Thresholds, and the 30 % by which creep may differ from the book: from memory. It has seen simulated traces only.
 */
final readonly class Diagnosis
{
    private const AIR_PERCENT = 0.5;

    /** A thermometer shows tenths of a degree: less than this is not worth a word. */
    private const TEMPERATURE_KPA = 20.0;

    private const TEMPERATURE_SHARE = 0.12;

    private const TEMPERATURE_K = 0.15;

    /** How far expansion and stiffness of the book may be off, and how far a thermometer lags behind the water. */
    private const THERMAL_SPREAD = 0.2;

    private const CREEP_SHARE = 0.01;

    private const UNMETERED_SHARE = 0.25;

    private const CREEP_SPREAD = 0.4;

    private const BINS = 160;

    /** More readings than a logger writes in a day at five seconds tell nothing more. */
    public const MOST = 20000;

    /** Uncertainties are stated for about 95 %, and doubled for what neighbouring readings share. */
    private const COVER = 4.0;

    /**
     * @param  list<Cause>  $causes  the most telling first
     * @param  array<string, string>  $evidence  by cause
     */
    private function __construct(
        public array $causes,
        public array $evidence,
        public float $confidence,
        public ?float $leakLitresPerHour,
        public ?float $leakUncertainty,
        public ?float $airPercent,
        public float $fallKpa,
        public float $temperatureKpa,
        public float $creepKpa,
    ) {
    }

    /**
     * @param  list<array{t: float, p: float, c: ?float, added: ?float}>  $samples
     * @param  ?float  $allowedLitresPerHour  what the method allows; null where it judges otherwise
     */
    public static function of(array $samples, Section $section, ?float $allowedLitresPerHour = null): self
    {
        return self::ofWindow(ShutIn::find($samples), $section, $allowedLitresPerHour);
    }

    public static function ofWindow(ShutIn $window, Section $section, ?float $allowedLitresPerHour = null): self
    {
        $gauge = GaugeCheck::of(array_column($window->samples, 'p'));
        $losses = Losses::of($window, $section, self::BINS, $gauge);
        $air = Raise::airPercent($window->before, $section);
        $allowed = $allowedLitresPerHour ?? 0.0;
        $fit = $losses->explained(self::CREEP_SPREAD);
        $leak = $fit === null ? null : $fit[0];
        $u = $fit === null ? null : hypot(self::COVER * $fit[1], self::THERMAL_SPREAD * $losses->thermalLitresPerHour);
        $evidence = [];
        if ($gauge->evidence !== []) {
            $evidence[Cause::Gauge->value] = implode(' ', $gauge->evidence);
        }
        $weather = abs($losses->warmedK) > self::TEMPERATURE_K && abs($losses->temperatureKpa) > max(
            self::TEMPERATURE_KPA, self::TEMPERATURE_SHARE * abs($losses->fallKpa),
        );
        if ($leak !== null && $u !== null && self::isLeak($leak, $u, $allowed, $gauge, $weather, $section, $window)) {
            $evidence[Cause::Leak->value] = sprintf(
                '%.2f ± %.2f L/h leave besides what creep and temperature explain%s.', $leak, $u,
                $allowed > 0.0 ? sprintf('; %.2f L/h allowed', $allowed) : '',
            );
        }
        if ($air !== null && $air > self::AIR_PERCENT) {
            $evidence[Cause::Air->value] = sprintf('Raising the pressure took the water of %.1f %% of free air besides the pipe\'s own.', $air);
        }
        if ($weather) {
            $evidence[Cause::Temperature->value] = sprintf(
                'The water changed by %.1f K, which alone makes %+.0f kPa.', $losses->warmedK, $losses->temperatureKpa,
            );
        }
        $creep = $fit === null ? 0.0 : $fit[2] * $losses->creepKpa;
        if ($creep > self::CREEP_SHARE * $losses->startKpa) {
            $evidence[Cause::Creep->value] = sprintf('The wall goes on stretching: about %.0f kPa of the fall, ever more slowly.', $creep);
        }
        $causes = array_map(static fn (string $c): Cause => Cause::from($c), array_keys($evidence));
        if (array_diff(array_map(static fn (Cause $c): string => $c->value, $causes), [Cause::Creep->value]) === []) {
            array_unshift($causes, Cause::Tight);
            $evidence = [Cause::Tight->value => $leak === null ? 'Too short a record to tell more.' : sprintf(
                'What leaves is %.2f ± %.2f L/h: none that can be told.', $leak, (float) $u,
            )] + $evidence;
        }

        return new self($causes, $evidence, self::sureness($causes, $leak, $u, $allowed), $leak, $u, $air, $losses->fallKpa, $losses->temperatureKpa, $creep);
    }

    /**
     * Whether what leaves is one: surely more than nothing, and enough to matter. Weather and creep in earnest are known only so far and ask for more; a
     * gauge that lies makes leaks of its own; air
     * that nobody metered hides most of a leak. What may be above twice the allowed is one where nothing else explains it.
     */
    private static function isLeak(float $leak, float $u, float $allowed, GaugeCheck $gauge, bool $weather, Section $section, ShutIn $window): bool
    {
        $metered = array_filter(array_column($window->before, 'added'), static fn (?float $v): bool => $v !== null) !== [];
        $creeps = $section->material->creepsInEarnest();
        $least = $allowed * match (true) {
            $gauge->evidence !== [] => 2.0, $creeps => 0.8, $metered, $weather => 0.5, default => self::UNMETERED_SHARE
        };
        $surely = $weather ? 0.25 * $allowed : 0.0;

        return $leak - $u > $surely && $leak > $least
            || $allowed > 0.0 && $gauge->evidence === [] && $leak > 0.5 * $allowed && $leak + $u / 2 > 2 * $allowed && ! $weather;
    }

    /** @param  list<Cause>  $causes */
    private static function sureness(array $causes, ?float $leak, ?float $u, float $allowed): float
    {
        if ($leak === null || $u === null) {
            return 0.3;
        }
        $edge = abs($leak - 0.5 * $allowed) / max(1e-9, $u);
        $base = in_array(Cause::Gauge, $causes, true) ? 0.6 : 0.95;

        return round(min($base, 0.5 + 0.2 * $edge), 2);
    }

    public function has(Cause $cause): bool
    {
        return in_array($cause, $this->causes, true);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'looks_like' => array_map(
                fn (Cause $c): array => ['cause' => $c->value, 'evidence' => $this->evidence[$c->value] ?? '', 'todo' => $c->todo()], $this->causes,
            ),
            'confidence' => $this->confidence,
            'leak_l_per_h' => $this->leakLitresPerHour, 'leak_uncertainty_l_per_h' => $this->leakUncertainty, 'air_percent' => $this->airPercent,
            'fall_kpa' => $this->fallKpa, 'temperature_kpa' => $this->temperatureKpa, 'creep_kpa' => $this->creepKpa,
            'fall_corrected_kpa' => $this->fallKpa + $this->temperatureKpa,
        ];
    }
}
