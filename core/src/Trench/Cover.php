<?php

declare(strict_types=1);

namespace Diastoma\Core\Trench;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Procedure\Clock;
use Diastoma\Core\Procedure\Gate;
use Diastoma\Core\Procedure\Procedure;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Procedure\Story\Act;
use Diastoma\Core\Procedure\Story\Age;
use Diastoma\Core\Procedure\Story\Agrees;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Trench\Deflection\Bores;
use Diastoma\Core\Trench\Rules\CoverRises;
use Diastoma\Core\Trench\Rules\JointsAccepted;
use Diastoma\Core\Trench\Steps\Fill;
use Diastoma\Core\Trench\Steps\Ground;
use Diastoma\Core\Trench\Steps\Inside;

/** A stretch of main from the first spade to the surface: trench, bed, backfill, and what it does to the pipe. */
final class Cover extends Procedure
{
    public const ID = 'cover.stretch';

    /** Ends that lie so close touch, m. Common practice: no figure published. */
    private const TOUCH_M = 0.01;

    /** Beyond these a depth is a slip of the finger or of the unit, m. Our own choice. */
    private const SHALLOWEST_M = 0.3;

    private const DEEPEST_M = 15.0;

    public function id(): string
    {
        return self::ID;
    }

    public function kind(): string
    {
        return 'stretch';
    }

    public function title(): string
    {
        return 'Trench and cover';
    }

    public function isGate(string $rule): bool
    {
        return $rule === JointsAccepted::ID;
    }

    public function mustOpen(?float $fromM, ?float $toM, ?float $lengthM, ?float $depthM, array $others): void
    {
        if ($lengthM === null || $fromM === null || $toM === null || $fromM < 0.0 || $toM - $fromM < self::TOUCH_M || $toM > $lengthM + self::TOUCH_M) {
            throw InvalidInput::field('from_m',
                'A stretch lies between two stations of a main'.($lengthM === null ? '' : ", from 0 to {$lengthM} m").'. Check both.',
                $fromM);
        }
        if ($depthM === null || $depthM < self::SHALLOWEST_M || $depthM > self::DEEPEST_M) {
            $said = 'Give the planned depth of the trench: '.self::SHALLOWEST_M.' to '.self::DEEPEST_M.' m.';

            throw InvalidInput::field('facts.depth_m', $said, $depthM, [self::SHALLOWEST_M, self::DEEPEST_M]);
        }
        foreach ($others as $other) {
            if ($fromM < $other['to_m'] - self::TOUCH_M && $toM > $other['from_m'] + self::TOUCH_M) {
                $said = "“{$other['title']}” covers {$other['from_m']} to {$other['to_m']} m already. Begin where it ends.";

                throw InvalidInput::field('from_m', $said, $fromM, $other['to_m']);
            }
        }
    }

    /** Whether a joint lies in a stretch. Where two meet it belongs to the second, which is dug when it is made; one at the end of the main to the last. */
    public static function holds(float $stationM, float $fromM, float $toM, float $lengthM): bool
    {
        $isLast = $toM >= $lengthM - self::TOUCH_M;

        return $stationM >= $fromM - self::TOUCH_M && ($isLast ? $stationM <= $toM + self::TOUCH_M : $stationM < $toM - self::TOUCH_M);
    }

    public function witnessed(Situation $situation, string $key): array
    {
        return $key === 'joints_seen' ? [JointsAccepted::OPEN => (float) (new Stretch($situation))->openJoints()] : [];
    }

    public function steps(Situation $situation): array
    {
        $look = Inspections::of($situation)->gate();
        $covered = JointsAccepted::gate($situation) ?? $look;
        $bends = (new Stretch($situation))->shell()->bends();
        $beside = Fill::besideLacksMm($situation) > 0.0 ? self::first('Beside the pipe', 'up to the crown') : $covered;
        $over = $bends && ! $situation->readings->has(Bores::CROWN) ? self::first('Inside, at the crown') : $beside;
        $inTrench = [
            Ground::sides($situation, $look), Ground::width($situation, $look), Ground::bed($situation, $look),
            ...($bends ? [Inside::laid($situation, $look)] : []),
            Fill::joints($situation, $covered), Fill::haunch($situation, $covered),
            Fill::beside($situation, $situation->readings->has('haunched') ? $covered : self::first('Haunch')),
            ...($bends ? [Inside::crown($situation, $beside)] : []),
            ...Fill::wire($situation, $covered),
            Fill::over($situation, $over),
        ];
        $keys = array_merge([], ...array_map(static fn (Step $step): array => array_column($step->readings, 'key'), $inTrench));
        $onTop = CoverRises::lacksMm($situation) > 0.0 ? self::first('Over the crown', 'up to the surface') : $covered;

        return [
            Ground::before($situation), Ground::inspection($situation, $keys), ...$inTrench,
            ...($bends ? [Inside::full($situation, $onTop)] : []), Fill::surface($situation, $onTop),
            ...($bends ? [Inside::late($situation)] : []),
        ];
    }

    private static function first(string $step, string $how = ''): Gate
    {
        return new Gate("“{$step}” comes first".($how === '' ? '' : ", {$how}").'.', null, 'common practice');
    }

    public function clocks(Situation $situation): array
    {
        $full = $situation->readings->reading(Bores::FULL)?->takenAt;
        if ($full === null || $situation->readings->has(Bores::LATE)) {
            return [];
        }

        return [new Clock(
            'bore_late', 'Ground settles', $full, $full->modify('+'.Bores::NEED_DAYS.' days'), 'Read the inside of the pipe again', 'common practice',
        )];
    }

    public function acts(Situation $situation): array
    {
        $bends = (new Stretch($situation))->shell()->bends();
        $stop = 'Stop, and tell the supervisor. ';

        return [
            new Act('dig', 'inspect', [Inspections::KEY, 'depth_m'], 'dug', $stop.'Nobody digs on before services, permits and stakes are known.'),
            new Act('lay', $bends ? 'laid' : 'joints', [...($bends ? [Bores::LAID] : []), 'joints_seen'], 'laid',
                $stop.'Lift the pipe where it lies on what nobody saw.'),
            new Act('fill', 'haunch', ['haunched', 'both_sides'], 'backfilled', $stop.'Uncover it, look, and backfill again.'),
            new Act('cover', 'over', ['over'], 'covered', $stop.'Uncover it, look, and backfill again.'),
        ];
    }

    public function ages(Situation $situation): array
    {
        $dug = $this->acts($situation)[0];

        return [new Age(
            'located', 'before', ['located'], $dug->at(...), 'tr.age.located_min', 'Services located', 'dug', 'Have them located and marked again.', true,
        )];
    }

    public function relations(Situation $situation): array
    {
        return ['sides' => [new Agrees(
            'depth', ['depth_m'], 'Depth of the trench', 'Planned depth', static function (Situation $s): ?array {
                $depth = $s->readings->number('depth_m');
                $planned = $s->facts->maybe('depth_m');

                return $depth === null || $planned === null ? null : [$depth, $planned];
            }, 'tr.agree.depth_percent', Unit::Metre, why: 'How the sides are kept up follows from it.',
        )]];
    }

    public function usualSizes(Situation $situation): array
    {
        return UsualSizes::of($situation);
    }
}
