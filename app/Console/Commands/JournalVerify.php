<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Journal\Anchor;
use App\Journal\AnchorFile;
use App\Journal\OfficeVerification;
use App\Journal\Verification;
use App\Models\Job;
use App\Pictures\Kept;
use Illuminate\Console\Command;

final class JournalVerify extends Command
{
    protected $signature = 'journal:verify {job? : Number of one job; all without}
        {--anchors= : File of closing hashes kept outside the database}
        {--key= : Public key of its seals, base64; without it that which stands beside the file}
        {--everything : Holds every table, trace and picture against the journals too; wants the rights of the owner of the database}';

    protected $description = 'Reads the hash chain of each journal and says where it breaks';

    public function handle(Verification $verification, OfficeVerification $office): int
    {
        $file = $this->anchors();
        if ($file === null) {
            return self::INVALID;
        }
        $isWhole = true;
        $anchors = $file->anchors();
        $jobs = Job::query()->when($this->argument('job'), static fn ($q, $number) => $q->where('number', $number))->orderBy('number')->get();
        foreach ($jobs as $job) {
            $found = $verification->of($job);
            $own = array_filter($anchors, static fn (Anchor $a): bool => $a->isOf($job));
            $isWhole = $this->say($job->number, $found, $own, $anchors !== []) && $isWhole;
            $anchors = array_filter($anchors, static fn (Anchor $a): bool => ! $a->isOf($job));
        }
        if ($this->argument('job') === null) {
            $found = $office->chain();
            $faults = [...$found['faults'], ...($this->option('everything') === true ? $office->tables() : []), ...$file->faults()];
            $isWhole = $this->say('The office', [...$found, 'faults' => $faults], $anchors, $file->anchors() !== []) && $isWhole; // also of jobs that are gone
        }

        $isAllWhole = $this->everything(); // whatever was found before

        return $isWhole && $isAllWhole ? self::SUCCESS : self::FAILURE;
    }

    /**
     * @param  array{entries: int, faults: list<string>}  $found
     * @param  array<int, Anchor>  $anchors
     */
    private function say(string $name, array $found, array $anchors, bool $isAnchored): bool
    {
        $faults = [...$found['faults'], ...array_values(array_filter(array_map(static fn (Anchor $a): ?string => $a->fault(), $anchors)))];
        foreach ($faults as $fault) {
            $this->error("{$name}: {$fault}");
        }
        $this->line("{$name}: {$found['entries']} entries, ".($faults === [] ? 'chain whole' : count($faults).' faults')
            .($isAnchored ? ', '.count($anchors).' anchors' : ''));

        return $faults === [];
    }

    private function everything(): bool
    {
        if ($this->option('everything') !== true) {
            return true;
        }
        $pictures = Kept::faults();
        array_map($this->error(...), $pictures);

        return $this->call('journal:replay', ['job' => $this->argument('job')]) === self::SUCCESS && $pictures === [];
    }

    /** @return ?AnchorFile null where the file cannot be read, or holds none */
    private function anchors(): ?AnchorFile
    {
        $name = $this->option('anchors');
        if (! is_string($name)) {
            return AnchorFile::of([], '');
        }
        $path = str_starts_with($name, '/') ? $name : base_path($name);
        $file = AnchorFile::of(@file($path, FILE_IGNORE_NEW_LINES) ?: [], trim((string) ($this->option('key') ?? @file_get_contents("{$path}.pub"))));
        if ($file->anchors() === []) {
            $this->error("The file “{$name}” holds no closing hash. Name the file that journal:anchor writes.");

            return null;
        }

        return $file;
    }
}
