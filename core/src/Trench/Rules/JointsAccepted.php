<?php

declare(strict_types=1);

namespace Diastoma\Core\Trench\Rules;

use Diastoma\Core\Procedure\Gate;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;
use Diastoma\Core\Trench\Stretch;

/** Every joint of the stretch is accepted before it is buried, or a supervisor said so. */
final readonly class JointsAccepted implements Rule
{
    public const ID = 'tr.joints';

    /** How many joints of the stretch were not accepted when they were looked at for the last time. */
    public const OPEN = 'open_joints';

    public function id(): string
    {
        return self::ID;
    }

    public function judge(Situation $situation): ?Finding
    {
        if (! $situation->readings->has('joints_seen')) {
            return null;
        }
        $open = (int) ($situation->readings->number(self::OPEN) ?? (new Stretch($situation))->openJoints());
        $byWord = $open > 0 && self::isOverruled($situation);
        $severity = match (true) {
            $open === 0 => Severity::Go, $byWord => Severity::Watch, default => Severity::Stop,
        };

        return new Finding(
            self::ID, $severity, $open === 0 ? 'Every joint of this stretch is accepted.' : self::said($open),
            match (true) {
                $open === 0 => '', $byWord => 'Covered by the word of a supervisor.',
                default => 'Finish them first. A supervisor may let the rest be covered, on record.',
            }, Source::commonPractice(), ['joints_seen'], why: 'What is buried is seen next when it leaks.',
        );
    }

    /** What keeps the backfill shut; null where nothing does. */
    public static function gate(Situation $s): ?Gate
    {
        $open = (new Stretch($s))->openJoints();

        return $open === 0 || self::isOverruled($s) ? null : new Gate(
            self::said($open).' Nothing is covered before.', null, 'common practice', null, self::ID,
        );
    }

    private static function isOverruled(Situation $s): bool
    {
        foreach ($s->readings->overrules() as $overrule) {
            if ($overrule->rule === self::ID) {
                return true;
            }
        }

        return false;
    }

    private static function said(int $open): string
    {
        return $open === 1 ? 'One joint of this stretch is not accepted.' : "{$open} joints of this stretch are not accepted.";
    }
}
