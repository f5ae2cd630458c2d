<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Kinds;

use Diastoma\Core\Mechanical\Bolting\Band;
use Diastoma\Core\Mechanical\Bolting\Bolts;
use Diastoma\Core\Mechanical\MechanicalProcedure;
use Diastoma\Core\Mechanical\Product;
use Diastoma\Core\Mechanical\Steps\Bands;
use Diastoma\Core\Mechanical\Steps\CutEnds;
use Diastoma\Core\Mechanical\Steps\Ends;
use Diastoma\Core\Mechanical\Steps\Flanges;
use Diastoma\Core\Mechanical\Steps\Lubricate;
use Diastoma\Core\Mechanical\Steps\Receive;
use Diastoma\Core\Mechanical\Steps\Tighten;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rules\AgainstFigure;
use Diastoma\Core\Procedure\Rules\ChoiceIs;
use Diastoma\Core\Procedure\Rules\NumberAtMost;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** A flange adaptor on a plain pipe end, bolted to its flange: bands to the stop, flange bolts to torque. */
final class FlangeAdaptor extends MechanicalProcedure
{
    protected const ACTS = [
        'place' => ['keys' => ['face_at'], 'done' => 'set in place'], 'band_clamp' => ['keys' => ['nuts_clamp', 'lugs_clamp'], 'done' => 'drawn up'],
        'bolts' => ['keys' => ['bolt'], 'done' => 'bolted'],
    ];

    protected const ENDS = [''];

    protected const LUBRICATED = [''];

    public const BETWEEN = 'between the marks';

    public const SHORT = 'short of the first mark';

    public const PAST = 'past the second mark';

    public function circles(): array
    {
        return [$this->bolts()];
    }

    private function bolts(): Bolts
    {
        return Circle::ofLabel('bolt', 'Bolts of the flange', $this->product, 'flange_bolts');
    }

    public function steps(Situation $situation): array
    {
        [$also, $more] = Bands::centring();
        [$flangeSpecs, $flangeRules] = Flanges::met();

        return [
            Receive::step($situation, $this->product), Ends::step($situation, $this->product, ['']), CutEnds::step($situation, ['']),
            Lubricate::step($situation, $this->card, ['']), self::marks($this->product),
            new Step('place', 'In place',
                'Slide the adaptor on until its face lies between the marks. Bring it to the flange: bolt holes in line, gasket inside the bolt '
                .'circle and over the raised face.', [
                    ReadingSpec::choice('face_at', 'Face of the adaptor', [self::BETWEEN, self::SHORT, self::PAST]),
                    ReadingSpec::number('gap_mm', 'Pipe end to the raised face', Unit::Millimetre, 0, 1000, '', 'setting_gap'), ...$flangeSpecs, ...$also,
                ], [
                    new ChoiceIs('mc.face', 'face_at', 'Face of the adaptor', [
                        self::SHORT => [Severity::Mend, 'Slide it further on: so far it may not be past the gasket.'],
                        self::PAST => [Severity::Mend, 'Slide it back: too deep the pipe bears on the flange.'],
                    ], Source::commonPractice()),
                    new NumberAtMost(
                        'mc.gap', ['gap_mm'], $this->product->off('gap_mm', 'gap_mm'), 'mc.gap_mm', 'Gap to the raised face off the one wanted by',
                        'Move pipe or flange until the gap is right.',
                    ),
                    ...$flangeRules, ...$more,
                ]),
            ...Bands::steps($situation, [new Band('clamp', 'Clamp band', $this->product)]), Bands::fins($situation),
            Tighten::step($situation, $this->bolts(), title: 'Flange bolts'), ...LeakOnly::steps(),
        ];
    }

    private static function marks(Product $product): Step
    {
        $specs = $rules = [];
        foreach (['min' => ['insertion_min_mm', 'Least insertion'], 'max' => ['insertion_max_mm', 'Greatest insertion']] as $which => [$field, $label]) {
            $key = "mark_{$which}_mm";
            $specs[] = ReadingSpec::number($key, "{$label} marked from the end", Unit::Millimetre, 0, 3000, '', 'setting_gap');
            $rules[] = new NumberAtMost(
                "mc.mark.{$which}", [$key], $product->off($key, $field), 'mc.mark_mm', "{$label}: mark off its place by",
                'Rub it out and mark it again, all round.',
            );
        }
        $rules[] = new AgainstFigure(
            'mc.marks', 'mark_max_mm', AgainstFigure::AT_LEAST, static fn (Situation $s): ?float => $s->readings->number('mark_min_mm'), Unit::Millimetre,
            Source::arithmetic('the greatest insertion is not less than the least'), 'Second mark', 'Mark both again.',
        );

        return new Step('marks', 'Marks', 'Mark the least and the greatest insertion on the pipe, from its very end, all round.', $specs, $rules);
    }

    public function joiningStep(array $steps): string
    {
        return 'band_clamp';
    }
}
