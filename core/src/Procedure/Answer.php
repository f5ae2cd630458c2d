<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Quantity\Moment;
use Diastoma\Core\Quantity\UnitSystem;

/** An answer to one question, as it came over the wire: refused where it cannot be one at all. */
final readonly class Answer
{
    public function __construct(private ReadingSpec $spec, private UnitSystem $units)
    {
    }

    /**
     * @return bool|float|string|list<float>|array<string, mixed>
     *
     * @throws InvalidInput naming what is wrong with it
     */
    public function of(mixed $raw): bool|float|string|array
    {
        return match ($this->spec->kind) {
            ReadingKind::Number => $this->acceptNumber($raw, $this->spec->label),
            ReadingKind::Series => $this->acceptSeries($raw),
            ReadingKind::YesNo => is_bool($raw) ? $raw : throw $this->refuse('answer yes or no', $raw),
            ReadingKind::Choice => is_string($raw) && in_array($raw, $this->spec->choices, true) ? $raw
                : throw $this->refuse('choose one of: '.implode(', ', $this->spec->choices), $raw),
            ReadingKind::Code => $this->acceptCode($raw),
            ReadingKind::Now => $this->acceptTime($raw),
            ReadingKind::Equipment => is_string($raw) && $raw !== '' ? $raw : throw $this->refuse('choose a piece of equipment', $raw),
            ReadingKind::Row => $this->acceptRow($raw),
            ReadingKind::Signature => throw $this->refuse('sign it: a signature is given by whoever has the role', $raw),
            ReadingKind::Record => throw $this->refuse('this comes from the device itself: run it, or bring its file', $raw),
        };
    }

    private function acceptNumber(mixed $raw, string $label): float
    {
        if (! is_int($raw) && ! is_float($raw) || ! is_finite((float) $raw)) {
            $shown = is_scalar($raw) ? (string) $raw : gettype($raw);

            throw InvalidInput::field($this->spec->key, "{$label}: “{$shown}” is not a number. Type digits, with a point for decimals.", $raw);
        }
        $value = (float) $raw;
        if ($value < $this->spec->min || $value > $this->spec->max) {
            $low = $this->units->print($this->spec->min, $this->spec->unit);
            $high = $this->units->print($this->spec->max, $this->spec->unit);

            throw InvalidInput::field(
                $this->spec->key,
                "{$label}: {$this->units->print($value, $this->spec->unit)} cannot be right here. It lies between {$low} and {$high}. "
                    .'Measure again and check the unit.',
                $value, [$this->spec->min, $this->spec->max],
            );
        }

        return $value;
    }

    /** @return list<float> */
    private function acceptSeries(mixed $raw): array
    {
        $counts = $this->spec->counts === [] ? range(2, 12) : $this->spec->counts;
        if (! is_array($raw) || ! array_is_list($raw) || ! in_array(count($raw), $counts, true)) {
            sort($counts);
            throw $this->refuse('give '.implode(', ', $counts).' values, one for each clock position', is_array($raw) ? count($raw) : $raw);
        }
        $values = [];
        $faults = [];
        foreach ($raw as $i => $value) {
            try {
                $values[] = $this->acceptNumber($value, $this->spec->label.', reading '.($i + 1));
            } catch (InvalidInput $fault) {
                $faults[] = $fault;
            }
        }

        return $faults === [] ? $values : throw InvalidInput::together($faults);
    }

    /** @return array<string, mixed> */
    private function acceptRow(mixed $raw): array
    {
        if (! is_array($raw) || array_is_list($raw)) {
            throw $this->refuse('give one row: '.implode(', ', array_map(static fn (ReadingSpec $c): string => $c->label, $this->spec->columns)), null);
        }
        $row = $faults = [];
        foreach ($this->spec->columns as $column) {
            try {
                if (isset($raw[$column->key])) {
                    $row[$column->key] = $column->accept($raw[$column->key], $this->units);
                } elseif ($column->required) {
                    throw InvalidInput::field($column->key, "{$column->label} is missing in this row.");
                }
            } catch (InvalidInput $fault) {
                $faults[] = $fault;
            }
        }

        return $faults === [] ? $row : throw InvalidInput::together($faults);
    }

    private function acceptCode(mixed $raw): string
    {
        if (! is_string($raw) || trim($raw) === '') {
            throw $this->refuse('scan or type the digits', $raw);
        }
        try {
            $kept = $this->spec->check === null ? trim($raw) : ($this->spec->check)($raw);
        } catch (InvalidInput $fault) {
            throw InvalidInput::field($this->spec->key, $fault->getMessage(), $raw);
        }

        return is_string($kept) ? $kept : trim($raw);
    }

    private function acceptTime(mixed $raw): string
    {
        return (is_string($raw) ? Moment::spelled($raw) : null) ?? throw $this->refuse(
            'press the button, or give a time with its zone such as 2026-11-23T14:05:00Z', $raw,
        );
    }

    private function refuse(string $do, mixed $raw): InvalidInput
    {
        return InvalidInput::field($this->spec->key, "{$this->spec->label}: {$do}.", is_scalar($raw) ? $raw : null);
    }
}
