<?php

declare(strict_types=1);

namespace App\Demo;

use App\Models\Equipment;
use App\Procedures\Subject;
use Diastoma\Core\Procedure\ReadingKind;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Simulation\GoodCrew;

/** Answers of a crew that works well, for the joints and sections of a simulated job. */
final class CrewAnswers
{
    /** @throws \LogicException if no good answer is known: a reading was added without one */
    public static function of(ReadingSpec $spec, Subject $subject, ?\DateTimeImmutable $now = null): mixed
    {
        return $spec->kind === ReadingKind::Equipment
            ? self::instrument($subject, $spec->choices[0] ?? '')
            : GoodCrew::answer($spec, $subject->situation(), $subject->procedure, $now ?? $subject->job->now()->toDateTimeImmutable());
    }

    /** The instrument of a kind whose paper runs longest. */
    private static function instrument(Subject $subject, string $kind): string
    {
        return (string) Equipment::where('job_id', $subject->job->id)->where('kind', $kind)->orderByDesc('calibration_until')->value('id');
    }
}
