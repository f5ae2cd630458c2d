<?php

declare(strict_types=1);

use Illuminate\Console\Scheduling\Event;
use Illuminate\Console\Scheduling\Schedule;

/** @return array<string, Event> by command */
function scheduled(): array
{
    $found = [];
    foreach (app(Schedule::class)->events() as $event) {
        preg_match('/artisan.? (\S+)$/', (string) $event->command, $m);
        $found[$m[1]] = $event;
    }

    return $found;
}

it('does what is done for all on one server, and lets each keep anchors of its own', function () {
    $events = scheduled();
    expect(array_keys($events))->toBe(['runs:settle', 'pictures:prune', 'journal:anchor'])
        ->and(array_map(static fn (Event $e): bool => $e->onOneServer, array_values($events)))->toBe([true, true, false])
        ->and($events['journal:anchor']->mutexName())->toContain(sha1(gethostname().base_path()));
});

// Found: one that was killed while it ran shut out the next for 24 hours, anchors too.
it('goes on minutes after one was killed while it ran', function () {
    foreach (scheduled() as $event) {
        expect($event->shouldSkipDueToOverlapping())->toBeFalse(); // takes the lock, and never gives it back
        $this->travel(6)->minutes();
        expect($event->shouldSkipDueToOverlapping())->toBeFalse((string) $event->command);
    }
});

it('leaves a run to whoever has it already', function () {
    $event = scheduled()['runs:settle'];
    expect((new Schedule('UTC'))->serverShouldRun($event, now()))->toBeTrue()->and((new Schedule('UTC'))->serverShouldRun($event, now()))->toBeFalse();
});
