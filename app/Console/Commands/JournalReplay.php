<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Models\Entry;
use App\Models\Job;
use App\Replay\BeyondReach;
use App\Replay\Differences;
use App\Replay\Rebuilt;
use App\Replay\Recordings;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;

/**
 * The proof that the journal is the record: everything is built again from it in an empty database, judged again, and held against what stands in the
 * tables.
 */
final class JournalReplay extends Command
{
    private const EMPTY = 'replay';

    protected $signature = 'journal:replay {job? : Number of one job; all without}';

    protected $description = 'Builds jobs again from the journal in an empty database and names every difference; exits 1 where there is one';

    public function handle(Rebuilt $rebuilt, Recordings $recordings): int
    {
        $kept = DB::getDefaultConnection();
        $this->emptyDatabase();
        $different = 0;
        foreach (Job::query()->when($this->argument('job'), static fn ($q, $number) => $q->where('number', $number))->orderBy('number')->get() as $job) {
            $entries = array_values(Entry::where('job_id', $job->id)->orderBy('seq')->get()->all());
            DB::setDefaultConnection(self::EMPTY);
            try {
                $rebuilt->from($entries);
            } catch (\Throwable $broken) { // what cannot be built again of one job hides nothing of the others
                $said = $broken instanceof BeyondReach ? $broken->getMessage() : "it cannot be built again ({$broken->getMessage()}).";
                $this->error("{$job->number}: {$said}");
                $different++;

                continue;
            } finally {
                DB::setDefaultConnection($kept);
            }
            $rows = Differences::of($job, DB::connection($kept), DB::connection(self::EMPTY));
            $traces = $recordings->of($entries);
            foreach ([...$rows['found'], ...$traces['found']] as $said) {
                $this->error("{$job->number}: {$said}");
                $different++;
            }
            $this->line("{$job->number}: ".count($entries).' entries; rebuilt '.implode(
                ', ',
                array_map(static fn (string $table, int $n): string => "{$n} ".str_replace('_', ' ', $table), array_keys($rows['compared']), $rows['compared']),
            )."; {$traces['compared']} traces held against their hash.");
        }
        $this->line("{$different} were different.");

        return $different === 0 ? self::SUCCESS : self::FAILURE;
    }

    private function emptyDatabase(): void
    {
        $name = (string) config('database.connections.'.self::EMPTY.'.database');
        DB::connection('owner')->statement("DROP DATABASE IF EXISTS `{$name}`");
        DB::connection('owner')->statement("CREATE DATABASE `{$name}` CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci");
        DB::purge(self::EMPTY);
        $this->callSilently('migrate', ['--database' => self::EMPTY, '--force' => true]);
    }
}
