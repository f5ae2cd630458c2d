<?php

declare(strict_types=1);

use Illuminate\Console\Scheduling\Event;
use Illuminate\Support\Facades\Schedule;

/** One that was killed while it ran shuts out the next for so long, minutes. Our own value: the longest takes seconds. */
$shutMin = 5;

// Of several application servers one does these; where it is gone, another does at the next minute.
Schedule::command('runs:settle')->everyMinute()->withoutOverlapping($shutMin)->onOneServer();
Schedule::command('pictures:prune')->dailyAt('02:40')->withoutOverlapping($shutMin)->onOneServer();
// Each of them keeps anchors of its own, with a key of its own: so many witnesses, and none that stops where one server does.
Schedule::command('journal:anchor')->everyMinute()->createMutexNameUsing(static fn (Event $event): string => 'anchors-'.sha1(gethostname().base_path()))
    ->withoutOverlapping($shutMin);
