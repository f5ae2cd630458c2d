<?php

declare(strict_types=1);

// Where pictures and papers lie: on this machine, or where every application server reaches them (docs/operations.md). DIASTOMA_PICTURES says which.
$disk = static fn (string $name, ?string $else = null): mixed => env("DIASTOMA_PICTURES_{$name}", $else);

return [
    'default' => 'pictures',
    'disks' => [
        'pictures' => match (env('DIASTOMA_PICTURES', 'local')) {
            'sftp' => [
                'driver' => 'sftp', 'host' => $disk('HOST'), 'port' => (int) $disk('PORT', '22'), 'username' => $disk('USER'),
                'privateKey' => $disk('KEY'), 'hostFingerprint' => $disk('HOST_FINGERPRINT'), 'root' => $disk('ROOT', ''), 'timeout' => 20, 'throw' => false,
                'visibility' => 'private', 'directory_visibility' => 'private',
            ],
            's3' => [
                'driver' => 's3', 'key' => $disk('KEY'), 'secret' => $disk('SECRET'), 'region' => $disk('REGION'), 'bucket' => $disk('BUCKET'),
                'endpoint' => $disk('ENDPOINT'), 'use_path_style_endpoint' => (bool) $disk('ENDPOINT'), 'root' => $disk('ROOT', ''), 'throw' => false,
            ],
            // for the web server that writes them and the group that verifies, prunes and backs them up, for nobody else
            'local' => [
                'driver' => 'local', 'root' => $disk('ROOT', storage_path('app/private')), 'throw' => false,
                'permissions' => ['file' => ['public' => 0660, 'private' => 0660], 'dir' => ['public' => 02770, 'private' => 02770]],
            ],
            default => throw new InvalidArgumentException('DIASTOMA_PICTURES is “local”, “sftp” or “s3”.'),
        },
    ],
];
