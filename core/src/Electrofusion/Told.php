<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion;

use Diastoma\Core\Electrofusion\Rules\ExpectedGap;
use Diastoma\Core\Electrofusion\Steps\After;
use Diastoma\Core\Electrofusion\Steps\Preparation;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Procedure\Usual;
use Diastoma\Core\Quantity\Unit;

/**
 * What a good fused joint states at a step, besides its plain yeses: marks set out where they were worked out, nothing to feel where there is nothing, a
 * feeler that goes in nowhere, and moments not before their time. What only a measurement gives is not here: diameters, temperatures, scraped depth.
 */
final readonly class Told
{
    /** Of the limit: the leaf that must go in nowhere leaves a margin. Common practice: no figure published. */
    private const LEAF = 0.8;

    /** @param  non-empty-list<Weld>  $welds */
    public function __construct(private Situation $s, private array $welds)
    {
    }

    /** @return array<string, ?Usual> */
    public function at(Step $step): array
    {
        $told = [];
        foreach ($step->readings as $spec) {
            $usual = $this->known($spec) ?? $this->of($spec->key, $spec->label, $step);
            if ($usual !== false) {
                $told[$spec->key] = $usual;
            }
        }

        return $told;
    }

    /** @return Usual|false|null null where it cannot be stated now, false where the reading itself says what is usual */
    private function of(string $key, string $label, Step $step): Usual|false|null
    {
        $where = strstr($label, ':', true) ?: $label;

        return match (true) {
            preg_match('/\Agouge_([a-z]_)?mm\z/', $key) === 1 => Usual::of(0.0, str_contains($label, ':') ? "{$where}: no gouge to feel" : 'No gouge to feel'),
            $key === 'print_convention' => Usual::of(PipeSize::convention($this->s)),
            $key === 'wash_length_mm' => $this->washed(),
            preg_match('/\A(stab_mark|stab_remark|scrape_mark)_[ab]_mm\z/', $key, $mark) === 1 => $this->mark($mark[1], $where, $step),
            preg_match('/\Agap_[ab]_mm\z/', $key) === 1 => $this->noGap($where),
            str_ends_with($key, 'wiped_at') || preg_match('/\Awiped_\w+_at\z/', $key) === 1 => Usual::moment(),
            str_ends_with($key, 'dry_at') || preg_match('/\Adry_\w+_at\z/', $key) === 1 => $this->dry($key),
            $key === 'feeler_before_mm' => $this->noLeaf(),
            $key === 'feeler_after_mm' => $this->s->readings->has('released_at') ? $this->noLeaf() : null,
            $key === 'untouched' => $this->all($step, '/wiped_/') ? Usual::of(true) : null,
            preg_match('/\Aout_of_square_[a-z]_mm\z/', $key) === 1 => $this->square($where),
            $key === 'undisturbed' => $this->released() === null ? null : Usual::of(true),
            $key === 'released_at' => $this->released(),
            $step->id === 'look' => $this->s->readings->has('released_at') && $label[-1] === '?' ? Usual::of(true) : null,
            default => false,
        };
    }

    private function known(ReadingSpec $spec): ?Usual
    {
        foreach ($this->welds as $weld) {
            $usual = KnownFitting::usual($this->s, $weld, $spec);
            if ($usual !== null) {
                return $usual;
            }
        }

        return null;
    }

    private function washed(): ?Usual
    {
        $length = $this->s->readings->number('fitting_length_mm') ?? $this->s->readings->number('footprint_mm') ?? KnownFitting::lengthMm($this->s);
        $wanted = $length === null ? null : ceil($this->s->limit('ef.wash.fitting_lengths') * $length);

        return $wanted === null ? null : Usual::of($wanted, "Washed over {$this->s->print($wanted, Unit::Millimetre)} or more");
    }

    /** Where they were worked out; on a spool some go elsewhere and are measured. */
    private function mark(string $kind, string $where, Step $step): ?Usual
    {
        $marks = $step->reading("{$kind}_c_mm") === null ? Preparation::marks($this->s) : null;
        $at = $kind === 'scrape_mark' ? $marks?->scrapeMm : $marks?->stabMm;
        $name = $kind === 'scrape_mark' ? 'scrape mark' : ($kind === 'stab_remark' ? 'new stab mark' : 'stab mark');

        return $at === null ? null : Usual::of($at, "{$where}: {$name} measured at {$this->s->print($at, Unit::Millimetre)}");
    }

    /** A go/no-go feeler below the limit all round [common practice]; of large bores every gap is measured. */
    private function noGap(string $where): ?Usual
    {
        $limit = ExpectedGap::limitId($this->s);
        $mm = round(self::LEAF * $this->s->limit($limit), 2);

        $leaf = $this->s->print($mm, Unit::Millimetre);

        return $limit === 'ef.gap.small_mm'
            ? Usual::of(array_fill(0, 4, $mm), "{$where}: a feeler of {$leaf} goes in nowhere, all round [common practice]") : null;
    }

    /** Under the base of a saddle: the thinnest leaf goes in at none of eight places [common practice]. */
    private function noLeaf(): Usual
    {
        $leaf = $this->s->print($this->s->limit('ef.saddle.gap_mm'), Unit::Millimetre);

        return Usual::of(array_fill(0, 8, 0.0), "Under the base: tried at eight places, a leaf of {$leaf} goes in nowhere [common practice]");
    }

    /** A leaf below the limit that goes in nowhere under a square [common practice]. */
    private function square(string $where): Usual
    {
        $mm = floor(10 * self::LEAF * $this->s->limit('ef.square.share_percent') / 100 * $this->s->facts->number('dn_mm')) / 10;

        return Usual::of($mm, "{$where}: square, a leaf of {$this->s->print($mm, Unit::Millimetre)} goes in nowhere under the square [common practice]");
    }

    /** Not before the solvent has had its time. */
    private function dry(string $key): ?Usual
    {
        $wiped = $this->s->readings->time(str_replace('dry', 'wiped', $key));

        return $wiped === null ? null : Usual::moment()->notBefore(
            $wiped->setTimestamp($wiped->getTimestamp() + (int) ceil($this->s->limit('ef.drying_s'))),
        );
    }

    /** Not before the last of the welds has cooled. */
    private function released(): ?Usual
    {
        $at = After::releaseAt($this->s, array_values(array_filter($this->welds, static fn (Weld $w): bool => ! $w->isPreheat)));

        return $at === null ? null : Usual::moment()->notBefore($at);
    }

    private function all(Step $step, string $pattern): bool
    {
        foreach ($step->readings as $spec) {
            if (preg_match($pattern, $spec->key) === 1 && ! $this->s->readings->has($spec->key)) {
                return false;
            }
        }

        return true;
    }
}
