<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Joint;
use App\Procedures\Subject;
use Diastoma\Core\Procedure\Clock;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Verdict;

/** Works out a joint's state from its entries and writes it into the joints table. */
final class ProjectJoint
{
    public function execute(Subject $subject): Verdict
    {
        $verdict = $subject->verdict();
        $joint = $subject->model;
        if (! $joint instanceof Joint) {
            return $verdict;
        }
        $readings = $subject->readings();
        $clocks = array_column(array_map(static fn (Clock $c): array => [$c->id, $c->dueAt], $verdict->clocks), 1, 0);
        $joint->fill([
            'state' => self::state($verdict, $readings->history !== [], $readings->has('fusion') && ! $readings->has('released_at')),
            'severity' => $verdict->severity()->value,
            'current_step' => $verdict->current()?->step,
            'release_at' => $clocks['release'] ?? null,
            'test_at' => $clocks['test'] ?? null,
            'verdict' => $verdict->toArray(),
        ])->save();

        return $verdict;
    }

    private static function state(Verdict $verdict, bool $begun, bool $cooling): string
    {
        return match (true) {
            ! $begun => 'planned',
            $verdict->severity() === Severity::Stop => 'stop',
            $verdict->isAccepted() => $verdict->isOverruled() ? 'overruled' : 'accepted',
            $cooling => 'cooling',
            $verdict->severity() === Severity::Mend => 'mend',
            default => 'in_work',
        };
    }
}
