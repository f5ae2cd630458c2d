<?php

declare(strict_types=1);

namespace Diastoma\Core\Trench\Steps;

use Diastoma\Core\Procedure\Gate;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Rules\NumberAtLeast;
use Diastoma\Core\Procedure\Rules\NumberAtMost;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Trench\Deflection\Bore;
use Diastoma\Core\Trench\Deflection\Bores;
use Diastoma\Core\Trench\Drawn;
use Diastoma\Core\Trench\Rules\BoresRead;
use Diastoma\Core\Trench\Rules\BoreWithin;
use Diastoma\Core\Trench\Stretch;

/** The inside of a pipe that bends, read at the same places from stage to stage: what the soil does to it while it can still be helped. */
final class Inside
{
    public static function laid(Situation $s, Gate $gate): Step
    {
        return new Step('laid', 'Inside, as laid', 'Read height and width inside at two or more places; mark them. The same places are read again.', [
            ReadingSpec::row(Bores::LAID, 'Place', [
                self::place(), ReadingSpec::number('vertical_mm', 'Height inside', Unit::Millimetre, 10, 10000),
                ReadingSpec::number('horizontal_mm', 'Width inside', Unit::Millimetre, 10, 10000),
            ]),
            ReadingSpec::number('sn_kn_m2', 'Stiffness class on the pipe, SN', Unit::None, 0.1, 1000, 'kN/m², as it is printed'),
        ], [
            new BoreWithin(Bores::LAID),
            new NumberAtLeast('tr.sn', ['sn_kn_m2'], static fn (Situation $s): ?float => $s->readings->number('sn_kn_m2'), 'tr.stiffness', 'SN',
                'Too soft to compact soil beside it: ask the engineer.'),
        ], guide: static fn (): array => Drawn::bores($s), gate: $gate);
    }

    public static function crown(Situation $s, Gate $gate): Step
    {
        return new Step('crown', 'Inside, at the crown', 'The sides stand at the crown: read the same places before anything goes over the pipe.',
            [self::stage(Bores::CROWN)], [
                new BoresRead(Bores::CROWN), new BoreWithin(Bores::CROWN),
                new NumberAtMost(
                    'tr.predicted', ['sn_kn_m2', 'side_density', 'material'], static fn (Situation $s): ?float => Bores::predicted($s)['first'] ?? null,
                    (new Stretch($s))->shell()->limit(false), 'Predicted at full cover',
                    'Compact haunch and sides more, while they are open; or ask the engineer for stiffer pipe.',
                    why: 'Worked out by the modified Iowa formula, with the soil and the density that were measured.',
                ),
            ], guide: static fn (): array => Drawn::bores($s), gate: $gate);
    }

    public static function full(Situation $s, Gate $gate): Step
    {
        $stretch = new Stretch($s);
        $limit = $s->limit($stretch->shell()->limit(false));
        $laid = (new Bores($s->readings))->insideMm();
        $rod = $laid === null ? 'the mandrel of the limit' : 'a mandrel of '.$s->print(Bore::mandrelMm($laid, $limit), Unit::Millimetre);

        return new Step('full', 'Inside, at full cover', "Read the same places, and pull {$rod} through.", [
            self::stage(Bores::FULL), ReadingSpec::yesNo('mandrel', 'Mandrel went through, or none asked for?'),
        ], [
            new BoresRead(Bores::FULL), new BoreWithin(Bores::FULL),
            Confirmed::usual('tr.mandrel', 'mandrel', 'Mandrel through.', 'Mandrel stuck.', 'Dig there, compact again, and pull it again.', Severity::Stop),
        ], guide: static fn (): array => Drawn::bores($s), gate: $gate);
    }

    public static function late(Situation $s): Step
    {
        $full = $s->readings->reading(Bores::FULL)?->takenAt;
        $days = Bores::NEED_DAYS;

        return new Step('late', "Inside, after {$days} days", 'Read the same places once the ground has settled.', [self::stage(Bores::LATE)->optional()], [
            new BoresRead(Bores::LATE), new BoreWithin(Bores::LATE),
        ], guide: static fn (): array => Drawn::bores($s), gate: new Gate(
            "It is read {$days} days after full cover.", $full?->modify("+{$days} days"), 'common practice',
        ));
    }

    private static function stage(string $stage): ReadingSpec
    {
        return ReadingSpec::row($stage, 'Place', [self::place(), ReadingSpec::number('vertical_mm', 'Height inside', Unit::Millimetre, 10, 10000)]);
    }

    private static function place(): ReadingSpec
    {
        return ReadingSpec::number('station_m', 'Station', Unit::Metre, 0, 1000000);
    }
}
