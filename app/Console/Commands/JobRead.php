<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Archive\Read;
use App\Exceptions\Refused;
use App\Office\SignInName;
use Illuminate\Console\Command;

/** Takes a job in from a file that another installation has written. */
final class JobRead extends Command
{
    protected $signature = 'job:read {file : That job:write has written} {--for= : Sign-in name of the administrator who will see it}
        {--same=* : Id of somebody whom the file names and who is here: they are the same person}';

    protected $description = 'Takes a job in from a file, after its chain was read; nothing that is here is touched';

    public function handle(Read $read): int
    {
        $person = SignInName::person((string) $this->option('for'));
        if ($person?->administrator !== true || ! is_readable((string) $this->argument('file'))) {
            $this->error($person?->administrator !== true ? 'Name an administrator of this installation: --for=SIGN-IN.' : 'The file cannot be read.');

            return self::INVALID;
        }
        try {
            $job = $read->from((string) $this->argument('file'), $person, array_values(array_filter((array) $this->option('same'), is_string(...))), false);
        } catch (Refused $refused) {
            $this->error($refused->getMessage());
            array_map(fn (array $f) => $this->line("  {$f['detail']} --same={$f['value']}"), $refused->faults);

            return self::FAILURE;
        }
        $this->line("{$job->number}: {$job->journal_seq} entries taken, its chain whole. {$person->name} is on it.");

        return self::SUCCESS;
    }
}
