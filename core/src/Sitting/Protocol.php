<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting;

use Diastoma\Core\Catalogue\Procedures;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Procedure\Facts;
use Diastoma\Core\Procedure\Procedure;
use Diastoma\Core\Quantity\Moment;
use Diastoma\Core\Rulebook\Rulebook;
use Diastoma\Core\Rulebook\Rulebooks;
use Diastoma\Core\Shift\Carried;

/** A sitting as plain values: what `core/bin/sit` reads and writes, and what a tablet sends and gets. */
final class Protocol
{
    /**
     * Entries are taken one after another, each by the person it names; one that is refused leaves the others as they are.
     *
     * @param  array<mixed>  $given  work {kind, procedure, facts, from_m, to_m}, rulebook (id, or a whole one), systems (joint systems that
     *     somebody added), people, instruments, now, began (of the job),
     *     history (entries that were taken before), entries
     * @return array{taken: list<array<string, mixed>>, refused: list<array<string, mixed>>, view: array<string, mixed>}
     *
     * @throws InvalidInput naming what is missing or wrong
     */
    public static function answer(array $given): array
    {
        $sitting = self::open($given, self::entries($given, 'history'));
        [$taken, $refused] = self::take($given, $sitting);

        return ['taken' => array_map(self::written(...), $taken), 'refused' => $refused, 'view' => $sitting->view()];
    }

    /**
     * The same as a tablet draws it.
     *
     * @param  array<mixed>  $given  as of answer(), and: for (name of whoever looks), replaced (something stands in its
     *     place), sheet (the shift sheet of its place: id, title, work, history, entries)
     * @param  array<string, bool|float|int|string|null>  $told  more facts
     * @param  ?Memory  $memory  of whoever asks again after each entry
     * @return array{taken: list<array<string, mixed>>, refused: list<array<string, mixed>>, desk: array<string, mixed>}
     *
     * @throws InvalidInput naming what is missing or wrong
     */
    public static function desk(array $given, array $told = [], ?Memory $memory = null): array
    {
        $history = self::entries($given, 'history', $memory);
        $told = [...$told, ...self::fromSheet($given)];
        $sitting = self::open($given, $history, $told, $memory);
        [$taken, $refused] = self::take($given, $sitting);
        $name = self::text($given, 'for', '');
        $person = self::people($given)[$name] ?? throw InvalidInput::field('for', "“{$name}” is not among the people given.", $name);
        $desk = new Desk($sitting, [...$history, ...$taken], $person, self::moment($given, 'now', ''), ($given['replaced'] ?? false) === true);

        return ['taken' => array_map(self::written(...), $taken), 'refused' => $refused, 'desk' => $desk->toArray()];
    }

    /** @return array<string, mixed> */
    private static function written(Entry $kept): array
    {
        return [
            'id' => $kept->id, 'kind' => $kept->kind, 'payload' => $kept->payload, 'taken_at' => $kept->takenAt->format(\DateTimeInterface::RFC3339),
            'by' => $kept->by,
        ];
    }

    /**
     * @param  array<mixed>  $given
     * @param  list<Entry>  $history
     * @param  array<string, bool|float|int|string|null>  $told  facts that come from beside it
     */
    private static function open(array $given, array $history, array $told = [], ?Memory $memory = null): Sitting
    {
        $instruments = [];
        foreach (self::rows($given, 'instruments') as $k => $row) {
            $at = "instruments.{$k}";
            $instruments[] = new Instrument(
                self::text($row, 'id', $at), self::text($row, 'kind', $at), self::maybe($row, 'name'), self::maybe($row, 'serial'),
                self::maybe($row, 'calibration_until'), Range::of(self::figure($row, 'range_low'), self::figure($row, 'range_high')),
            );
        }
        $began = ($given['began'] ?? null) === null ? null : self::moment($given, 'began', '');

        return Sitting::open(self::work($given, $told), $history, self::rulebook($given['rulebook'] ?? null), $instruments, $began, $memory);
    }

    /**
     * @param  array<mixed>  $given
     * @return array{list<Entry>, list<array<string, mixed>>} entries that were taken, and why others were not
     */
    private static function take(array $given, Sitting $sitting): array
    {
        $people = self::people($given);
        $now = self::moment($given, 'now', '');
        $taken = $refused = [];
        foreach (self::entries($given, 'entries') as $k => $entry) {
            $person = $people[$entry->by] ?? throw InvalidInput::field("entries.{$k}.by", "“{$entry->by}” is not among the people given.", $entry->by);
            $answer = $sitting->take($entry, $person, $now);
            if ($answer instanceof Taken) {
                $taken[] = $answer->entry;
            } else {
                $refused[] = ['id' => $entry->id, 'why' => $answer->why, 'said' => $answer->said, 'errors' => $answer->errors];
            }
        }

        return [$taken, $refused];
    }

    /**
     * @param  array<mixed>  $given
     * @return array<string, bool|float|int|string|null> facts from the shift sheet of its place, as it stands now
     */
    private static function fromSheet(array $given): array
    {
        $facts = [];
        if (is_array($sheet = $given['sheet'] ?? null)) {
            $all = [...$given, ...$sheet];
            $sitting = self::open($all, self::entries($all, 'history'));
            self::take($all, $sitting);
            $facts = Carried::facts(self::text($sheet, 'id', 'sheet'), self::maybe($sheet, 'title'), $sitting->readings());
        }

        return $facts;
    }

    /**
     * @param  array<mixed>  $given
     * @return array<string, Person> by name
     */
    private static function people(array $given): array
    {
        $people = [];
        foreach (self::rows($given, 'people') as $k => $row) {
            $name = self::text($row, 'name', "people.{$k}");
            $papers = [];
            foreach (is_array($row['certificates'] ?? null) ? array_filter($row['certificates'], is_string(...)) : [] as $of => $until) {
                $papers[(string) $of] = $until;
            }
            $oneWith = is_array($row['one_with'] ?? null) ? array_values(array_filter($row['one_with'], is_string(...))) : [];
            $people[$name] = new Person(
                $name, self::text($row, 'role', "people.{$k}"), self::maybe($row, 'certificate_until'), $papers, self::maybe($row, 'account'), $oneWith,
            );
        }

        return $people;
    }

    /**
     * @param  array<mixed>  $given
     * @return list<Entry>
     */
    private static function entries(array $given, string $key, ?Memory $memory = null): array
    {
        $entries = [];
        foreach (self::rows($given, $key) as $k => $row) {
            $read = static fn (): Entry => self::entry($row, "{$key}.{$k}");
            $entries[] = $memory === null ? $read() : $memory->entry($row, $read);
        }

        return $entries;
    }

    /** @param  array<mixed>  $given */
    private static function procedure(array $given): Procedure
    {
        $work = is_array($given['work'] ?? null) ? $given['work'] : throw InvalidInput::field(
            'work', 'Say what the entries are about: work with kind, procedure and facts.',
        );
        $id = self::text($work, 'procedure', 'work');

        return Procedures::findWith($id, self::rows($given, 'systems')) ?? throw InvalidInput::field(
            'work.procedure', "There is no procedure “{$id}”. Known: ".implode(', ', Procedures::ids()).'.', $id,
        );
    }

    /**
     * @param  array<mixed>  $given
     * @param  array<string, bool|float|int|string|null>  $told
     */
    private static function work(array $given, array $told): Work
    {
        $procedure = self::procedure($given);
        $work = is_array($given['work'] ?? null) ? $given['work'] : [];
        $facts = [];
        foreach (is_array($work['facts'] ?? null) ? $work['facts'] : [] as $key => $value) {
            $facts[(string) $key] = is_scalar($value) || $value === null ? $value : throw InvalidInput::field(
                "work.facts.{$key}", 'A fact is a number, a text, or yes or no.',
            );
        }
        $station = static fn (string $key): ?float => is_int($work[$key] ?? null) || is_float($work[$key] ?? null) ? (float) $work[$key] : null;

        $kind = self::text($work, 'kind', 'work');
        $known = Kind::tryFrom($kind) ?? throw InvalidInput::field(
            'work.kind', "There is no kind of work “{$kind}”. Known: ".implode(', ', array_column(Kind::cases(), 'value')).'.', $kind,
        );

        return new Work($known, $procedure, new Facts([...$facts, ...$told]), $station('from_m'), $station('to_m'));
    }

    /**
     * @param  mixed  $given  id of one that ships, a whole one as plain data, or one that was read before
     *
     * @throws InvalidInput if it is none
     */
    public static function rulebook(mixed $given): Rulebook
    {
        if ($given instanceof Rulebook) {
            return $given;
        }
        if (is_string($given)) {
            return Rulebooks::of($given) ?? throw InvalidInput::field('rulebook', "There is no rulebook “{$given}”.", $given);
        }
        if (! is_array($given)) {
            throw InvalidInput::field('rulebook', 'Name the rulebook, such as iso, or give a whole one.');
        }
        try {
            $rulebook = Rulebook::fromArray($given); // @phpstan-ignore argument.type (a whole one, as toArray() gives it; anything else ends below)
            $held = $rulebook->all();
        } catch (\TypeError|\ValueError|\ErrorException) {
            $rulebook = null;
            $held = [];
        }
        $wanted = array_intersect_key(Rulebooks::iso()->all(), Rulebooks::us()->all());

        return $rulebook !== null && array_diff_key($wanted, $held) === [] ? $rulebook : throw InvalidInput::field(
            'rulebook', 'This rulebook is not whole. Give it as the server does.',
        );
    }

    /** @param  array<mixed>  $row */
    private static function entry(array $row, string $at): Entry
    {
        $payload = [];
        foreach (is_array($row['payload'] ?? null) ? $row['payload'] : [] as $key => $value) {
            $payload[(string) $key] = $value;
        }

        $received = ($row['received_at'] ?? null) === null ? null : self::moment($row, 'received_at', "{$at}.");

        return new Entry(
            self::text($row, 'id', $at), self::text($row, 'kind', $at), $payload, self::moment($row, 'taken_at', "{$at}."), self::text($row, 'by', $at),
            $received,
        );
    }

    /** @param  array<mixed>  $row */
    private static function moment(array $row, string $key, string $at): \DateTimeImmutable
    {
        $given = $row[$key] ?? null;
        $spelled = is_string($given) ? Moment::spelled($given) : null;

        return $spelled === null ? throw InvalidInput::field(
            $at.$key, "{$at}{$key} is no moment with its zone, such as 2026-11-23T14:05:00Z.", is_scalar($given) ? $given : null,
        ) : new \DateTimeImmutable($spelled);
    }

    /** @param  array<mixed>  $row */
    private static function text(array $row, string $key, string $at): string
    {
        $text = $row[$key] ?? null;

        return is_string($text) && $text !== '' ? $text : throw InvalidInput::field(
            "{$at}.{$key}", "{$at}.{$key} is missing.", is_scalar($text) ? $text : null,
        );
    }

    /** @param  array<mixed>  $row */
    private static function maybe(array $row, string $key): string
    {
        return is_string($row[$key] ?? null) ? $row[$key] : '';
    }

    /** @param  array<mixed>  $row */
    private static function figure(array $row, string $key): ?float
    {
        return is_int($row[$key] ?? null) || is_float($row[$key] ?? null) ? (float) $row[$key] : null;
    }

    /**
     * @param  array<mixed>  $given
     * @return list<array<mixed>>
     */
    private static function rows(array $given, string $key): array
    {
        return array_values(array_filter(is_array($given[$key] ?? null) ? $given[$key] : [], is_array(...)));
    }
}
