<?php

declare(strict_types=1);

namespace Diastoma\Core\Rulebook;

/** Every limit that ships, with its value in each rulebook's units and where it comes from, as a page to read. */
final class LimitTable
{
    /** Markdown, ending in a newline. */
    public static function markdown(): string
    {
        $books = Rulebooks::all();
        $ids = array_unique(array_merge([], ...array_map(static fn (Rulebook $r): array => array_keys($r->limits), $books)));
        sort($ids);
        $lines = [
            '# Limits that ship', '',
            'Made from the code; `DIASTOMA_PIN=1 vendor/bin/pest core/tests/Rulebook/LimitTableTest.php` writes it anew. Makers’ instructions, the owner’s specification and local code govern over every figure here. Limits of the pressure tests come from each method’s standard and stand beside the method in [pressure-tests.md](pressure-tests.md).', '',
            '| limit | '.implode(' | ', array_map(static fn (Rulebook $r): string => $r->title, $books)).' | source |', '|---|'.str_repeat('---:|', count($books)).'---|',
        ];
        foreach ($ids as $id) {
            $of = array_map(static fn (Rulebook $r): ?Limit => $r->limits[$id] ?? null, $books);
            $sources = array_unique(array_map(static fn (Limit $l): string => $l->source->tag(), array_filter($of)));
            $title = array_values(array_filter($of))[0]->title ?? $id;
            $values = array_map(static fn (Rulebook $r, ?Limit $l): string => $l === null ? '–' : $r->print($l->value, $l->unit), $books, $of);
            $lines[] = "| {$title} (`{$id}`) | ".implode(' | ', $values).' | '.implode('; ', $sources).' |';
        }

        return implode("\n", $lines)."\n";
    }
}
