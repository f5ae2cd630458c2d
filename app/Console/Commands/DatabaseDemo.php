<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Models\Job;
use Database\Seeders\DemoSeeder;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;

final class DatabaseDemo extends Command
{
    protected $signature = 'db:demo {--if-empty : Do nothing when there is a job already}';

    protected $description = 'Loads the made-up demo scenario';

    public function handle(): int
    {
        if ($this->option('if-empty') === true && Job::query()->exists()) {
            $this->line('There is a job already: nothing loaded.');

            return self::SUCCESS;
        }
        DB::transaction(fn () => app(DemoSeeder::class)->run());
        $this->line('Demo scenario loaded.');

        return self::SUCCESS;
    }
}
