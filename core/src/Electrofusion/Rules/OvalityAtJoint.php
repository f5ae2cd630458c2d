<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Rules;

use Diastoma\Core\Electrofusion\Ends;
use Diastoma\Core\Pipe\Roundness;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Rounding;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/**
 * Out-of-roundness of one pipe end at the joint: the lesser of a share of dn and an absolute figure, as the rulebook says. Measured
 * again under the clamp, the later figure counts: re-rounding is what mends it.
 */
final readonly class OvalityAtJoint implements Rule
{
    public function __construct(private string $end, private bool $underClamp)
    {
    }

    public function id(): string
    {
        return 'ef.ovality.'.$this->end.($this->underClamp ? '.clamped' : '');
    }

    public static function allowedMm(Situation $s): float
    {
        $share = $s->limit('ef.ovality.percent') / 100 * $s->facts->number('dn_mm');
        $absolute = $s->rulebook->optional('ef.ovality.mm');

        return $absolute === null ? $share : min($share, $absolute);
    }

    /**
     * Roundness as measured free, or under the clamp; null when not measured.
     */
    public static function roundness(Situation $s, string $end, bool $underClamp): ?Roundness
    {
        $key = ($underClamp ? 'clamped_' : '')."diameters_{$end}_mm";

        return $s->once($key, static function () use ($s, $key): ?Roundness {
            $series = $s->readings->series($key);

            return $series === null ? null : Roundness::of($series, $s->facts->number('dn_mm'));
        });
    }

    public static function mustBeReRounded(Situation $s, Ends $ends): bool
    {
        foreach ($ends->letters as $end) {
            if (self::isOval($s, $end)) {
                return true;
            }
        }

        return false;
    }

    /** Whether an end, free of clamps, is further out of round than a joint may be. */
    public static function isOval(Situation $s, string $end): bool
    {
        $free = self::roundness($s, $end, false);

        return $free !== null && ! Compare::atMost($free->ovalityMm, self::allowedMm($s));
    }

    public function judge(Situation $situation): ?Finding
    {
        $round = self::roundness($situation, $this->end, $this->underClamp);
        if ($round === null) {
            return null;
        }
        $allowed = self::allowedMm($situation);
        $over = ! Compare::atMost($round->ovalityMm, $allowed);
        $clamped = $this->underClamp ? null : self::roundness($situation, $this->end, true);
        $mended = $over && $clamped !== null && Compare::atMost($clamped->ovalityMm, $allowed);
        $severity = match (true) {
            $mended => Severity::Watch,
            $over => Severity::Mend,
            ! Compare::atMost($round->ovalityMm, 0.8 * $allowed) => Severity::Watch,
            default => Severity::Go,
        };
        $limit = $situation->rulebook->limit(
            $allowed < $situation->limit('ef.ovality.percent') / 100 * $situation->facts->number('dn_mm') ? 'ef.ovality.mm' : 'ef.ovality.percent',
        );
        [$measured, $may] = $situation->pair($round->ovalityMm, $allowed, Unit::Millimetre);
        $percent = Rounding::Up->print($round->ovalityPercent, 2);
        $where = strtoupper($this->end).($this->underClamp ? ' under the clamp' : '');
        $across = $round->longAxisDeg === null ? 'the long axis' : Roundness::clockFace($round->longAxisDeg);

        return new Finding(
            $this->id(), $severity,
            "End {$where}: out of round by {$measured} ({$percent} % of dn); {$may} allowed.",
            match (true) {
                $mended => 'Put right by the clamp. It stays on until cooling has ended.',
                $severity === Severity::Mend => "Clamp across {$across} close to the stab mark, wait, measure again under the clamp. Never scrape more to "
                    .'make it fit.',
                $severity === Severity::Watch => 'Inside, but more than 80 % of the limit is used.',
                default => '',
            },
            $limit->source, [($this->underClamp ? 'clamped_' : '')."diameters_{$this->end}_mm"],
            $round->ovalityMm, $allowed, $allowed - $round->ovalityMm, Unit::Millimetre,
            'An oval pipe leaves a gap on its short axis that the melt cannot fill.',
        );
    }
}
