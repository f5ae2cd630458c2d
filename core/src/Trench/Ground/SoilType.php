<?php

declare(strict_types=1);

namespace Diastoma\Core\Trench\Ground;

use Diastoma\Core\Exception\InvalidInput;

/** The type of a soil, worked out of its unconfined compressive strength and of the signs that lower it [29 CFR 1926 subpart P, App. A]. */
final readonly class SoilType
{
    /** Strength from which on it may be A, and above which it may be B, tsf. 1 tsf is 95.76 kPa. */
    private const A_TSF = 1.5;

    private const B_TSF = 0.5;

    /** What each sign says of the ground, and the best type that is left. */
    private const SIGNS = [
        'water' => ['water seeps in, or it lies under water', Soil::C],
        'sand' => ['sand or gravel that does not hold together', Soil::C],
        'layers' => ['layers that dip into the trench', Soil::C],
        'fissures' => ['fissures', Soil::B],
        'vibration' => ['vibration of traffic or plant', Soil::B],
        'disturbed' => ['it was disturbed before', Soil::B],
    ];

    private function __construct(public Soil $soil, public string $why)
    {
    }

    /** @return non-empty-list<string> */
    public static function signs(): array
    {
        return array_keys(self::SIGNS);
    }

    /**
     * @param  list<string>  $signs
     *
     * @throws InvalidInput if the strength is below zero, or a sign is not known
     */
    public static function of(float $strengthTsf, array $signs): self
    {
        if (! is_finite($strengthTsf) || $strengthTsf < 0.0) {
            throw InvalidInput::field(
                'strength_tsf', "A strength of {$strengthTsf} tsf cannot be. Press the soil with a penetrometer or a thumb.", $strengthTsf, 0,
            );
        }
        $found = new self(match (true) {
            $strengthTsf >= self::A_TSF => Soil::A, $strengthTsf > self::B_TSF => Soil::B, default => Soil::C,
        }, "strength {$strengthTsf} tsf");
        foreach ($signs as $sign) {
            [$words, $best] = self::SIGNS[$sign] ?? throw InvalidInput::field('signs', "“{$sign}” is no sign. Known: ".implode(', ', self::signs()).'.', $sign);
            $found = $best->slope() > $found->soil->slope() ? new self($best, $words) : $found;
        }

        return $found;
    }
}
