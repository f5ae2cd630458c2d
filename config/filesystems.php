<?php

declare(strict_types=1);

// Pictures and papers: for the web server that writes them and the group that verifies, prunes and backs them up, for nobody else.
return [
    'disks' => [
        'local' => [
            'driver' => 'local', 'root' => storage_path('app/private'), 'throw' => false,
            'permissions' => ['file' => ['public' => 0660, 'private' => 0660], 'dir' => ['public' => 02770, 'private' => 02770]],
        ],
    ],
];
