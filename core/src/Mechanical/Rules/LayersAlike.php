<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Rules;

use Diastoma\Core\Mechanical\Fit;
use Diastoma\Core\Mechanical\Measured;
use Diastoma\Core\Mechanical\Product;
use Diastoma\Core\Mechanical\Range;
use Diastoma\Core\Mechanical\Steps\Layers;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Sided;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/** The inner layer is as the measured ends want it, and alike at every end. */
final readonly class LayersAlike implements Rule
{
    /** @param  list<string>  $sides */
    public function __construct(private Product $product, private array $sides)
    {
    }

    public function id(): string
    {
        return 'mc.layers';
    }

    public function judge(Situation $situation): ?Finding
    {
        $keys = array_map(static fn (string $side): string => Sided::key('layer', $side), $this->sides);
        $answers = array_map($situation->readings->text(...), $keys);
        $ods = Measured::odsMm($situation, $this->sides);
        if (in_array(null, $answers, true) || $ods === null) {
            return null;
        }
        $layer = Fit::of($ods, $this->product->ranges($situation))->layer;
        $wanted = $layer === Range::OUT ? Layers::TAKEN_OUT : Layers::LEFT_IN;
        $isMixed = count(array_unique($answers)) > 1;
        $holds = ! $isMixed && $answers[0] === $wanted;
        $isOut = $answers[0] === Layers::TAKEN_OUT;
        $said = match (true) {
            $isMixed => 'The inner layer is out at one end only.',
            $holds => "Inner layer {$wanted} at every end.",
            default => "Inner layer {$answers[0]}; {$wanted} wanted.",
        };

        return new Finding(
            $this->id(), $holds ? Severity::Go : ($isMixed || $isOut ? Severity::Stop : Severity::Mend), $said, match (true) {
                $holds => '',
                $isMixed || $isOut => 'Do not put it on. A layer that is out does not go back: take another fitting.',
                default => 'Take it out at both ends before the fitting goes on.',
            }, Fit::source(), $keys, why: $holds ? '' : 'Without its layer the gasket is not pressed enough; with it the body does not go on.',
        );
    }
}
