<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Models\Job;
use App\Models\Person;
use Database\Seeders\DemoSeeder;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;

final class DatabaseDemo extends Command
{
    protected $signature = 'db:demo {--if-empty : Do nothing when there is a job or somebody already}';

    protected $description = 'Loads the demo scenario';

    public function handle(): int
    {
        if ($this->option('if-empty') === true && (Job::query()->exists() || Person::query()->exists())) {
            $this->line('There are people or jobs already: nothing loaded.');

            return self::SUCCESS;
        }
        if (config('diastoma.demo') !== true) {
            $this->error('This is not a demo: invented people whose password everybody knows are not let in. Set DIASTOMA_DEMO=true where you want them.');

            return self::FAILURE;
        }
        DB::transaction(fn () => app(DemoSeeder::class)->run());
        $this->line('Demo scenario loaded.');

        return self::SUCCESS;
    }
}
