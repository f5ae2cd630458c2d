<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Site;

use Diastoma\Core\Quantity\Text;

/** What one part of a section takes: pipe, joint, restraint or valve. Pressures are gauge, kPa, derated for temperature. */
final readonly class Rating
{
    public const PIPE = 'pipe';

    public const KINDS = [self::PIPE, 'joint', 'restraint', 'valve', 'fitting'];

    /** Words by which a part that nobody sorted is known to be no plain pipe. */
    private const WORDS = [
        'valve' => 'valve', 'hydrant' => 'valve', 'restrain' => 'restraint', 'gland' => 'restraint', 'anchor' => 'restraint', 'harness' => 'restraint',
        'retainer' => 'restraint', 'block' => 'restraint',
        'joint' => 'joint', 'coupling' => 'joint', 'flange' => 'joint', 'fitting' => 'fitting', 'bend' => 'fitting', 'tee' => 'fitting',
    ];

    /**
     * @param  float  $kpa  greatest working pressure of the part
     * @param  ?float  $testKpa  greatest pressure its maker allows in a site test; null where only the rating is known
     */
    public function __construct(public string $name, public float $kpa, public string $kind = self::PIPE, public ?float $testKpa = null)
    {
    }

    /** The kind of a part by its name: what is not known to be something else is a pipe. */
    public static function kindOf(string $name): string
    {
        foreach (self::WORDS as $word => $kind) {
            if (str_contains(Text::lower($name), $word)) {
                return $kind;
            }
        }

        return self::PIPE;
    }

    /**
     * What it takes in a test: its maker's test pressure; else its rating, and for a pipe the multiple of it that the method allows.
     *
     * @param  float  $pipeFactor  multiple of a pipe's rating that a method lets it see for the hours of a test
     */
    public function takesKpa(float $pipeFactor): float
    {
        return $this->testKpa ?? ($this->kind === self::PIPE ? $pipeFactor : 1.0) * $this->kpa;
    }

    /** @return array{name: string, kpa: float, kind: string, test_kpa: ?float} */
    public function toArray(): array
    {
        return ['name' => $this->name, 'kpa' => $this->kpa, 'kind' => $this->kind, 'test_kpa' => $this->testKpa];
    }
}
