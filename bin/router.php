<?php

declare(strict_types=1);

// PHP's own server: files under public/ as they are, everything else to the application.
$path = parse_url((string) $_SERVER['REQUEST_URI'], PHP_URL_PATH) ?: '/';
$file = realpath(__DIR__.'/../public'.$path);
if ($path !== '/' && $file !== false && str_starts_with($file, realpath(__DIR__.'/../public').'/') && is_file($file)) {
    $accepted = (string) ($_SERVER['HTTP_ACCEPT_ENCODING'] ?? '');
    foreach (['br' => 'br', 'gz' => 'gzip'] as $ending => $name) {
        if (str_contains($accepted, $name) && is_file("{$file}.{$ending}")) {
            header('Content-Type: '.(str_ends_with($file, '.wasm') ? 'application/wasm' : 'text/plain; charset=utf-8'));
            header("Content-Encoding: {$name}");
            header('Content-Length: '.filesize("{$file}.{$ending}"));
            header('Cache-Control: public, max-age=31536000, immutable'); // packed when it was built: its name changes with its content
            readfile("{$file}.{$ending}");

            return true;
        }
    }

    $types = ['js' => 'text/javascript; charset=utf-8', 'css' => 'text/css; charset=utf-8', 'woff2' => 'font/woff2'];
    $type = $types[pathinfo($file, PATHINFO_EXTENSION)] ?? null;
    if ($type === null || ! str_starts_with($path, '/build/assets/')) {
        return false;
    }
    header("Content-Type: {$type}");
    header('Content-Length: '.filesize($file));
    header('Cache-Control: public, max-age=31536000, immutable'); // its name changes with its content
    readfile($file);

    return true;
}

require __DIR__.'/../public/index.php';
