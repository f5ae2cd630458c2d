<?php

declare(strict_types=1);

namespace Diastoma\Core\Lifting;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Rulebook\Source;

/** How one pipe is lifted: its mass from its dimensions, slings and where they go, tag line, hands or machine. Slings only, never chain or wire on the pipe. */
final readonly class LiftCard
{
    /** kg/m³: from memory, the middle of the usual range. A profiled wall counts as the solid wall that weighs the same. */
    public const DENSITIES = [
        'pe' => 955.0, 'pvc' => 1400.0, 'ductile_iron' => 7050.0, 'grp' => 1900.0, 'concrete' => 2400.0, 'corrugated_hdpe' => 955.0, 'steel' => 7850.0,
    ];

    /** What one person lifts [common practice]. */
    private const PERSON_KG = 25.0;

    /** Two slings 3 m (10 ft) apart on corrugated pipe [common practice]. */
    private const CORRUGATED_SPACING_M = 3.0;

    /** Slings a fifth of the length from each end, where a uniform pipe bends least. */
    private const SPACING_SHARE = 0.6;

    private const SHORT_M = 4.0;

    private const TAG_LINE_M = 3.0;

    private function __construct(
        public float $massKg, public int $slings, public ?float $spacingM, public bool $tagLine, public string $by, public int $people,
        public Source $source,
    ) {
    }

    /**
     * @param  ?float  $nominalMm  nominal size (DN), by which corrugated pipe is lifted; its outside diameter where it is not known
     *
     * @throws InvalidInput if the material is unknown or the dimensions are not those of a pipe
     */
    public static function of(string $material, float $odMm, float $wallMm, float $lengthM, ?float $nominalMm = null): self
    {
        $density = self::DENSITIES[$material] ?? throw InvalidInput::field(
            'material', "“{$material}” is not a material of this card. Known: ".implode(', ', array_keys(self::DENSITIES)).'.', $material,
        );
        foreach (['od_mm' => $odMm, 'wall_mm' => $wallMm, 'length_m' => $lengthM] as $field => $value) {
            if (! is_finite($value) || $value <= 0.0) {
                throw InvalidInput::field($field, "{$field} is {$value}; it must be more than 0.", $value, 0);
            }
        }
        if ($wallMm > $odMm / 2) {
            throw InvalidInput::field('wall_mm', "A wall of {$wallMm} mm does not fit into a pipe of {$odMm} mm.", $wallMm, $odMm / 2);
        }
        $mass = $density * M_PI * ($odMm - $wallMm) * $wallMm * 1e-6 * $lengthM;

        return $material === 'corrugated_hdpe' ? self::corrugated($mass, $nominalMm ?? $odMm, $lengthM) : self::solid($material, $mass, $lengthM);
    }

    /** By nominal size, as the trade does; and by mass where that alone forbids hands. */
    private static function corrugated(float $mass, float $nominalMm, float $lengthM): self
    {
        $inches = round($nominalMm / 25.0);
        $source = Source::commonPractice('to 18 in two people, 24 to 30 in one sling, from 36 in two slings 3 m (10 ft) apart');

        return match (true) {
            $inches <= 18 && Compare::atMost($mass, 2 * self::PERSON_KG) => new self($mass, 0, null, false, 'hands', 2, $source),
            $inches <= 18 => new self($mass, 1, null, true, 'machine', 0, Source::commonPractice('to 18 in two people, but 25 kg a person at the most')),
            $inches < 36 => new self($mass, 1, null, true, 'machine', 0, $source),
            default => new self($mass, 2, min(self::CORRUGATED_SPACING_M, self::SPACING_SHARE * $lengthM), true, 'machine', 0, $source),
        };
    }

    private static function solid(string $material, float $mass, float $lengthM): self
    {
        $grp = $material === 'grp';
        $people = (int) ceil($mass / self::PERSON_KG - 1e-9);
        if (! $grp && $people <= 2) {
            return new self($mass, 0, null, false, 'hands', max(1, $people), Source::commonPractice('25 kg a person'));
        }
        $two = $grp || $lengthM > self::SHORT_M;

        return new self(
            $mass, $two ? 2 : 1, $two ? self::SPACING_SHARE * $lengthM : null, $grp || $lengthM >= self::TAG_LINE_M, 'machine', 0,
            Source::commonPractice($grp ? 'GRP: two slings always, and a tag line' : 'two slings a fifth from each end above 4 m'),
        );
    }

    /** @return array{mass_kg: float, slings: int, spacing_m: ?float, tag_line: bool, by: string, people: int, source: string} */
    public function toArray(): array
    {
        return [
            'mass_kg' => $this->massKg, 'slings' => $this->slings, 'spacing_m' => $this->spacingM, 'tag_line' => $this->tagLine, 'by' => $this->by,
            'people' => $this->people, 'source' => $this->source->tag(),
        ];
    }

    public static function massSource(): Source
    {
        return Source::fromMemory('', 'density × π·(OD − e)·e × length; densities from memory');
    }
}
