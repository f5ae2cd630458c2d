<?php

declare(strict_types=1);

namespace Diastoma\Core\Trench\Rules;

use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Trench\Deflection\Advice;
use Diastoma\Core\Trench\Deflection\Bores;
use Diastoma\Core\Trench\Stretch;

/** The pipe is as round as its stage allows, at every place: at the crown not risen either. */
final readonly class BoreWithin implements Rule
{
    public function __construct(private string $stage)
    {
    }

    public function id(): string
    {
        return "tr.{$this->stage}";
    }

    public function judge(Situation $situation): ?Finding
    {
        $percents = array_column((new Bores($situation->readings))->percents($this->stage), 'percent');
        if ($percents === []) {
            return null;
        }
        $limit = $situation->rulebook->limit((new Stretch($situation))->shell()->limit($this->stage === Bores::LATE));
        $rise = $situation->rulebook->limit('tr.rise_percent');
        $risen = -min($percents);
        if ($this->stage === Bores::CROWN && ! Compare::atMost($risen, $rise->value)) {
            [$measured, $allowed] = $situation->pair($risen, $rise->value, Unit::Percent);

            return new Finding(
                $this->id(), Severity::Mend, "The crown rose by {$measured}; at most {$allowed}.", Advice::LESS, $rise->source, [$this->stage, Bores::LAID],
                $risen, $rise->value, $rise->value - $risen, Unit::Percent, 'Sides packed too hard squeeze the pipe upright.',
            );
        }
        $most = max(array_map(abs(...), $percents));
        [$measured, $allowed] = $situation->pair($most, $limit->value, Unit::Percent);
        $isGood = Compare::atMost($most, $limit->value);
        $stage = Bores::STAGES[$this->stage];

        return new Finding(
            $this->id(), $isGood ? Severity::Go : Severity::Stop, ucfirst("{$stage}: {$measured} off round at the most; {$allowed} allowed."),
            $isGood ? '' : ($this->stage === Bores::LAID ? 'Round it, or lay another pipe.' : Advice::of($situation)), $limit->source,
            [$this->stage, Bores::LAID], $most, $limit->value, $limit->value - $most, Unit::Percent,
        );
    }
}
