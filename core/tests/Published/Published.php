<?php

declare(strict_types=1);

namespace Core\Tests\Published;

/** A table of a standard, written down as it is printed: no figure in it was worked out by this code. */
final readonly class Published
{
    public const SEEN = 'seen';

    public const FROM_MEMORY = 'from memory';

    /** @param  array<string, list<mixed>>  $rows  by name of the value: what is put in, then what is printed */
    public function __construct(public string $source, public string $certainty, public array $rows)
    {
    }

    /** @return list<self> every table of this folder */
    public static function all(): array
    {
        return array_map(static fn (string $file): self => require $file, glob(__DIR__.'/tables/*.php') ?: []);
    }

    public static function table(string $name): self
    {
        return require __DIR__."/tables/{$name}.php";
    }
}
