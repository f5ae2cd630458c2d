<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Rules;

use Diastoma\Core\Mechanical\Fit;
use Diastoma\Core\Mechanical\Measured;
use Diastoma\Core\Mechanical\Product;
use Diastoma\Core\Mechanical\Range;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/** The inner layers of one of two couplings are as its measured ends want them. */
final readonly class LayerOfCoupling implements Rule
{
    public const IN = 'both left in';

    public const OUT = 'both taken out';

    public const MIXED = 'out at one end only';

    public const ALL = [self::IN, self::OUT, self::MIXED];

    /** @param  list<string>  $sides */
    public function __construct(private Product $product, private string $which, private array $sides)
    {
    }

    public function id(): string
    {
        return "mc.layers.{$this->which}";
    }

    public function judge(Situation $situation): ?Finding
    {
        $key = "layer_{$this->which}";
        $answer = $situation->readings->text($key);
        $ods = Measured::odsMm($situation, $this->sides);
        if ($answer === null || $ods === null) {
            return null;
        }
        $wanted = Fit::of($ods, $this->product->ranges($situation))->layer === Range::OUT ? self::OUT : self::IN;
        $holds = $answer === $wanted;

        return new Finding(
            $this->id(), $holds ? Severity::Go : ($answer === self::IN ? Severity::Mend : Severity::Stop),
            ucfirst($this->which)." coupling: inner layers {$answer}"
            .($holds ? '.' : "; {$wanted} wanted."), match (true) {
                $holds => '',
                $answer === self::IN => 'Take them out at both ends before it goes on.',
                default => 'Do not put it on. A layer that is out does not go back: take another fitting.',
            }, Fit::source(), [$key],
        );
    }
}
