<?php

declare(strict_types=1);

namespace App\Console\Commands;

use Diastoma\Core\Exception\InvalidInput;

/** A file named on the command line; - for standard input. */
final class CommandFile
{
    /** @throws InvalidInput if it cannot be read */
    public static function text(string $name, string $field): string
    {
        $text = $name === '-' ? stream_get_contents(STDIN) : ($name !== '' && is_file($name) ? file_get_contents($name) : false);

        return $text === false ? throw InvalidInput::field($field, "The file “{$name}” cannot be read. Check its name.", $name) : $text;
    }
}
