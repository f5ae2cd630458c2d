<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Journal\Verification;
use App\Models\Job;
use Illuminate\Console\Command;

final class JournalVerify extends Command
{
    protected $signature = 'journal:verify {job? : Number of one job; all without}';

    protected $description = 'Reads the hash chain of each job and says where it breaks';

    public function handle(Verification $verification): int
    {
        $whole = true;
        foreach (Job::query()->when($this->argument('job'), static fn ($q, $number) => $q->where('number', $number))->orderBy('number')->get() as $job) {
            $found = $verification->of($job);
            foreach ($found['faults'] as $fault) {
                $this->error("{$job->number}: {$fault}");
            }
            $whole = $whole && $found['faults'] === [];
            $this->line("{$job->number}: {$found['entries']} entries, ".($found['faults'] === [] ? 'chain whole' : count($found['faults']).' faults'));
        }

        return $whole ? self::SUCCESS : self::FAILURE;
    }
}
