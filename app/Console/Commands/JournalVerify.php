<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Journal\Anchor;
use App\Journal\Verification;
use App\Models\Job;
use Illuminate\Console\Command;

final class JournalVerify extends Command
{
    protected $signature = 'journal:verify {job? : Number of one job; all without} {--anchors= : File of closing hashes kept outside the database}';

    protected $description = 'Reads the hash chain of each job and says where it breaks';

    public function handle(Verification $verification): int
    {
        $anchors = $this->anchors();
        if ($anchors === null) {
            return self::INVALID;
        }
        $whole = true;
        foreach (Job::query()->when($this->argument('job'), static fn ($q, $number) => $q->where('number', $number))->orderBy('number')->get() as $job) {
            $found = $verification->of($job);
            $own = array_values(array_filter($anchors, static fn (Anchor $a): bool => $a->job === $job->number));
            $faults = [...$found['faults'], ...array_values(array_filter(array_map(static fn (Anchor $a): ?string => $a->fault($job), $own)))];
            foreach ($faults as $fault) {
                $this->error("{$job->number}: {$fault}");
            }
            $whole = $whole && $faults === [];
            $this->line(
                "{$job->number}: {$found['entries']} entries, ".($faults === [] ? 'chain whole' : count($faults).' faults')
                .($anchors === [] ? '' : ', '.count($own).' anchors'),
            );
        }

        return $whole ? self::SUCCESS : self::FAILURE;
    }

    /** @return ?list<Anchor> null where the file cannot be read, or holds none */
    private function anchors(): ?array
    {
        $file = $this->option('anchors');
        if (! is_string($file)) {
            return [];
        }
        $lines = @file(str_starts_with($file, '/') ? $file : base_path($file));
        $anchors = array_values(array_filter(array_map(Anchor::read(...), $lines === false ? [] : $lines)));
        if ($anchors === []) {
            $this->error("The file “{$file}” holds no closing hash. Name the file that journal:anchor writes.");
        }

        return $anchors === [] ? null : $anchors;
    }
}
