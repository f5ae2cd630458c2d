<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Kinds;

use Diastoma\Core\Mechanical\Bolting\Bolts;
use Diastoma\Core\Mechanical\Cards\CardKind;
use Diastoma\Core\Mechanical\MechanicalProcedure;
use Diastoma\Core\Mechanical\Steps\Flanges;
use Diastoma\Core\Mechanical\Steps\Receive;
use Diastoma\Core\Mechanical\Steps\Tighten;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rules\ChoiceIs;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** A flange or a gland: bolts to torque in rising passes. */
final class ToTorque extends MechanicalProcedure
{
    protected const ACTS = ['bolts' => ['keys' => ['bolt'], 'done' => 'bolted']];

    public const CLEAN = 'clean, as the torque is meant for';

    public const DIRTY = 'dirty or damaged';

    public function circles(): array
    {
        return [$this->bolts()];
    }

    private function bolts(): Bolts
    {
        return Circle::ofLabel('bolt', 'Bolts', $this->product);
    }

    public function steps(Situation $situation): array
    {
        $isGland = $this->card->kind === CardKind::Gland;
        [$specs, $rules] = Flanges::met($isGland);

        return [
            Receive::step($situation, $this->product),
            new Step('faces', $isGland ? 'Gland' : 'Faces',
                $isGland ? 'Clean bell and spigot, lubricate gasket and spigot, push home straight, gasket seated evenly, gland '
                .'square behind it. Deflect only then.' : 'Faces clean and whole, gasket in its place, flanges parallel before a wrench is laid on.', [
                    ReadingSpec::yesNo('faces_clean', $isGland ? 'Bell, spigot and gasket clean and lubricated?' : 'Both faces clean, no scratch across them?'),
                    ...($isGland ? [ReadingSpec::yesNo('spigot_home', 'Spigot home and in line while the gasket went in?')] : []),
                    ReadingSpec::choice('threads', 'Threads and nuts', [self::CLEAN, self::DIRTY], 'A dry or rusty thread takes the torque, not the gasket'),
                    ...$specs,
                ], [
                    Confirmed::usual(
                        'mc.faces', 'faces_clean', 'Clean.', 'Not clean, or scratched.',
                        'Clean it. A scratch across a face leaks under any torque: take another flange.',
                    ),
                    ...($isGland ? [Confirmed::usual('mc.home', 'spigot_home', 'Home and straight.', 'Not home, or slanting.',
                        'Loosen all, push home straight, begin again.')] : []),
                    new ChoiceIs('mc.threads', 'threads', 'Threads', [
                        self::DIRTY => [Severity::Mend, 'Clean them or take new bolts: by T = K·d·F the same torque then presses less.'],
                    ], Source::arithmetic('T = K·d·F')),
                    ...$rules,
                ], ['Nobody between the faces while they are brought together.'], ['limit_mm' => $situation->limit('mc.flange.parallel_mm'), 'even' => true]),
            Tighten::step($situation, $this->bolts()), ...LeakOnly::steps(),
        ];
    }

    public function joiningStep(array $steps): string
    {
        return 'bolts';
    }
}
