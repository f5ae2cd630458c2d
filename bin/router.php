<?php

declare(strict_types=1);

// PHP's own server: files under public/ as they are, everything else to the application.
$path = parse_url((string) $_SERVER['REQUEST_URI'], PHP_URL_PATH) ?: '/';
$file = realpath(__DIR__.'/../public'.$path);
if ($path !== '/' && $file !== false && str_starts_with($file, realpath(__DIR__.'/../public').'/') && is_file($file)) {
    return false;
}

require __DIR__.'/../public/index.php';
