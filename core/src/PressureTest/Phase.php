<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest;

/** One stretch of a test. Pressures are gauge readings, kPa. */
final readonly class Phase
{
    /**
     * @param  float  $extendMin  how long a judged phase may go on when it cannot be decided; 0 for not at all
     * @param  float  $fallKpa  let out by so much from wherever it stands; 0 for down to the target
     * @param  bool  $judged  whether the acceptance is read off this phase
     */
    public function __construct(
        public string $id,
        public string $title,
        public float $minutes,
        public float $lowKpa,
        public float $targetKpa,
        public float $highKpa,
        public string $do,
        public Control $control,
        public bool $judged = false,
        public float $extendMin = 0.0,
        public float $fallKpa = 0.0,
    ) {
    }

    /**
     * @return array{id: string, title: string, minutes: float, low_kpa: float, target_kpa: float, high_kpa: float, do: string, control: string, judged: bool,
     *     extend_min: float, fall_kpa: float}
     */
    public function toArray(): array
    {
        return [
            'id' => $this->id, 'title' => $this->title, 'minutes' => $this->minutes, 'low_kpa' => $this->lowKpa, 'target_kpa' => $this->targetKpa,
            'high_kpa' => $this->highKpa,
            'do' => $this->do, 'control' => $this->control->value, 'judged' => $this->judged, 'extend_min' => $this->extendMin, 'fall_kpa' => $this->fallKpa,
        ];
    }

    /** @param  array<string, mixed>  $data  as toArray() gives it */
    public static function fromArray(array $data): self
    {
        $number = static fn (string $key): float => is_numeric($data[$key] ?? null) ? (float) $data[$key] : 0.0;
        $text = static fn (string $key): string => is_string($data[$key] ?? null) ? $data[$key] : '';

        return new self(
            $text('id'), $text('title'), $number('minutes'), $number('low_kpa'), $number('target_kpa'), $number('high_kpa'), $text('do'),
            Control::tryFrom($text('control')) ?? Control::Shut, ($data['judged'] ?? false) === true, $number('extend_min'), $number('fall_kpa'),
        );
    }
}
