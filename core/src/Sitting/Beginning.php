<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting;

/** What a job needs before its first joint, in the order in which a crew would see to it. */
final class Beginning
{
    /**
     * @param  int  $people  members of the job, whoever set it up among them
     * @param  int  $joints  on all its mains
     * @return list<array{id: string, title: string, why: string, done: bool, next: bool}>
     */
    public static function of(int $people, int $instruments, int $mains, int $joints): array
    {
        $next = true;
        $things = [];
        foreach ([
            ['people', 'People', 'Put the crew on this job.', $people > 1],
            ['instruments', 'Instruments', 'Control units, gauges, wrenches, with their papers.', $instruments > 0],
            ['main', 'A main', 'Its name, what flows in it and what pipe it is.', $mains > 0],
            ['joints', 'Joints', 'From an alignment, by a spacing, or one at a time.', $joints > 0],
        ] as [$id, $title, $why, $done]) {
            $things[] = ['id' => $id, 'title' => $title, 'why' => $why, 'done' => $done, 'next' => $next && ! $done];
            $next = $next && $done;
        }

        return $things;
    }
}
