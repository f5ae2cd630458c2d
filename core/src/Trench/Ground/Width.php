<?php

declare(strict_types=1);

namespace Diastoma\Core\Trench\Ground;

use Diastoma\Core\Rulebook\Source;

/** The least width of a trench at its bottom, by the pipe in it and the depth that people work at. */
final readonly class Width
{
    public const EN1610 = 'en1610';

    public const D2321 = 'd2321';

    public const C600 = 'c600';

    public const SUPPORTED = 'supported';

    public const STEEP = 'steep';

    /** Sides that lie back at 60° or flatter. */
    public const BATTERED = 'battered';

    private const IN = 25.4;

    private const DEEP_M = 4.0;

    /** EN 1610 table 1, from memory: up to so many mm of DN, what is added to the outside diameter, mm: supported or steep, and battered. */
    private const BESIDE = [[225.0, 400.0, 400.0], [350.0, 500.0, 400.0], [700.0, 700.0, 400.0], [1200.0, 850.0, 400.0], [INF, 1000.0, 400.0]];

    private function __construct(public float $widthMm, public string $rule, public Source $source)
    {
    }

    /**
     * @param  self::EN1610|self::D2321|self::C600  $standard
     * @param  float  $dnMm  nominal size: rows of a table go by it
     * @param  ?float  $depthM  null where it is not known: no least by depth then
     */
    public static function of(string $standard, float $dnMm, float $odMm, ?float $depthM = null, string $sides = self::SUPPORTED): self
    {
        return match ($standard) {
            self::EN1610 => self::european($dnMm, $odMm, $depthM, $sides),
            self::D2321 => self::larger(
                [$odMm + 16 * self::IN, 'outside diameter + 16 in'], [1.25 * $odMm + 12 * self::IN, '1.25 × outside diameter + 12 in'],
                self::source(self::D2321),
            ),
            self::C600 => new self($dnMm + 24 * self::IN, 'nominal size + 24 in', self::source(self::C600)),
        };
    }

    /** @param  self::EN1610|self::D2321|self::C600  $standard */
    public static function source(string $standard): Source
    {
        return match ($standard) {
            self::EN1610 => Source::fromMemory('EN 1610', 'tables 1 and 2'), self::D2321 => Source::standard('ASTM D2321', 'trench width'),
            self::C600 => Source::standard('AWWA C600', 'table of trench widths, a guide'),
        };
    }

    private static function european(float $dnMm, float $odMm, ?float $depthM, string $sides): self
    {
        $beside = 0.0;
        foreach (self::BESIDE as [$upTo, $steep, $battered]) {
            if ($dnMm <= $upTo) {
                $beside = $sides === self::BATTERED ? $battered : $steep;
                break;
            }
        }
        $byDepth = match (true) {
            $depthM === null || $depthM < 1.0 => 0.0, $depthM <= 1.75 => 800.0, $depthM <= self::DEEP_M => 900.0, default => 1000.0,
        };

        return self::larger(
            [$odMm + $beside, "outside diameter + {$beside} mm (table 1)"], [$byDepth, 'by depth (table 2)'], self::source(self::EN1610),
        );
    }

    /**
     * @param  array{float, string}  $a
     * @param  array{float, string}  $b
     */
    private static function larger(array $a, array $b, Source $source): self
    {
        [$width, $rule] = $b[0] > $a[0] ? $b : $a;

        return new self($width, $rule, $source);
    }
}
