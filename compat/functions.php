<?php

declare(strict_types=1);

// Laravel 12 calls four functions of newer PHP through a polyfill package that the
// registry in use does not carry. These are the same functions, for PHP 8.2.

if (! function_exists('array_first')) {
    /** First value of an array, null when it is empty (PHP 8.5). */
    function array_first(array $array): mixed
    {
        return $array === [] ? null : $array[array_key_first($array)];
    }
}

if (! function_exists('array_last')) {
    /** Last value of an array, null when it is empty (PHP 8.5). */
    function array_last(array $array): mixed
    {
        return $array === [] ? null : $array[array_key_last($array)];
    }
}

if (! function_exists('get_error_handler')) {
    /** The error handler in force (PHP 8.5). */
    function get_error_handler(): ?callable
    {
        $handler = set_error_handler(null);
        restore_error_handler();

        return $handler;
    }
}

if (! function_exists('get_exception_handler')) {
    /** The exception handler in force (PHP 8.5). */
    function get_exception_handler(): ?callable
    {
        $handler = set_exception_handler(null);
        restore_exception_handler();

        return $handler;
    }
}
