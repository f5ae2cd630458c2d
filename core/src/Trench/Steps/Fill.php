<?php

declare(strict_types=1);

namespace Diastoma\Core\Trench\Steps;

use Diastoma\Core\Procedure\Gate;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Rules\AgainstFigure;
use Diastoma\Core\Procedure\Rules\ChoiceIs;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Rules\NumberAtLeast;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;
use Diastoma\Core\Trench\Backfill\Layers;
use Diastoma\Core\Trench\Backfill\Particle;
use Diastoma\Core\Trench\Deflection\Embedment;
use Diastoma\Core\Trench\Drawn;
use Diastoma\Core\Trench\Rules\CoverRises;
use Diastoma\Core\Trench\Rules\DensityReached;
use Diastoma\Core\Trench\Rules\JointsAccepted;
use Diastoma\Core\Trench\Rules\LayersEven;
use Diastoma\Core\Trench\Rules\PlantLight;
use Diastoma\Core\Trench\Stretch;
use Diastoma\Core\Trench\Ways;

/** The pipe is covered: joints, haunch, layer by layer, up to the surface. */
final class Fill
{
    public static function joints(Situation $s, Gate $gate): Step
    {
        return new Step('joints', 'Joints', 'Look at every joint once more before it is covered.', [
            ReadingSpec::yesNo('joints_seen', 'Every joint of this stretch looked at: none has moved?'),
        ], [
            new JointsAccepted,
            Confirmed::usual('tr.joints_seen', 'joints_seen', 'No joint has moved.', 'A joint has moved.', 'Uncover it, and judge it again on the bench.',
                Severity::Stop),
        ], guide: static fn (): array => Drawn::of($s), gate: $gate);
    }

    public static function haunch(Situation $s, Gate $gate): Step
    {
        return new Step('haunch', 'Haunch', 'Under the pipe first, by hand, both sides together.', [
            ReadingSpec::choice('material', 'Soil beside the pipe', [
                ...array_map(static fn (Embedment $e): string => $e->said(), Embedment::cases()), Ways::ORGANIC, Ways::FROZEN,
            ]),
            ReadingSpec::number('stone_mm', 'Largest stone in it', Unit::Millimetre, 0, 1000, 'The spacing of the grid that it goes through'),
            ReadingSpec::yesNo('haunched', 'Worked in under the haunches, no hollow left?'),
            ReadingSpec::yesNo('both_sides', 'Both sides together, the pipe has not moved?'),
        ], [
            new ChoiceIs('tr.material', 'material', 'Beside the pipe', [
                Embedment::FinePlastic->said() => [Severity::Mend, 'It holds no pipe: an engineer says what may be used, or bring sand or gravel.'],
                Ways::ORGANIC => [Severity::Stop, 'Take it out. Topsoil goes back last.'], Ways::FROZEN => [Severity::Stop,
                    'Take it out: it thaws and settles.'],
            ], Source::commonPractice()),
            new AgainstFigure(
                'tr.stone', 'stone_mm', AgainstFigure::AT_MOST, static fn (Situation $s): float => (new Stretch($s))->largestStoneMm(), Unit::Millimetre,
                Particle::of($s->facts->text('material'))->source(), 'Largest stone', 'Screen it, or bring finer soil: a stone dents the pipe.',
                Severity::Stop,
            ),
            Confirmed::usual('tr.haunched', 'haunched', 'Haunches full.', 'Hollow under the pipe.', 'Work soil in by hand until it bears.'),
            Confirmed::usual('tr.both_sides', 'both_sides', 'Pipe has not moved.', 'Pipe has moved.', 'Bring it back to line and grade, then haunch again.'),
        ], guide: static fn (): array => Drawn::of($s), gate: $gate);
    }

    public static function beside(Situation $s, Gate $gate): Step
    {
        return new Step('side', 'Beside the pipe',
            'Layer by layer to the crown, compacted beside the pipe, nothing over it yet. Each layer is tested before the next covers it.', [
                self::layers('side', []), self::density('side'),
            ], [new LayersEven('side'), new PlantLight('side'), new DensityReached('side')], ['Nobody beside plant that swings.'],
            static fn (): array => Drawn::of($s),
            stale: self::unfinished($s, 'side', self::besideLacksMm($s)), gate: $gate);
    }

    public static function over(Situation $s, Gate $gate): Step
    {
        return new Step('over', 'Over the crown', 'Light plant only until '.$s->print($s->limit('tr.plant_cover_mm'),
            Unit::Millimetre).' lie over the crown; heavy plant from '
            .$s->print($s->limit('tr.heavy_cover_mm'), Unit::Millimetre).'.', [
                self::layers('over', [ReadingSpec::number('cover_mm', 'Over the crown now', Unit::Millimetre, 0, 15000)]), self::density('over'),
            ], [new LayersEven('over'), new CoverRises, new PlantLight('over'), new DensityReached('over')], guide: static fn (): array => Drawn::of($s),
            stale: self::unfinished($s, 'over', CoverRises::lacksMm($s)), gate: $gate);
    }

    /** What lacks beside the pipe to its crown, mm. */
    public static function besideLacksMm(Situation $s): float
    {
        return (new Stretch($s))->odMm() - Layers::of($s->readings, 'side')->heightMm();
    }

    /** @return list<string> keys that are there but not whole yet: a layer is missing, or its test */
    private static function unfinished(Situation $s, string $key, float $lacksMm): array
    {
        $layers = Layers::of($s->readings, $key);

        return [
            ...($layers->rows !== [] && $lacksMm > 0.0 ? [$key] : []), ...($layers->percents !== [] && $layers->untested() !== [] ? ["{$key}_density"] : []),
        ];
    }

    /** @param  list<ReadingSpec>  $more */
    private static function layers(string $key, array $more): ReadingSpec
    {
        return ReadingSpec::row($key, 'Layer', [
            ReadingSpec::number('thickness_mm', 'Loose thickness', Unit::Millimetre, 1, 5000),
            ReadingSpec::number('apart_mm', 'One side above the other', Unit::Millimetre, 0, 5000), ...$more,
            ReadingSpec::choice('plant', 'Compacted by', Ways::PLANT),
        ]);
    }

    private static function density(string $key): ReadingSpec
    {
        return ReadingSpec::row("{$key}_density", 'Density test', [
            ReadingSpec::number('layer', 'Layer', Unit::None, 1, 200), ReadingSpec::choice('by', 'Measured by', Ways::DENSITY_BY),
            ReadingSpec::number('wet_t_m3', 'Wet density, t/m³', Unit::None, 0.5, 4), ReadingSpec::number('moisture_percent', 'Moisture', Unit::Percent, 0,
                100),
            ReadingSpec::number('maximum_t_m3', 'Greatest dry density, t/m³', Unit::None, 0.5, 4, 'Of the laboratory, for this soil'),
        ]);
    }

    /** @return list<Step> */
    public static function wire(Situation $s, Gate $gate): array
    {
        $stretch = new Stretch($s);
        if ($stretch->shell()->isMetal()) {
            return []; // iron and steel are found without
        }
        $isGas = $s->facts->text('service') === 'gas';

        return [new Step('wire', 'Tracer wire', 'A wire that finds the pipe again, off the pipe, whole from end to end.', [
            ReadingSpec::number('wire_mm', 'Wire off the pipe', Unit::Millimetre, 0, 3000), ReadingSpec::yesNo('wire_before', 'Continuous from end to end?'),
            ...($isGas ? [ReadingSpec::yesNo('static_off', 'Pipe wetted and earthed against static?')] : []),
        ], [
            new NumberAtLeast('tr.wire', ['wire_mm'], static fn (Situation $s): ?float => $s->readings->number('wire_mm'), 'tr.wire_mm', 'Wire off the pipe by',
                'Move it away: lightning and fault current burn through a pipe that it touches.'),
            Confirmed::usual('tr.wire_before', 'wire_before', 'Wire whole.', 'Wire broken.', 'Find the break and join it.'),
            ...($isGas ? [Confirmed::usual('tr.static', 'static_off', 'Static led off.', 'Static not led off.',
                'Wet the pipe and earth it before anybody touches it.', Severity::Stop)] : []),
        ], $isGas ? ['Static on PE gas pipe lights gas: wet it, earth it, no flame.'] : [], guide: static fn (): array => Drawn::of($s), gate: $gate)];
    }

    public static function surface(Situation $s, Gate $gate): Step
    {
        $stretch = new Stretch($s);
        $isMetal = $stretch->shell()->isMetal();
        /** @var list<array{ReadingSpec, Rule}> $asked */
        $asked = [
            [ReadingSpec::yesNo('tape', 'Marker tape laid over the pipe?'), Confirmed::usual('tr.tape', 'tape', 'Tape laid.', 'No tape.',
                'Lay it before the surface is closed.')],
            ...($isMetal ? [] : [[ReadingSpec::yesNo('wire_after', 'Tracer wire still continuous from end to end?'),
                Confirmed::usual('tr.wire_after', 'wire_after', 'Wire whole after backfill.', 'Wire broken in the backfill.',
                    'Find the break and join it now.')]]),
            [ReadingSpec::yesNo('topsoil_last', 'Large rock kept out of the first 300 mm, topsoil back last?'),
                Confirmed::usual('tr.topsoil_last', 'topsoil_last', 'Surface as it was.', 'Rock in the backfill, or topsoil below.', 'Put it right.')],
        ];

        return new Step('surface', 'Surface', 'Everything back as it was.', array_column($asked, 0), array_column($asked, 1),
            guide: static fn (): array => Drawn::of($s), gate: $gate);
    }
}
