<?php

declare(strict_types=1);

namespace Tests\Releases;

use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Symfony\Component\Process\Process;

/**
 * A database as an earlier release left it: the invented job, written by that release's own code. Brought to today's tables as an upgrade does, in a database
 * of its own beside the tests'.
 */
final readonly class Release
{
    public const KEPT = __DIR__.'/kept';

    private const CONNECTIONS = ['app', 'beside', 'owner'];

    public function __construct(public string $name)
    {
    }

    /** @return list<string> names of the releases that are kept, oldest first */
    public static function names(): array
    {
        return array_map(static fn (string $file): string => basename($file, '.sql.gz'), glob(self::KEPT.'/*.sql.gz') ?: []);
    }

    /** Loads it and upgrades it; every connection then looks at it. */
    public function open(): void
    {
        $database = config('database.connections.app.database').'_earlier';
        foreach (self::CONNECTIONS as $connection) {
            config(["database.connections.{$connection}.database" => $database]);
            DB::purge($connection);
        }
        config(['database.connections.replay.database' => "{$database}_replay"]);
        DB::purge('replay');
        $owner = config('database.connections.owner');
        foreach (DB::connection('owner')->select('SHOW TABLES') as $row) {
            DB::connection('owner')->unprepared('SET FOREIGN_KEY_CHECKS = 0; DROP TABLE `'.array_values((array) $row)[0].'`');
        }
        (new Process(
            ['mariadb', '--no-defaults', "--host={$owner['host']}", "--port={$owner['port']}", "--user={$owner['username']}", $database],
            env: ['MYSQL_PWD' => $owner['password']],
            input: gzopen(self::KEPT."/{$this->name}.sql.gz", 'r'),
        ))->mustRun();
        Artisan::call('migrate', ['--database' => 'owner', '--force' => true]);
        Artisan::call('db:grants');
        Artisan::call('journal:complete');
    }
}
