<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Actions\SettleRuns;
use Illuminate\Console\Command;

/** Called by the scheduler every minute: nothing hangs because a browser was closed. */
final class RunsSettle extends Command
{
    protected $signature = 'runs:settle';

    protected $description = 'Ends fusions that are over and simulated tests whose time has come';

    public function handle(SettleRuns $settle): int
    {
        $this->line("{$settle->all()} ended.");

        return self::SUCCESS;
    }
}
