<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Journal\OfficeJournal;
use App\Journal\SetUp;
use App\Models\Job;
use Illuminate\Console\Command;

/** Run by bin/start after the migrations: a job of an earlier version gets what it stands on written into its journal, once; so does the installation. */
final class JournalComplete extends Command
{
    protected $signature = 'journal:complete';

    protected $description = 'Writes into the journal what jobs of an earlier version stand on: people, instruments, mains, pipes, joints';

    public function handle(SetUp $setUp): int
    {
        $done = Job::query()->with('rulebook', 'equipment')->get()->filter(static fn (Job $job): bool => $setUp->complete($job))->count();
        $begun = OfficeJournal::begin();
        $this->line("{$done} jobs completed.".($begun ? ' The journal of the office begins with what stands.' : ''));

        return self::SUCCESS;
    }
}
