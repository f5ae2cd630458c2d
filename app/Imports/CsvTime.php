<?php

declare(strict_types=1);

namespace App\Imports;

use App\Traces\LoggedTrace;
use Diastoma\Core\Exception\InvalidInput;

/** The time column of a logger's CSV: seconds, minutes or hours that have gone by, clock times with or without a zone, or a date and a time apart. */
final class CsvTime
{
    private ?float $first = null;

    /** Place of a column of numbers; −1 where clock times are written out. */
    public readonly int $at;

    private readonly int $column;

    private readonly float $factor;

    private readonly ?int $date;

    private readonly \DateTimeZone $zone;

    /** @param  list<string>  $names */
    private function __construct(array $names, string $name, public readonly string $kept, string $zone)
    {
        $this->column = (int) array_search($name, $names, true);
        $this->date = $name === 'time' && in_array('date', $names, true) ? (int) array_search('date', $names, true) : null;
        $this->at = $name === 'time' ? -1 : $this->column;
        $this->factor = LoggedTrace::TIME[$name] ?? 1.0;
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

    /** Seconds from the first sample, of a time that was logged as a number. */
    public function seconds(float $logged): float
    {
        $this->first ??= $logged;

        return round(($logged - $this->first) * $this->factor, 9);
    }

    /** Seconds from the first sample, of a clock time. */
    public function since(float $epoch): float
    {
        $this->first ??= $epoch;

        return round($epoch - $this->first, 6);
    }

    public function startedAt(): ?\DateTimeImmutable
    {
        return $this->at >= 0 || $this->first === null ? null : (new \DateTimeImmutable('@'.(int) floor($this->first)))->setTimezone(new \DateTimeZone('UTC'));
    }

    /**
     * @param  list<string>  $cells
     * @return float seconds since 1970
     *
     * @throws InvalidInput if it is no time, or may be read two ways
     */
    public function moment(array $cells, int $row): float
    {
        $text = trim(($this->date === null ? '' : $cells[$this->date].' ').$cells[$this->column]);
        if (preg_match('/\A\d{1,2}\/\d{1,2}\/\d{2,4}/', $text) === 1) {
            throw InvalidInput::field('file', "Row {$row}: “{$text}” may be read two ways round. Write the day like 2026-11-23.", $text);
        }
        if (preg_match(
            '/\A(\d{4}-\d\d-\d\d[T ]\d{1,2}:\d\d(:\d\d([.,]\d{1,9})?)?( ?(Z|[+-]\d\d:?\d\d))?|\d{1,2}\.\d{1,2}\.\d{4} \d{1,2}:\d\d(:\d\d([.,]\d{1,9})?)?)\z/',
            $text,
        ) !== 1) {
            throw InvalidInput::field(
                'file', "Row {$row}: “".mb_strimwidth(mb_scrub($text), 0, 40, '…').'” is not a time. Write it like 2026-11-23T14:05:00Z.',
                mb_strimwidth(mb_scrub($text), 0, 40, '…'),
            );
        }
        try {
            $moment = new \DateTimeImmutable(str_replace(',', '.', $text), $this->zone);
        } catch (\Exception) {
            throw InvalidInput::field('file', "Row {$row}: “{$text}” is not a time. Write it like 2026-11-23T14:05:00Z.", $text);
        }

        return (float) $moment->format('U.u');
    }
}
