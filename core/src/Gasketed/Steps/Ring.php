<?php

declare(strict_types=1);

namespace Diastoma\Core\Gasketed\Steps;

use Diastoma\Core\Gasketed\AllowedDeflection;
use Diastoma\Core\Gasketed\CutEnd;
use Diastoma\Core\Gasketed\Made;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rules\AgainstFigure;
use Diastoma\Core\Procedure\Rules\ChoiceIs;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Rules\NumberAtLeast;
use Diastoma\Core\Procedure\Shared;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** A rubber ring from its store to its seat. */
final class Ring
{
    public const DARK = 'dark and cool, lying flat';

    public const SUN = 'in the sun, folded or under load';

    public const OIL = 'near oil, fuel or solvent';

    public static function received(): Step
    {
        return new Step('gasket', 'Gasket', 'Take the gasket from its store just before it is fitted.', [
            ReadingSpec::yesNo('gasket_right', 'Right gasket for pipe, size and what flows in it?'),
            ReadingSpec::choice('gasket_stored', 'Kept until now', [self::DARK, self::SUN, self::OIL])->usually(self::DARK)->shared(Shared::Material),
            ReadingSpec::number('gasket_c', 'Temperature of the gasket', Unit::Celsius, -40, 60, 'Cold months: keep them in the warm cab')
                ->shared(Shared::Material),
            ReadingSpec::yesNo('gasket_ice_free', 'Gasket and groove free of ice, cuts and cracks?'),
        ], [
            self::yes(
                'gs.gasket_right', 'gasket_right', 'The right gasket.', 'The wrong gasket.',
                'Do not fit it. Rubber that suits water may not suit gas or oil, and a look-alike may not seal at all.', Severity::Stop,
            ),
            new ChoiceIs('gs.gasket_stored', 'gasket_stored', 'Gasket kept', [
                self::SUN => [Severity::Watch, 'Look for cracks and a set; take another if it does not lie round by itself.'],
                self::OIL => [Severity::Stop, 'Throw it away. Rubber that has touched oil or solvent swells and fails later.'],
            ], Source::commonPractice()),
            new NumberAtLeast(
                'gs.gasket_c', ['gasket_c'], static fn (Situation $s): ?float => $s->readings->number('gasket_c'), 'gs.gasket.min_c', 'Gasket at',
                'Warm it (a warm cab, lukewarm water) and fit it at once.', Severity::Mend,
                'Cold rubber is stiff: it will not seat and rolls when the spigot comes.',
            ),
            self::yes(
                'gs.gasket_ice', 'gasket_ice_free', 'Free of ice and damage.', 'Ice, a cut or a crack.', 'Thaw and dry it, or take another.',
                Severity::Mend,
            ),
        ]);
    }

    public static function laid(Situation $s, Made $made): Step
    {
        $specs = $rules = [];
        if ($made->system->loops) {
            $loops = self::loops($s, $made);
            $specs[] = ReadingSpec::number('gasket_loops', 'Loops formed to seat it', Unit::None, 0, 12, 'Wanted: '.$loops.', evenly spaced');
            $rules[] = new AgainstFigure(
                'gs.loops', 'gasket_loops', AgainstFigure::AT_LEAST, static fn (): float => (float) $loops, Unit::None, CutEnd::loopsSource(), 'Loops',
                'Take it out and form the loops again, evenly spaced.', Severity::Mend,
            );
        }
        $specs[] = ReadingSpec::yesNo(
            'gasket_seated', ucfirst($made->system->gasketSeat === '' ? 'the gasket is seated all round' : $made->system->gasketSeat).'?',
        );
        $rules[] = self::yes(
            'gs.seated', 'gasket_seated', 'Gasket seated.', 'The gasket is not seated.', 'Take it out and seat it again; feel round with a clean hand.',
            Severity::Mend,
        );

        return new Step(
            'seat', 'Seat gasket', 'Seat the gasket and feel all round it.', $specs, $rules, [],
            $made->system->loops ? ['loops' => self::loops($s, $made), 'loops_source' => CutEnd::loopsSource()->tag()] : [],
        );
    }

    private static function loops(Situation $s, Made $made): int
    {
        return (int) ($made->size($s)->loops ?? CutEnd::loops(AllowedDeflection::inches($s->facts->number('dn_mm'))));
    }

    private static function yes(string $id, string $reading, string $yes, string $no, string $todo, Severity $otherwise): Confirmed
    {
        return new Confirmed($id, $reading, $yes, $no, $todo, $otherwise, Source::commonPractice());
    }
}
