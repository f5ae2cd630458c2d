<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Rules;

use Diastoma\Core\Electrofusion\Ends;
use Diastoma\Core\Electrofusion\PipeSize;
use Diastoma\Core\Pipe\PeDimensions;
use Diastoma\Core\Pipe\ToeIn;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/** The mean diameter of one end against the pipe standard; where it is too small, toe-in is told from a wrong pipe by the diameter further back. */
final readonly class MeanDiameter implements Rule
{
    public function __construct(private string $end)
    {
    }

    public function id(): string
    {
        return "ef.mean_od.{$this->end}";
    }

    public static function endIsSmall(Situation $s, string $end): bool
    {
        $mean = OvalityAtJoint::roundness($s, $end, false)?->meanMm;

        return $mean !== null && ! Compare::atLeast($mean, PipeSize::smallestOdMm($s));
    }

    public function judge(Situation $situation): ?Finding
    {
        $mean = OvalityAtJoint::roundness($situation, $this->end, false)?->meanMm;
        if ($mean === null) {
            return null;
        }
        $low = PipeSize::smallestOdMm($situation);
        $high = $situation->facts->number('od_largest_mm');
        $back = $situation->readings->number("od_back_{$this->end}_mm");
        // not measured further back: an end that is small may still be toe-in
        $answer = ToeIn::judge($mean, $back ?? max($low, min($mean, $high)), $low, $high);
        $print = static fn (float $mm): string => $situation->print($mm, Unit::Millimetre);
        $said = Ends::name($this->end).": mean diameter {$print($mean)}".(
            $back === null ? '' : ", further back {$print($back)}"
        )."; {$print($low)} to {$print($high)} by the pipe standard.";

        return new Finding(
            $this->id(),
            match ($answer) {
                ToeIn::Ok => Severity::Go, ToeIn::ToeIn => Severity::Mend, ToeIn::Undersize => Severity::Stop,
                ToeIn::Oversize => $back === null ? Severity::Mend : Severity::Stop,
            },
            $said,
            match ($answer) {
                ToeIn::Ok => '',
                ToeIn::ToeIn => $back === null ? 'Toe-in or wrong pipe: measure the mean diameter one diameter back.'
                    : 'Toe-in: the barrel is right. Cut a short piece off the end and measure again.',
                ToeIn::Undersize => 'Small all along: wrong pipe or undersized. Reject it and read the print line of the next.',
                ToeIn::Oversize => $back === null ? 'Wrong pipe, or not measured across the middle. Measure again and read the print line.'
                    : 'Wrong pipe. Do not scrape it down: reject it.',
            },
            PeDimensions::source(), ["diameters_{$this->end}_mm", "od_back_{$this->end}_mm"], $mean, $mean < $low ? $low : $high,
            min($mean - $low, $high - $mean), Unit::Millimetre,
        );
    }
}
