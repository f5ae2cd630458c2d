<?php

declare(strict_types=1);

namespace Diastoma\Core\Conformance;

use Diastoma\Core\Quantity\Text;

/**
 * What must be so before a nonconformance goes a step further. Its duties:
 * - what was wrong, what it came from and what was done are sentences, for they are read in twenty years;
 * - whoever put it right does not say that it is right: another looks;
 * - what comes back under the same name is said.
 */
final class Nonconformance
{
    /** A sentence, in letters at the least. */
    private const LETTERS = 10;

    /** So many of one cause that share somebody or something are no accident. Common practice: no figure published. */
    private const REPEATED = 2;

    /** @return ?array{field: string, said: string} what is wrong with it; null where it can be raised */
    public static function raise(string $what, ?string $due, string $today): ?array
    {
        return match (true) {
            Text::length(Text::of($what)) < self::LETTERS => ['field' => 'what', 'said' => 'Say in a sentence what is wrong, and where it can be seen.'],
            $due !== null && $due < $today => ['field' => 'due_on', 'said' => 'The day by which it is to be put right lies in the past.'],
            default => null,
        };
    }

    /** @return ?array{field: string, said: string} */
    public static function correct(Standing $standing, string $cause, string $correction): ?array
    {
        return match (true) {
            $standing === Standing::Verified => ['field' => 'correction', 'said' => 'This nonconformance is closed. Raise another where it comes back.'],
            Cause::tryFrom($cause) === null => ['field' => 'cause', 'said' => 'Choose what it came from.'],
            Text::length(Text::of($correction)) < self::LETTERS => ['field' => 'correction', 'said' => 'Say in a sentence what was done about it.'],
            default => null,
        };
    }

    /**
     * @param  ?string  $oneWithCorrector  why whoever looked does not count as another than whoever put it right; null where they do
     * @param  bool  $isRight  whether it is right now; else it is open again
     * @return ?array{field: string, said: string}
     */
    public static function verify(Standing $standing, ?string $oneWithCorrector, bool $isRight, string $remark): ?array
    {
        return match (true) {
            $standing === Standing::Open => ['field' => 'remark', 'said' => 'Nothing was done about it yet. Write that down first.'],
            $standing === Standing::Verified => ['field' => 'remark', 'said' => 'This nonconformance is closed already.'],
            $oneWithCorrector !== null => [
                'field' => 'remark',
                'said' => trim("Whoever put it right does not say that it is right: another looks. Call one over. {$oneWithCorrector}"),
            ],
            ! $isRight && Text::length(Text::of($remark)) < self::LETTERS => ['field' => 'remark', 'said' => 'Say in a sentence what is still wrong.'],
            default => null,
        };
    }

    /**
     * A job is handed over with nothing left open: who takes it over would not know.
     *
     * @param  list<int>  $open  numbers of those that another has not seen put right
     * @return ?string why it is not handed over; null where it can be
     */
    public static function handover(array $open): ?string
    {
        return $open === [] ? null : (count($open) === 1 ? "Nonconformance {$open[0]} is" : 'Nonconformances '.implode(', ', $open).' are')
            .' not closed: the job is handed over with nothing open. Have another see that it is put right.';
    }

    /**
     * What comes back: of one cause, with the same person or the same thing in it.
     *
     * @param  list<array{number: int, cause: ?string, shared: array<string, string>}>  $all  shared: what each has in it, by what it is (operator, unit, clamp,
     *     batch)
     * @return list<array{said: string, numbers: list<int>}> the most frequent first
     */
    public static function repeats(array $all): array
    {
        $found = [];
        foreach ($all as $one) {
            foreach ($one['cause'] === null ? [] : $one['shared'] as $kind => $name) {
                $found["{$one['cause']}|{$kind}|{$name}"][] = $one['number'];
            }
        }
        $found = array_filter($found, static fn (array $numbers): bool => count($numbers) >= self::REPEATED);
        uasort($found, static fn (array $a, array $b): int => count($b) <=> count($a));
        $said = [];
        foreach ($found as $key => $numbers) {
            [$cause, $kind, $name] = explode('|', $key, 3);
            $title = Cause::from($cause)->title();
            $said[] = ['said' => "“{$title}” ".count($numbers)." times with {$kind} {$name}: look there before the next joint.", 'numbers' => $numbers];
        }

        return $said;
    }
}
