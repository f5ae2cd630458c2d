<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Site;

use Diastoma\Core\PressureTest\Physics\FilledPipe;
use Diastoma\Core\PressureTest\Reading\Section;
use Diastoma\Core\Quantity\Compare;

/** All that is known of a section before it is tested. Pressures are gauge, kPa. */
final readonly class TestSection
{
    /**
     * @param  non-empty-list<Part>  $parts
     * @param  list<Fitting>  $fittings
     * @param  non-empty-list<Rating>  $ratings  of pipe, fittings, valves and restraint, derated for temperature
     * @param  float  $workingKpa  greatest working pressure: MDP of a water main, MAOP of a gas main; 0 in a gravity sewer
     * @param  string  $surge  calculated, or assumed
     * @param  string  $restraint  joined, blocks or none
     * @param  float  $waterC  temperature of water, or of the gas and the ground about it
     * @param  bool  $cementLined  the lining drinks water
     * @param  bool  $branches  a pig would stick
     * @param  float  $groundwaterM  above the pipe's invert
     * @param  ?float  $ownerTestKpa  test pressure that the owner chose, at the low point; null where nobody has said
     * @param  ?bool  $steelCylinder  of a concrete pressure pipe; null where nobody has said
     * @param  ?bool  $welded  whether the joints of a steel main are welded; null where nobody has said
     */
    public function __construct(
        public string $service,
        public array $parts,
        public Profile $profile,
        public array $fittings,
        public array $ratings,
        public float $workingKpa,
        public string $surge,
        public string $restraint,
        public float $waterC,
        public float $gaugeLevelM,
        public bool $cementLined = false,
        public bool $branches = false,
        public float $groundwaterM = 0.0,
        public float $chamberAreaM2 = 0.0,
        public ?float $hdbPsi = null,
        public ?float $dr = null,
        public ?float $designFactor = null,
        public float $gaugeResolutionKpa = 0.1,
        public ?float $ownerTestKpa = null,
        public ?bool $steelCylinder = null,
        public ?bool $welded = null,
    ) {
    }

    /** @param  array<string, mixed>  $data */
    public static function fromArray(array $data): self
    {
        return SectionFacts::read($data);
    }

    public function lengthM(): float
    {
        return array_sum(array_map(static fn (Part $p): float => $p->lengthM, $this->parts));
    }

    public function volumeM3(): float
    {
        return array_sum(array_map(static fn (Part $p): float => $p->volumeM3(), $this->parts));
    }

    /** The part that holds most of the volume: what it is made of decides the method. */
    public function main(): Part
    {
        return array_reduce($this->parts, static fn (Part $most, Part $part): Part => $part->volumeM3() > $most->volumeM3() ? $part : $most, $this->parts[0]);
    }

    /** One pipe that takes as much water for a pressure as all the parts do together. */
    public function asOnePipe(): Section
    {
        $main = $this->main();
        if (count($this->parts) === 1) {
            return Section::of($main->material, $main->lengthM, $main->insideMm, $main->wallMm);
        }
        $volume = $this->volumeM3();
        $gives = array_sum(array_map(static fn (Part $p): float => $p->volumeM3() * $p->wallGivesPerGpa(), $this->parts)) / $volume;
        $length = $volume / FilledPipe::volumeM3($main->insideMm, 1.0);

        return Section::of($main->material, $length, $main->insideMm, $main->insideMm / ($gives * $main->material->modulusGpa()));
    }

    public function filled(float $waterGpa): FilledPipe
    {
        return $this->asOnePipe()->pipe($waterGpa);
    }

    /** The part with the lowest rating. */
    public function weakest(): Rating
    {
        return array_reduce($this->ratings, static fn (Rating $found, Rating $r): Rating => $r->kpa < $found->kpa ? $r : $found, $this->ratings[0]);
    }

    /** The part that takes least in a test. */
    public function limiting(float $pipeFactor): Rating
    {
        return array_reduce(
            $this->ratings, static fn (Rating $found, Rating $r): Rating => $r->takesKpa($pipeFactor) < $found->takesKpa($pipeFactor) ? $r : $found,
            $this->ratings[0],
        );
    }

    /** @return list<Rating> every part that takes less than a pressure */
    public function takingLess(float $kpa, float $pipeFactor): array
    {
        return array_values(array_filter($this->ratings, static fn (Rating $r): bool => ! Compare::atMost($kpa, $r->takesKpa($pipeFactor))));
    }

    public function largestInsideMm(): float
    {
        return max(array_map(static fn (Part $p): float => $p->insideMm, $this->parts));
    }

    /** @return array<string, mixed> as fromArray() reads it */
    public function toArray(): array
    {
        return [
            'service' => $this->service, 'parts' => array_map(static fn (Part $p): array => $p->toArray(), $this->parts), 'profile' => $this->profile->points,
            'fittings' => array_map(static fn (Fitting $f): array => $f->toArray(), $this->fittings),
            'ratings' => array_map(static fn (Rating $r): array => $r->toArray(), $this->ratings), 'working_kpa' => $this->workingKpa,
            'surge' => $this->surge,
            'restraint' => $this->restraint, 'water_c' => $this->waterC, 'gauge_level_m' => $this->gaugeLevelM, 'cement_lined' => $this->cementLined,
            'branches' => $this->branches,
            'groundwater_m' => $this->groundwaterM, 'chamber_area_m2' => $this->chamberAreaM2, 'hdb_psi' => $this->hdbPsi, 'dr' => $this->dr,
            'design_factor' => $this->designFactor, 'gauge_resolution_kpa' => $this->gaugeResolutionKpa,
            'owner_test_kpa' => $this->ownerTestKpa, 'steel_cylinder' => $this->steelCylinder, 'welded' => $this->welded,
        ];
    }
}
