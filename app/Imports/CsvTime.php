<?php

declare(strict_types=1);

namespace App\Imports;

use App\Traces\LoggedTrace;
use Diastoma\Core\Exception\InvalidInput;

/** The time column of a logger's CSV: seconds, minutes or hours that have gone by, clock times with or without a zone, or a date and a time apart. */
final class CsvTime
{
    private ?float $first = null;

    private ?float $epoch = null;

    private readonly int $column;

    private readonly ?int $date;

    private readonly \DateTimeZone $zone;

    /** @param  list<string>  $names */
    private function __construct(array $names, private readonly string $name, public readonly ?string $kept, string $zone)
    {
        $this->column = (int) array_search($name, $names, true);
        $this->date = $name === 'time' && in_array('date', $names, true) ? (int) array_search('date', $names, true) : null;
        $this->zone = new \DateTimeZone($zone);
    }

    /**
     * @param  list<string>  $names
     *
     * @throws InvalidInput if there is none
     */
    public static function in(array $names, string $zone): self
    {
        foreach (array_keys(LoggedTrace::TIME) as $known) {
            if (in_array($known, $names, true)) {
                return new self($names, $known, $known, $zone);
            }
        }
        if (in_array('time', $names, true)) {
            return new self($names, 'time', LoggedTrace::EPOCH, $zone);
        }

        throw InvalidInput::field('file', 'The file has no column for the time. Name it time_s, time_min or time. It has: '.implode(', ', $names).'.', $names);
    }

    /**
     * @param  list<string>  $cells
     * @param  \Closure(list<string>, string, int): float  $number
     * @return array{float, float} seconds from the first sample, and the time as it was logged
     */
    public function read(array $cells, int $row, \Closure $number): array
    {
        if ($this->name !== 'time') {
            $kept = $number($cells, $this->name, $row);
            $this->first ??= $kept;

            return [round(($kept - $this->first) * LoggedTrace::TIME[$this->name], 9), $kept];
        }
        $kept = $this->moment(trim(($this->date === null ? '' : $cells[$this->date].' ').$cells[$this->column]), $row);
        $this->epoch ??= $kept;

        return [round($kept - $this->epoch, 6), $kept];
    }

    public function startedAt(): ?\DateTimeImmutable
    {
        return $this->epoch === null ? null : (new \DateTimeImmutable('@'.(int) floor($this->epoch)))->setTimezone(new \DateTimeZone('UTC'));
    }

    private function moment(string $text, int $row): float
    {
        if (preg_match('/\A\d{1,2}\/\d{1,2}\/\d{2,4}/', $text) === 1) {
            throw InvalidInput::field('file', "Row {$row}: “{$text}” may be read two ways round. Write the day like 2026-11-23.", $text);
        }
        if (preg_match('/\A(\d{4}-\d\d-\d\d[T ]\d{1,2}:\d\d(:\d\d([.,]\d{1,9})?)?( ?(Z|[+-]\d\d:?\d\d))?|\d{1,2}\.\d{1,2}\.\d{4} \d{1,2}:\d\d(:\d\d([.,]\d{1,9})?)?)\z/', $text) !== 1) {
            throw InvalidInput::field('file', "Row {$row}: “".mb_strimwidth(mb_scrub($text), 0, 40, '…').'” is not a time. Write it like 2026-11-23T14:05:00Z.', mb_strimwidth(mb_scrub($text), 0, 40, '…'));
        }
        try {
            $moment = new \DateTimeImmutable(str_replace(',', '.', $text), $this->zone);
        } catch (\Exception) {
            throw InvalidInput::field('file', "Row {$row}: “{$text}” is not a time. Write it like 2026-11-23T14:05:00Z.", $text);
        }

        return (float) $moment->format('U.u');
    }
}
