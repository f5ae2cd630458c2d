<?php

declare(strict_types=1);

$server = [
    'driver' => 'mariadb',
    'host' => env('DB_HOST', '127.0.0.1'),
    'port' => env('DB_PORT', '33306'),
    'unix_socket' => env('DB_SOCKET', ''),
    'database' => env('DB_DATABASE', 'diastoma'),
    'charset' => 'utf8mb4',
    'collation' => 'utf8mb4_unicode_ci',
    'prefix' => '',
    'strict' => true,
    'engine' => 'InnoDB',
    'options' => [PDO::ATTR_EMULATE_PREPARES => true],
];

return [
    'default' => 'app',
    'connections' => [
        // What the application runs as: it may not change or delete a journal entry.
        'app' => [
            ...$server, 'options' => $server['options'] + [PDO::ATTR_PERSISTENT => PHP_SAPI !== 'cli'], // a request costs 2 ms more where it has to connect
            'username' => env('DB_USERNAME', 'diastoma_app'), 'password' => env('DB_PASSWORD', ''),
        ],
        // The same, apart from any transaction: progress of an import is seen, and its cancelling heard, while it runs.
        'beside' => [...$server, 'username' => env('DB_USERNAME', 'diastoma_app'), 'password' => env('DB_PASSWORD', '')],
        // What migrates: used by bin/start and bin/test only.
        'owner' => [...$server, 'username' => env('DB_OWNER_USERNAME', 'diastoma_owner'), 'password' => env('DB_OWNER_PASSWORD', '')],
        // Where the journal is played again, into tables that are empty.
        'replay' => [
            ...$server, 'database' => env('DB_DATABASE', 'diastoma').'_replay', 'username' => env('DB_OWNER_USERNAME', 'diastoma_owner'),
            'password' => env('DB_OWNER_PASSWORD', ''),
        ],
    ],
    'migrations' => ['table' => 'migrations', 'update_date_on_publish' => false],
];
