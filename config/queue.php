<?php

declare(strict_types=1);

return [
    // at once where nobody works off a queue (bin/start); bin/serve runs a worker
    'default' => env('QUEUE_CONNECTION', 'sync'),
    'connections' => [
        'sync' => ['driver' => 'sync'],
        'database' => ['driver' => 'database', 'connection' => null, 'table' => 'jobs_queued', 'queue' => 'default', 'retry_after' => 120],
    ],
    'failed' => ['driver' => 'database-uuids', 'database' => 'app', 'table' => 'jobs_failed'],
];
