<?php

declare(strict_types=1);

use Illuminate\Support\Facades\Schedule;

Schedule::command('runs:settle')->everyMinute()->withoutOverlapping();
Schedule::command('pictures:prune')->dailyAt('02:40')->withoutOverlapping();
Schedule::command('journal:anchor')->everyMinute()->withoutOverlapping();
