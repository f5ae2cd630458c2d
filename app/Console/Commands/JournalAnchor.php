<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Journal\Anchor;
use App\Journal\Journal;
use App\Models\Entry;
use App\Models\Job;
use Carbon\CarbonImmutable;
use Illuminate\Console\Command;

/**
 * Called by the scheduler every minute, best as a user who is not the web server's: a line an hour where something was written, and one as soon as somebody
 * has signed or judged.
 */
final class JournalAnchor extends Command
{
    private const SIGN_OFFS = [Journal::TEST_SIGNED, Journal::TEST_JUDGED, Journal::JUDGED_AGAIN];

    protected $signature = 'journal:anchor {--file=var/anchors.log : File that lines are added to}';

    protected $description = 'Adds the closing hash of each job\'s journal to a file outside the database';

    public function handle(): int
    {
        $file = (string) $this->option('file');
        $file = str_starts_with($file, '/') ? $file : base_path($file);
        $last = [];
        foreach (is_file($file) ? file($file) ?: [] : [] as $line) {
            $anchor = Anchor::read($line);
            $anchor === null ? null : $last[$anchor->job] = $anchor;
        }
        $lines = '';
        foreach (Job::query()->orderBy('number')->get() as $job) {
            $lines .= $this->isDue($job, $last[$job->number] ?? null) ? Anchor::of($job)->line()."\n" : '';
        }
        if ($lines !== '' && @file_put_contents($file, $lines, FILE_APPEND | LOCK_EX) === false) {
            $this->error("The file “{$file}” cannot be added to. Give this user the right to, or name another with --file.");

            return self::FAILURE;
        }
        $this->line(substr_count($lines, "\n").' lines added.');

        return self::SUCCESS;
    }

    private function isDue(Job $job, ?Anchor $last): bool
    {
        if ($last === null || $last->seq === $job->journal_seq) {
            return $last === null;
        }

        return CarbonImmutable::parse($last->at)->diffInMinutes(now()) >= 60
            || Entry::where('job_id', $job->id)->where('seq', '>', $last->seq)->whereIn('kind', self::SIGN_OFFS)->exists();
    }
}
