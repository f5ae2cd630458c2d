<?php

declare(strict_types=1);

namespace App\Console\Commands;

use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;

/** Gives the application's database user what it needs and no more: on the journal it may read and add. */
final class DatabaseGrants extends Command
{
    protected $signature = 'db:grants';

    protected $description = 'Sets the rights of the application\'s database user, table by table';

    public function handle(): int
    {
        $owner = DB::connection('owner');
        $database = (string) config('database.connections.app.database');
        $user = (string) config('database.connections.app.username');
        foreach ($owner->select('SHOW TABLES') as $row) {
            $table = (string) array_values((array) $row)[0];
            $rights = $table === 'entries' ? 'SELECT, INSERT' : 'SELECT, INSERT, UPDATE, DELETE';
            $owner->unprepared("GRANT {$rights} ON `{$database}`.`{$table}` TO '{$user}'@'%'");
        }
        $this->line('Rights set: the journal can be read and added to, nothing else.');

        return self::SUCCESS;
    }
}
