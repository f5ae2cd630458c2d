<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Journal\Anchor;
use App\Journal\AnchorFile;
use App\Journal\Journal;
use App\Models\Entry;
use App\Models\Job;
use Carbon\CarbonImmutable;
use Diastoma\Core\Sitting\Entry as Item;
use Illuminate\Console\Command;

/**
 * Called by the scheduler every minute, best as a user who is not the web server's: a line every ten minutes where something was written, and one as soon as
 * somebody has signed, judged, overruled, or changed a right, a rule, a paper or an instrument. Each time with one seal over all journals, signed with a key
 * of its own.
 */
final class JournalAnchor extends Command
{
    /** After so long a reading that was written is closed, minutes. Our own value. */
    private const AFTER_MIN = 10;

    private const AT_ONCE = [
        Journal::TEST_SIGNED, Journal::TEST_JUDGED, Journal::JUDGED_AGAIN, Item::OVERRULE, Item::SIGNATURE, Item::CUT_OUT, Journal::CREW, Journal::JOB_KEPT,
        Journal::JOB_TAKEN, Journal::RULEBOOK, Journal::INSTRUMENT, Journal::NONCONFORMANCE, Journal::MADE_AGAIN, Journal::CLOCK,
    ];

    protected $signature = 'journal:anchor {--file=var/anchors.log : File that lines are added to}
        {--key=.anchor.key : File of the key that signs; made where there is none. The public part stands beside the anchors, as FILE.pub}';

    protected $description = 'Adds the closing hash of each journal to a file outside the database, under a seal';

    public function handle(): int
    {
        [$file, $key] = [$this->path('file'), $this->path('key')];
        $secret = $this->signingKey($key, "{$file}.pub");
        if ($secret === null) {
            $this->error("The key “{$key}” cannot be read or made. Give this user the right to, or name another with --key.");

            return self::FAILURE;
        }
        $kept = AnchorFile::of(is_file($file) ? file($file, FILE_IGNORE_NEW_LINES) ?: [] : [], '');
        $office = Anchor::ofOffice();
        $due = $office->seq === $kept->last(Anchor::OFFICE)?->seq ? [] : [$office];
        foreach (Job::query()->orderBy('number')->get() as $job) {
            $this->isDue($job, $kept->last($job->id)) && $due[] = Anchor::of($job);
        }
        if ($due !== [] && @file_put_contents($file, $kept->add($due, $secret), FILE_APPEND | LOCK_EX) === false) {
            $this->error("The file “{$file}” cannot be added to. Give this user the right to, or name another with --file.");

            return self::FAILURE;
        }
        $this->line(count($due).' lines added.');

        return self::SUCCESS;
    }

    private function path(string $option): string
    {
        $given = $this->option($option);
        $file = is_string($given) ? $given : '';

        return str_starts_with($file, '/') ? $file : base_path($file);
    }

    /** @return ?non-empty-string the secret key, made at the first run by whoever runs it and readable by nobody else */
    private function signingKey(string $file, string $public): ?string
    {
        if ((int) @filesize($file) === 0) { // the start may have laid an empty one ready for whoever runs this
            $pair = sodium_crypto_sign_keypair();
            $before = umask(0o077);
            $isKept = @file_put_contents($file, base64_encode(sodium_crypto_sign_secretkey($pair))."\n") !== false;
            umask($before);
            if (! $isKept) {
                return null;
            }
        }
        $secret = base64_decode((string) @file_get_contents($file), true);
        if (! is_string($secret) || strlen($secret) !== SODIUM_CRYPTO_SIGN_SECRETKEYBYTES) {
            return null;
        }
        file_exists($public) || @file_put_contents($public, base64_encode(sodium_crypto_sign_publickey_from_secretkey($secret))."\n");

        return $secret;
    }

    private function isDue(Job $job, ?Anchor $last): bool
    {
        if ($last === null || $last->seq === $job->journal_seq) {
            return $last === null;
        }

        return CarbonImmutable::parse($last->at)->diffInMinutes(now()) >= self::AFTER_MIN
            || Entry::where('job_id', $job->id)->where('seq', '>', $last->seq)->whereIn('kind', self::AT_ONCE)->exists();
    }
}
