<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure\Story;

use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/** Two figures that belong together. Where they do not, both are named, and one of them is wrong. Equal to the tolerance passes. */
final readonly class Agrees implements Rule
{
    /**
     * @param  list<string>  $readings  keys that both are made of
     * @param  string  $one  name of the first, such as “Pressure in the main”
     * @param  string  $other  name of the second
     * @param  \Closure(Situation): ?array{float, float}  $pair  both in the unit; null while one is not known
     * @param  string  $limit  id of how far apart they may lie
     * @param  bool  $isShare  the limit is a share of the larger, in percent; otherwise it is in the unit
     */
    public function __construct(
        private string $id, public array $readings, private string $one, private string $other, private \Closure $pair, private string $limit,
        private Unit $unit, private bool $isShare = true, private string $why = '', private Severity $apart = Severity::Mend,
    ) {
    }

    public function id(): string
    {
        return "story.agree.{$this->id}";
    }

    public function judge(Situation $situation): ?Finding
    {
        $pair = ($this->pair)($situation);
        if ($pair === null) {
            return null;
        }
        [$a, $b] = $pair;
        $limit = $situation->rulebook->limit($this->limit);
        $apart = abs($a - $b);
        $share = max(abs($a), abs($b)) > 0.0 ? 100 * $apart / max(abs($a), abs($b)) : 0.0;
        $off = $this->isShare ? $share : $apart;
        $holds = Compare::atMost($off, $limit->value);
        [$offSaid, $allowed] = $situation->pair($off, $limit->value, $this->isShare ? Unit::Percent : $this->unit);
        $both = "{$this->one} {$situation->print($a, $this->unit)}, ".lcfirst($this->other)." {$situation->print($b, $this->unit)}";

        return new Finding(
            $this->id(), $holds ? Severity::Go : $this->apart, $holds ? "{$both}: they agree." : "{$both}: {$offSaid} apart; at most {$allowed} allowed.",
            $holds ? '' : 'One of the two is wrong. Find out which, and enter it again.', $limit->source, $this->readings, $off, $limit->value,
            $limit->value - $off, $this->isShare ? Unit::Percent : $this->unit, $this->why,
        );
    }
}
