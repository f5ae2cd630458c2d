<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Joint;
use App\Models\Section;
use App\Procedures\Subject;
use Diastoma\Core\Procedure\Clock;
use Diastoma\Core\Procedure\Verdict;

/** Works out how a work stands from its entries and writes it into its table. */
final class ProjectWork
{
    public function execute(Subject $subject): Verdict
    {
        $verdict = $subject->verdict();
        $model = $subject->model;
        if ($model instanceof Section) {
            return $verdict; // its readiness is asked anew each time
        }
        $model->fill([
            'state' => $subject->sitting()->state()->value,
            'severity' => $verdict->severity()->value,
            'current_step' => $verdict->current()?->step,
            ...($model instanceof Joint ? ['release_at' => self::last($verdict, Clock::RELEASE), 'test_at' => self::last($verdict, Clock::TEST)] : []),
            'verdict' => $verdict->toArray(),
            'rulebook_id' => $subject->rulebookId(),
        ])->save();

        return $verdict;
    }

    /** When the last wait of a kind ends; a joint of several fusions has several. */
    private static function last(Verdict $verdict, string $kind): ?\DateTimeImmutable
    {
        $due = array_map(static fn (Clock $c): \DateTimeImmutable => $c->dueAt, array_filter($verdict->clocks, static fn (Clock $c): bool => $c->kind === $kind));

        return $due === [] ? null : max($due);
    }
}
