<?php

declare(strict_types=1);

namespace App\Console\Commands;

use Diastoma\Core\Exception\InvalidInput;
use Illuminate\Console\Command;

/** A command that answers in JSON on standard output and exits 0; bad input is a problem object on standard error, and 2. */
abstract class JsonCommand extends Command
{
    protected const BAD_INPUT = 2;

    protected const FLAGS = JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR;

    /** @param  \Closure(): array<mixed>  $work */
    protected function answer(\Closure $work, int $moreFlags = 0): int
    {
        try {
            $this->line(json_encode($work(), self::FLAGS | $moreFlags));

            return self::SUCCESS;
        } catch (InvalidInput $fault) {
            return $this->refused($fault);
        }
    }

    protected function refused(InvalidInput $fault): int
    {
        fwrite(STDERR, json_encode(self::problem($fault), self::FLAGS | JSON_PARTIAL_OUTPUT_ON_ERROR)."\n");

        return self::BAD_INPUT;
    }

    /** @return array<string, mixed> */
    protected static function problem(InvalidInput $fault): array
    {
        return ['type' => 'about:blank', 'title' => $fault->getMessage(), 'status' => 422, 'errors' => $fault->faults];
    }

    /**
     * The text of a file named on the command line; - for standard input.
     *
     * @throws InvalidInput if it cannot be read
     */
    protected static function text(string $name, string $field): string
    {
        $text = $name === '-' ? stream_get_contents(STDIN) : ($name !== '' && is_file($name) ? file_get_contents($name) : false);

        return $text === false ? throw InvalidInput::field($field, "The file “{$name}” cannot be read. Check its name.", $name) : $text;
    }
}
