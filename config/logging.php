<?php

declare(strict_types=1);

// The web server and the scheduler are different users of one group under bin/serve: both write the log.
return [
    'channels' => [
        'single' => ['driver' => 'single', 'path' => storage_path('logs/laravel.log'), 'level' => env('LOG_LEVEL', 'debug'), 'permission' => 0660],
    ],
];
