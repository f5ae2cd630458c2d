<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Pictures\Brought;
use Illuminate\Console\Command;

/** Called by the scheduler every night. */
final class PicturesPrune extends Command
{
    protected $signature = 'pictures:prune';

    protected $description = 'Removes pictures that were brought a month ago and that nothing names';

    public function handle(): int
    {
        $this->line(Brought::prune().' removed.');

        return self::SUCCESS;
    }
}
