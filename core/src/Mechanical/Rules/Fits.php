<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Rules;

use Diastoma\Core\Mechanical\Fit;
use Diastoma\Core\Mechanical\Measured;
use Diastoma\Core\Mechanical\Product;
use Diastoma\Core\Mechanical\Range;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Sided;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/** This fitting takes these measured ends, each with its own outside diameter; else which of its card would. */
final readonly class Fits implements Rule
{
    /**
     * @param  list<string>  $sides
     * @param  string  $which  of several fittings, such as “.left”
     */
    public function __construct(private Product $product, private array $sides, private string $which = '')
    {
    }

    public function id(): string
    {
        return 'mc.fit'.$this->which;
    }

    public function judge(Situation $situation): ?Finding
    {
        $ods = Measured::odsMm($situation, $this->sides);
        $ranges = $this->product->ranges($situation);
        if ($ods === null || $ranges === []) {
            return null;
        }
        $fit = Fit::of($ods, $ranges);
        $print = static fn (float $mm): string => $situation->print($mm, Unit::Millimetre);
        $measured = implode(' and ', array_map($print, $ods));
        $takes = implode(', ', array_map(
            static fn (Range $r): string => $print($r->minMm).' to '.$print($r->maxMm).(count($ranges) > 1 ? " with the inner layer {$r->layer}" : ''), $ranges,
        ));
        $others = $fit->verdict === Fit::FITS ? [] : Fit::others($this->product->card, $ods);
        $todo = $others === [] ? 'Take a fitting whose range holds '.(count($ods) > 1 ? 'both ends' : 'it').'.' : 'Of this card these take '
            .(count($ods) > 1 ? 'both ends: ' : 'it: ').implode(', ', $others).'.';
        $keys = array_map(static fn (string $side): string => Sided::key('od_mm', $side), $this->sides);

        return new Finding(
            $this->id(), $fit->verdict === Fit::FITS ? Severity::Go : Severity::Stop, match ($fit->verdict) {
                Fit::FITS => "Fits: {$measured} measured; takes {$takes}.",
                Fit::OUTSIDE => "Does not fit: {$measured} measured; takes {$takes}.",
                Fit::APART => "Does not fit both: one end wants the inner layer out, the other in; {$measured} measured, takes {$takes}.",
            }, $fit->verdict === Fit::FITS ? '' : 'Do not put it on. '.$todo, Fit::source(), $keys, max($ods),
            max(array_map(static fn (Range $r): float => $r->maxMm, $ranges)),
            null, Unit::Millimetre, 'Outside its range a gasket is not pressed, or the body does not close.',
        );
    }
}
