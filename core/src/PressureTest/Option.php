<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest;

use Diastoma\Core\Exception\InvalidInput;

/** Something a method leaves to whoever plans the test. */
final readonly class Option
{
    /** @param  non-empty-array<int|string, string>  $choices  value and words; the first is taken when nothing is chosen */
    public function __construct(public string $key, public string $label, public array $choices)
    {
    }

    /**
     * @param  list<self>  $options
     * @param  array<string, mixed>  $given
     * @return array<string, string>
     *
     * @throws InvalidInput if a choice is not among them
     */
    public static function chosen(array $options, array $given): array
    {
        $chosen = [];
        foreach ($options as $option) {
            $value = $given[$option->key] ?? null;
            $text = is_scalar($value) ? (string) $value : (string) array_key_first($option->choices);
            if (! isset($option->choices[$text])) {
                throw InvalidInput::field(
                    $option->key,
                    "{$option->label}: “{$text}” cannot be chosen. Known: ".implode(', ', array_map(strval(...), array_keys($option->choices))).'.',
                    $text,
                );
            }
            $chosen[$option->key] = $text;
        }

        return $chosen;
    }

    /** @return array{key: string, label: string, choices: list<array{value: string, label: string}>} */
    public function toArray(): array
    {
        return [
            'key' => $this->key, 'label' => $this->label,
            'choices' => array_map(
                static fn (int|string $value, string $label): array => ['value' => (string) $value, 'label' => $label], array_keys($this->choices),
                $this->choices,
            ),
        ];
    }
}
