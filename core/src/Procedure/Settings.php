<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Quantity\Text;

/** Reads settings of a catalogue out of plain data and gathers every fault, so that a form can show them together. */
final class Settings
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

    /**
     * @param  ?list<string>  $known  null for any words
     * @param  list<string>  $otherwise  where nothing is said
     * @return list<string>
     */
    public function words(string $field, ?array $known, array $otherwise): array
    {
        $given = $this->data[$field] ?? $otherwise;
        $words = array_values(array_filter(is_array($given) ? $given : [], is_string(...)));
        $wrong = array_filter($words, static fn (string $w): bool => $known === null ? $w === '' || Text::length($w) > 120 : ! in_array($w, $known, true));
        if (! is_array($given) || count($words) !== count($given) || $wrong !== [] || count($words) > 40) {
            $said = $known === null ? 'a list of at most 40 short texts.' : 'choose from '.implode(', ', $known).'.';
            $this->fault($field, str_replace('_', ' ', ucfirst($field)).': '.$said, null);

            return $otherwise;
        }

        return $words;
    }

    /**
     * @param  non-empty-list<float>  $otherwise  where nothing is said
     * @param  float  $end  what the last of them must be
     * @return non-empty-list<float>
     */
    public function rising(string $field, array $otherwise, float $end, int $most): array
    {
        $given = $this->data[$field] ?? $otherwise;
        $kept = [];
        foreach (is_array($given) ? $given : [] as $value) {
            $isFine = (is_int($value) || is_float($value)) && $value > 0 && $value <= $end && (float) $value >= ($kept[count($kept) - 1] ?? 0.0);
            $kept = $isFine ? [...$kept, (float) $value] : $kept;
        }
        if (! is_array($given) || $kept === [] || count($kept) !== count($given) || count($kept) > $most || $kept[count($kept) - 1] !== $end) {
            $this->fault($field, str_replace('_', ' ', ucfirst($field)).": rising numbers, at most {$most} of them, the last {$end}.", null);

            return $otherwise;
        }

        return $kept;
    }

    /**
     * @template T
     *
     * @param  \Closure(array<mixed>, string): T  $read  of one row and its place, such as sizes.3; throws InvalidInput
     * @return list<T>
     */
    public function rows(string $field, \Closure $read, int $most = 500): array
    {
        $rows = $this->data[$field] ?? [];
        if (! is_array($rows) || ! array_is_list($rows) || count($rows) > $most) {
            $this->fault($field, 'The '.str_replace('_', ' ', $field)." must be a list of at most {$most} rows.", null);

            return [];
        }
        $kept = [];
        foreach ($rows as $k => $row) {
            try {
                $kept[] = $read(is_array($row) ? $row : [], "{$field}.{$k}");
            } catch (InvalidInput $fault) {
                $this->faults[] = $fault;
            }
        }

        return $kept;
    }

    private function fault(string $field, string $detail, mixed $value): void
    {
        $this->faults[] = InvalidInput::field($field, $detail, is_scalar($value) ? $value : null);
    }
}
