<?php

declare(strict_types=1);

namespace Diastoma\Core\Trench\Rules;

use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Story\StoryOf;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Rounding;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;
use Diastoma\Core\Trench\Ground\Soil;
use Diastoma\Core\Trench\Stretch;
use Diastoma\Core\Trench\Ways;

/** The sides are kept up as their soil and depth ask for. */
final readonly class SidesHold implements Rule
{
    public function id(): string
    {
        return 'tr.sides';
    }

    public function judge(Situation $situation): ?Finding
    {
        $stretch = new Stretch($situation);
        $depth = $situation->readings->number('depth_m');
        $soil = $stretch->ground();
        $by = $situation->readings->text('protection');
        if ($depth === null || $soil === null || $by === null) {
            return null;
        }
        $why = $stretch->soil()?->why;
        $ground = $soil === Soil::StableRock ? $soil->said() : "soil of {$soil->said()} ({$why})";
        $deep = $situation->print($depth, Unit::Metre, Rounding::Up);
        $wrong = $this->wrong($situation, $soil, $depth, $by);
        $shallow = $wrong === null ? $this->shallow($situation, $soil, $depth, $by) : null;
        if ($shallow !== null) {
            return new Finding(
                $this->id(), Severity::Mend, "{$deep} deep in {$ground}, {$by}: {$shallow}.",
                'Nobody kneels or bends down in it. Lay the sides back, set a shield, or keep people out.', Source::standard('29 CFR 1926', '652(a)(1)(ii)'),
                ['depth_m', 'ground', 'strength_tsf', ...array_keys(Stretch::SIGNS), 'protection', 'slope_run'], $depth, $situation->limit('tr.buried_m'),
                $situation->limit('tr.buried_m') - $depth, Unit::Metre,
                'Less than 5 ft is free of protection only where the competent person finds no sign of a cave-in. Local code governs where it asks for more.',
            );
        }

        return new Finding(
            $this->id(), $wrong === null ? Severity::Go : Severity::Stop,
            "{$deep} deep in {$ground}, {$by}".($wrong === null ? ': they hold.' : ": {$wrong[0]}."),
            $wrong[1] ?? '', Soil::source(), ['depth_m', 'ground', 'strength_tsf', ...array_keys(Stretch::SIGNS), 'protection', 'slope_run'],
            why: 'A cubic metre of soil weighs as much as a car. Where local code differs, it governs.', final: $wrong !== null,
        );
    }

    /** Why sides that are not deep enough for protection everywhere need it here; null where they do not. */
    private function shallow(Situation $s, Soil $soil, float $depth, string $by): ?string
    {
        $isOld = $s->version < StoryOf::SINCE;
        if ($isOld || Compare::atMost($depth, $s->limit('tr.buried_m')) || $soil === Soil::StableRock || ! in_array($by, [Ways::BARE, Ways::SLOPED], true)) {
            return null;
        }
        $run = $s->readings->number('slope_run');
        if ($by === Ways::SLOPED && $run !== null && Compare::atLeast($run, $soil->slope())) {
            return null;
        }
        $signs = array_filter(array_keys(Stretch::SIGNS), static fn (string $key): bool => $s->readings->yes($key) === false);
        $seen = array_map(static fn (string $key): string => Stretch::SIGNS[$key], $signs);

        return match (true) {
            $seen !== [] => 'signs of a cave-in ('.implode(', ', $seen).')'.($by === Ways::SLOPED ? ', laid back too little' : ', and nothing keeps them up'),
            $soil === Soil::C => 'type C soil runs in without a sign'.($by === Ways::SLOPED ? ', laid back too little' : ''),
            default => null,
        };
    }

    /** @return ?array{string, string} what is wrong, and what to do */
    private function wrong(Situation $s, Soil $soil, float $depth, string $by): ?array
    {
        $isShallow = ! Compare::atLeast($depth, $s->limit('tr.protect_m'));
        $run = $s->readings->number('slope_run');

        return match (true) {
            $by === Ways::ENGINEERED => null,
            ! Compare::atMost($depth, Soil::ENGINEERED_M) => [
                'deeper than 6.1 m (20 ft)', 'Nobody in. A registered professional engineer designs what keeps these sides up.',
            ],
            $by === Ways::BARE && ! $isShallow && $soil !== Soil::StableRock => ['nothing keeps them up', 'Nobody in. Lay the sides back, or set a shield.'],
            $by === Ways::BENCHED && ! $soil->takesBenches() => ['benches do not stand in it', 'Nobody in. Lay the sides back, or set a shield.'],
            in_array($by, [Ways::SLOPED, Ways::BENCHED], true) && $run !== null && ! $isShallow && ! Compare::atLeast($run, $soil->slope()) => [
                "{$run} to 1; {$soil->slope()} to 1 wanted", 'Nobody in. Lay the sides back further, or set a shield.',
            ],
            default => null,
        };
    }
}
