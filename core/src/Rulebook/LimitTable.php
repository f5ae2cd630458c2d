<?php

declare(strict_types=1);

namespace Diastoma\Core\Rulebook;

/** Every limit that ships, with its value in each rulebook's units and where it comes from, as a page to read. */
final class LimitTable
{
    /**
     * Markdown, ending in a newline.
     *
     * @param  array<string, string>  $sides  by limit: what happens on either side of it
     * @param  array<string, string>  $tests  by limit: the test that fails when it moves
     */
    public static function markdown(array $sides, array $tests): string
    {
        $books = Rulebooks::all();
        $ids = array_unique(array_merge([], ...array_map(static fn (Rulebook $r): array => array_keys($r->all()), $books)));
        sort($ids);
        $lines = [
            '# Limits that ship', '',
            'Made from the code; `DIASTOMA_PIN=1 vendor/bin/pest core/tests/Rulebook/LimitTableTest.php` writes it again. What happens on either side is '
                .'found by moving the limit while the same work is judged: “stop below” is a limit that the work must not exceed, “mend above” '
                    .'one that it must reach; where a size or a share decides otherwise the words say so. Makers’ instructions, the owner’s '
                        .'specification and local code govern over every figure here. Limits of the pressure tests (`test.…`) are moved while a test is '
                            .'planned, and judged as it was run well and as it was spoilt; [pressure-tests.md](pressure-tests.md) says what the methods do.',
            '',
            '| limit | '.implode(' | ', array_map(static fn (Rulebook $r): string => $r->title, $books)).' | when it is moved | source | certainty | held by |',
            '|---|'.str_repeat('---:|', count($books)).'---|---|---|---|',
        ];
        foreach ($ids as $id) {
            $of = array_map(static fn (Rulebook $r): ?Limit => $r->all()[$id] ?? null, $books);
            $sources = array_unique(array_map(static fn (Limit $l): string => $l->source->tag(), array_filter($of)));
            $title = array_values(array_filter($of))[0]->title ?? $id;
            $values = array_map(static fn (Rulebook $r, ?Limit $l): string => $l === null ? '–' : $r->print($l->value, $l->unit), $books, $of);
            $lines[] = "| {$title} (`{$id}`) | ".implode(' | ', $values).' | '.($sides[$id] ?? '').' | '.implode('; ', $sources).' | '.implode(
                '; ', array_unique(array_map(self::certainty(...), array_filter($of))),
            ).' | '.($tests[$id] ?? '').' |';
        }

        array_push(
            $lines, '', '## Publications named', '', 'A copy of each settles what stands beside it; a value tagged “from memory” waits for that.', '',
            '| publication | settles |', '|---|---|',
        );
        foreach (Documents::ALL as $title => $settles) {
            $lines[] = "| {$title} | {$settles} |";
        }

        return implode("\n", $lines)."\n";
    }

    private static function certainty(Limit $limit): string
    {
        return match ($limit->source->kind) {
            SourceKind::Standard => 'as the standard has it', SourceKind::FromMemory => 'from memory: check it before relying on it',
            SourceKind::CommonPractice => 'common practice: the maker’s figure governs',
            SourceKind::Maker => 'the maker’s', SourceKind::Specification => 'the owner’s', SourceKind::Arithmetic => 'arithmetic',
        };
    }
}
