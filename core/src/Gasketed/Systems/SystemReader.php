<?php

declare(strict_types=1);

namespace Diastoma\Core\Gasketed\Systems;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Quantity\Text;

/** Reads the settings of a joint system out of plain data and gathers every fault, so that a form can show them together. */
final class SystemReader
{
    /** @var list<InvalidInput> */
    private array $faults = [];

    /** @param  array<mixed>  $data */
    public function __construct(private readonly array $data)
    {
    }

    /** @throws InvalidInput with all that was wrong */
    public function end(): void
    {
        if ($this->faults !== []) {
            throw InvalidInput::together($this->faults);
        }
    }

    public function key(): string
    {
        $key = $this->data['key'] ?? '';
        if (! is_string($key) || preg_match('/\A[a-z][a-z0-9_]{2,39}\z/', $key) !== 1) {
            $this->fault('key', 'Give it a short name of small letters, digits and underscores, such as grp_coupling_b.', $key);

            return 'unnamed';
        }

        return $key;
    }

    public function text(string $field, int $shortest, int $longest): string
    {
        $text = $this->data[$field] ?? '';
        $text = is_string($text) ? trim($text) : '';
        $length = Text::length($text);
        if ($length < $shortest || $length > $longest) {
            $this->fault($field, str_replace('_', ' ', ucfirst($field)).": between {$shortest} and {$longest} letters; this has {$length}.", $text);
        }

        return $text;
    }

    /** @param  list<string>  $choices */
    public function choice(string $field, array $choices): string
    {
        $value = $this->data[$field] ?? null;
        if (! is_string($value) || ! in_array($value, $choices, true)) {
            $this->fault($field, str_replace('_', ' ', ucfirst($field)).': choose one of '.implode(', ', $choices).'.', $value);

            return $choices[0] ?? '';
        }

        return $value;
    }

    /** @param  list<string>  $choices */
    public function maybeChoice(string $field, array $choices): ?string
    {
        return in_array($this->data[$field] ?? null, [null, ''], true) ? null : $this->choice($field, $choices);
    }

    public function flag(string $field, bool $otherwise): bool
    {
        $value = $this->data[$field] ?? $otherwise;
        if (! is_bool($value)) {
            $this->fault($field, str_replace('_', ' ', ucfirst($field)).': answer yes or no.', $value);
        }

        return $value === true;
    }

    public function number(string $field, float $otherwise, float $min, float $max): float
    {
        $value = $this->data[$field] ?? $otherwise;
        if (! is_int($value) && ! is_float($value) || ! is_finite((float) $value) || $value < $min || $value > $max) {
            $this->fault($field, str_replace('_', ' ', ucfirst($field)).": a number from {$min} to {$max}.", $value);

            return $otherwise;
        }

        return (float) $value;
    }

    public function whole(string $field, int $otherwise, int $min, int $max): int
    {
        return (int) $this->number($field, $otherwise, $min, $max);
    }

    public function maybe(string $field, float $max): ?float
    {
        return in_array($this->data[$field] ?? null, [null, ''], true) ? null : $this->number($field, 0.0, 0.0, $max);
    }

    /** @return list<JointSize> */
    public function sizes(): array
    {
        $rows = $this->data['sizes'] ?? [];
        if (! is_array($rows) || ! array_is_list($rows) || count($rows) > 500) {
            $this->fault('sizes', 'The sizes must be a list of at most 500 rows.', null);

            return [];
        }
        $sizes = [];
        foreach ($rows as $k => $row) {
            try {
                $sizes[] = JointSize::fromArray(is_array($row) ? $row : [], 'sizes.'.$k);
            } catch (InvalidInput $fault) {
                $this->faults[] = $fault;
            }
        }

        return $sizes;
    }

    private function fault(string $field, string $detail, mixed $value): void
    {
        $this->faults[] = InvalidInput::field($field, $detail, is_scalar($value) ? $value : null);
    }
}
