<?php

declare(strict_types=1);

namespace Core\Tests\Mutation;

/** One deliberate mistake. */
final readonly class Mutant
{
    public function __construct(public string $file, public int $line, public string $mutator, public string $source, private string $diff)
    {
    }

    public function words(): string
    {
        $changed = array_values(array_filter(
            array_map(static fn (string $l): string => trim(strip_tags($l)), explode("\n", $this->diff)),
            static fn (string $l): bool => preg_match('/^[-+]/', $l) === 1,
        ));

        return basename(dirname($this->file)).'/'.basename($this->file).":{$this->line} {$this->mutator} ".mb_substr(
            preg_replace('/\s+/', ' ', implode('  ', $changed)) ?? '', 0, 240,
        );
    }
}
