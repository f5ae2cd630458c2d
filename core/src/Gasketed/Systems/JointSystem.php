<?php

declare(strict_types=1);

namespace Diastoma\Core\Gasketed\Systems;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Gasketed\AllowedDeflection;
use Diastoma\Core\Gasketed\BellAndSpigot;
use Diastoma\Core\Gasketed\CutEnd;
use Diastoma\Core\Lifting\LiftCard;
use Diastoma\Core\Procedure\Draws;
use Diastoma\Core\Procedure\Procedure;
use Diastoma\Core\Procedure\Settings;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Rulebook\Source;

/**
 * One gasketed joint as its maker describes it: how it is lubricated, when it is home, what verifies it, how far it may turn. The procedure is drawn from these
 * settings, so a system added by users works without code.
 */
final readonly class JointSystem implements Draws
{
    public const TABLES = ['push_on', 'mechanical', 'grp'];

    /** How a joint is drawn on the line. */
    public const SHAPES = ['bell', 'coupling', 'concrete', 'corrugated', 'locked', 'sleeve'];

    /** What may flow through one: a service begins with the word. */
    public const MEDIA = ['water', 'sewer', 'sewer_gravity', 'gas'];

    /**
     * @param  list<JointSize>  $sizes
     * @param  list<string>  $media  what may flow through it
     * @param  ?float  $pressureKpa  greatest working pressure; null where the pipe's class says
     */
    private function __construct(
        public string $key,
        public int $version,
        public string $title,
        public string $material,
        public int $sides,
        public bool $lubricated,
        public string $lubricateWhere,
        public string $forbidden,
        public Home $home,
        public bool $feeler,
        public float $insertionDeg,
        public bool $locking,
        public bool $loops,
        public bool $graded,
        public bool $topMark,
        public bool $cuttable,
        public string $gasketSeat,
        public ?string $table,
        public ?float $deflectionCapDeg,
        public string $source,
        public array $sizes,
        public ?float $chamferDeg,
        public ?float $chamferMm,
        public bool $sealant,
        public bool $turns,
        public string $look,
        public string $shape,
        public array $media,
        public ?float $pressureKpa,
    ) {
    }

    public function key(): string
    {
        return $this->key;
    }

    public function version(): int
    {
        return $this->version;
    }

    public function procedure(): Procedure
    {
        return new BellAndSpigot($this);
    }

    public function seal(): Seal
    {
        return $this->sealant ? Seal::Sealant : Seal::Ring;
    }

    /** What to look for where no feeler can tell: the system's own words, else those of its kind. */
    public function lookFor(): string
    {
        $kind = $this->locking ? 'A feeler cannot verify this joint: count the locking segments and read the lines instead.' : $this->seal()->look();

        return $this->look !== '' ? $this->look : $kind;
    }

    /** Id of the procedure that makes this joint; a later version of a system is another procedure, so that old joints keep theirs. */
    public function procedureId(): string
    {
        return "gasketed.{$this->key}".($this->version === 1 ? '' : "~{$this->version}");
    }

    /**
     * @param  array<mixed>  $data  as toArray() gives it
     *
     * @throws InvalidInput naming every setting that cannot be
     */
    public static function fromArray(array $data): self
    {
        $read = new Settings($data);
        $key = $read->key();
        $sizes = $read->rows('sizes', JointSize::fromArray(...));
        $home = $read->choice('home', array_column(Home::cases(), 'value'));
        $system = [
            $key, $read->whole('version', 1, 1, 9999), $read->text('title', 3, 80), $read->choice('material', array_keys(LiftCard::DENSITIES)),
            $read->whole('sides', 1, 1, 2),
            $read->flag('lubricated', true), $read->text('lubricate_where', 0, 200), $read->text('forbidden', 0, 200), Home::tryFrom($home) ?? Home::HomeLine,
            $read->flag('feeler', false), $read->number('insertion_deg', 0.0, 0.0, 5.0), $read->flag('locking', false), $read->flag('loops', false),
            $read->flag('graded', false),
            $read->flag('top_mark', false), $read->flag('cuttable', true), $read->text('gasket_seat', 0, 300), $read->maybeChoice('table', self::TABLES),
            $read->maybe('deflection_cap_deg', 15.0), $read->text('source', 3, 200), $sizes,
            $read->maybe('chamfer_deg', 60.0) ?? self::usualChamferDeg($data['material'] ?? null),
            $read->maybe('chamfer_mm', 60.0) ?? (($data['material'] ?? null) === 'ductile_iron' ? CutEnd::IRON_MM : null), $read->flag('sealant', false),
            $read->flag('turns', true),
            $read->text('look', 0, 200), $read->maybeChoice('shape', self::SHAPES) ?? self::usualShape($data),
            $read->words('media', self::MEDIA, ['water', 'sewer']), $read->maybe('pressure_kpa', 10000.0),
        ];
        $read->end();

        return new self(...$system);
    }

    /** The maker's row for a size: the same DN, its class at or above the pipe's, the lowest such class first. */
    public function size(float $dnMm, ?float $pnBar): ?JointSize
    {
        // a row of a class holds for no pipe of an unknown one
        $fits = array_values(array_filter(
            $this->sizes,
            static fn (JointSize $s): bool => abs($s->dnMm - $dnMm) < 0.5 && ($s->pnBar === null || $pnBar !== null && Compare::atMost($pnBar, $s->pnBar)),
        ));
        usort($fits, static fn (JointSize $a, JointSize $b): int => ($a->pnBar ?? INF) <=> ($b->pnBar ?? INF));

        return $fits[0] ?? null;
    }

    /** Greatest deflection allowed, degrees, with where it comes from; null where only the maker can say and this system does not. */
    public function allowed(float $dnMm, ?float $pnBar): ?Allowed
    {
        if (! $this->turns) {
            return new Allowed(0.0, $this->source());
        }
        $own = $this->size($dnMm, $pnBar)?->allowedDeg;
        if ($own !== null) {
            return new Allowed($own, $this->source());
        }
        if ($this->table === null || $this->table === 'grp' && $pnBar === null) {
            return null;
        }
        try {
            $degrees = match ($this->table) {
                'grp' => AllowedDeflection::grpDeg($dnMm, (float) $pnBar),
                'mechanical' => AllowedDeflection::mechanicalDeg(AllowedDeflection::inches($dnMm)),
                'push_on' => AllowedDeflection::pushOnDeg(AllowedDeflection::inches($dnMm)),
                default => throw new \LogicException("No table “{$this->table}”."),
            };
        } catch (InvalidInput) {
            return null;
        }
        $capped = $this->deflectionCapDeg !== null && $degrees > $this->deflectionCapDeg;

        return new Allowed(
            $capped ? (float) $this->deflectionCapDeg : $degrees,
            $capped ? Source::commonPractice("{$this->title}: at most {$this->deflectionCapDeg}°") : AllowedDeflection::source($this->table, $pnBar),
        );
    }

    /** Where its figures come from: a maker's only where a maker gave them. */
    public function source(): Source
    {
        return $this->source === JointSystems::PRACTICE ? Source::commonPractice('for this kind of joint; the maker governs') : Source::maker($this->source);
    }

    /** @param  array<mixed>  $data */
    private static function usualShape(array $data): string
    {
        return match (true) {
            ($data['sides'] ?? 1) === 2 => 'sleeve',
            ($data['locking'] ?? false) === true => 'locked',
            ($data['material'] ?? '') === 'grp' => 'coupling',
            ($data['material'] ?? '') === 'concrete' => 'concrete',
            ($data['material'] ?? '') === 'corrugated_hdpe' => 'corrugated',
            default => 'bell',
        };
    }

    /** Angle of the chamfer on a cut end, by what the pipe is made of; null where it gets none. */
    private static function usualChamferDeg(mixed $material): ?float
    {
        return is_string($material) ? (CutEnd::USUAL_DEG[$material] ?? null) : null;
    }

    public function inVersion(int $version): static
    {
        return self::fromArray([...$this->toArray(), 'version' => $version]);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'key' => $this->key, 'version' => $this->version, 'title' => $this->title, 'material' => $this->material, 'sides' => $this->sides,
            'lubricated' => $this->lubricated, 'lubricate_where' => $this->lubricateWhere, 'forbidden' => $this->forbidden, 'home' => $this->home->value,
            'feeler' => $this->feeler, 'insertion_deg' => $this->insertionDeg, 'locking' => $this->locking, 'loops' => $this->loops,
            'graded' => $this->graded, 'top_mark' => $this->topMark,
            'cuttable' => $this->cuttable, 'gasket_seat' => $this->gasketSeat, 'table' => $this->table, 'deflection_cap_deg' => $this->deflectionCapDeg,
            'source' => $this->source,
            'chamfer_deg' => $this->chamferDeg, 'chamfer_mm' => $this->chamferMm, 'sealant' => $this->sealant,
            'turns' => $this->turns, 'look' => $this->look, 'shape' => $this->shape,
            'media' => $this->media, 'pressure_kpa' => $this->pressureKpa,
            'sizes' => array_map(static fn (JointSize $size): array => $size->toArray(), $this->sizes),
        ];
    }
}
