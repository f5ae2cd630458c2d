<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Archive\Written;
use App\Models\Job;
use Illuminate\Console\Command;

/** Writes a job into one file that another installation can read. */
final class JobWrite extends Command
{
    protected $signature = 'job:write {job : Number of the job} {file : Where to}';

    protected $description = 'Writes a job into one file: its journal, traces and pictures';

    public function handle(): int
    {
        $job = Job::where('number', $this->argument('job'))->first();
        if ($job === null) {
            $this->error("There is no job {$this->argument('job')}.");

            return self::INVALID;
        }
        $count = Written::to($job, (string) $this->argument('file'));
        $this->line("{$job->number}: {$count} entries written to {$this->argument('file')}. Its last one is {$job->journal_head}.");

        return self::SUCCESS;
    }
}
