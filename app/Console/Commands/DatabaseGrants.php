<?php

declare(strict_types=1);

namespace App\Console\Commands;

use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;

/** Gives the application's database user what it needs and no more: on the journals it may read and add. */
final class DatabaseGrants extends Command
{
    /** What is only ever added to can only be added to; where the tables come from is not the application's. */
    private const RIGHTS = [
        'entries' => 'SELECT, INSERT', 'office_entries' => 'SELECT, INSERT', 'office_head' => 'SELECT, UPDATE', 'rulebooks' => 'SELECT, INSERT',
        'trace_blocks' => 'SELECT, INSERT, DELETE', 'pictures' => 'SELECT, INSERT', 'plans' => 'SELECT, INSERT, UPDATE',
        'people' => 'SELECT, INSERT, UPDATE', 'jobs' => 'SELECT, INSERT, UPDATE', 'mains' => 'SELECT, INSERT, UPDATE',
        'equipment' => 'SELECT, INSERT, UPDATE', 'rejects' => 'SELECT, INSERT', 'nonconformances' => 'SELECT, INSERT, UPDATE',
        'alignments' => 'SELECT, INSERT', 'joint_systems' => 'SELECT, INSERT', 'works' => 'SELECT, INSERT, UPDATE', 'takings' => 'SELECT, INSERT',
        'pressure_tests' => 'SELECT, INSERT, UPDATE', 'differences' => 'SELECT, INSERT', 'migrations' => 'SELECT',
    ];

    protected $signature = 'db:grants';

    protected $description = 'Sets the rights of the application\'s database user, table by table';

    public function handle(): int
    {
        $owner = DB::connection('owner');
        $database = (string) config('database.connections.app.database');
        $user = (string) config('database.connections.app.username');
        foreach ($owner->select('SHOW TABLES') as $row) {
            $table = (string) array_values((array) $row)[0];
            $rights = self::RIGHTS[$table] ?? 'SELECT, INSERT, UPDATE, DELETE';
            $owner->unprepared("GRANT SELECT ON `{$database}`.`{$table}` TO '{$user}'@'%'");
            $owner->unprepared("REVOKE ALL PRIVILEGES ON `{$database}`.`{$table}` FROM '{$user}'@'%'"); // also what an earlier version gave
            $owner->unprepared("GRANT {$rights} ON `{$database}`.`{$table}` TO '{$user}'@'%'");
        }
        $this->line('Rights set: the journals can be read and added to, nothing else.');

        return self::SUCCESS;
    }
}
