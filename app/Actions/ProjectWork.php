<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Joint;
use App\Models\Section;
use App\Procedures\Subject;
use Diastoma\Core\Procedure\Clock;
use Diastoma\Core\Procedure\Verdict;
use Diastoma\Core\Sitting\Todo;

/** Works out how a work stands from its entries and writes it into its table. */
final class ProjectWork
{
    public function execute(Subject $subject): Verdict
    {
        $verdict = $this->onto($subject);
        $subject->model->save();

        return $verdict;
    }

    /** Told to its model, not stored yet. */
    public function onto(Subject $subject): Verdict
    {
        $verdict = $subject->verdict();
        $model = $subject->model;
        if ($model instanceof Section) {
            return $verdict; // its readiness is asked again each time
        }
        $sitting = $subject->sitting();
        $last = $sitting->last();
        $model->fill([
            'state' => $sitting->state()->value,
            'severity' => $verdict->severity()->value,
            'current_step' => $sitting->next(),
            ...($model instanceof Joint ? [
                'release_at' => $sitting->until(Clock::RELEASE), 'test_at' => $sitting->until(Clock::TEST),
                'to_do' => Todo::inShort($sitting->state(), $sitting->nextTitle()), 'last_at' => $last?->takenAt, 'last_by' => $last?->author(),
            ] : []),
            'verdict' => $verdict->toArray(),
            'rulebook_id' => $subject->rulebookId(),
        ]);

        return $verdict;
    }
}
