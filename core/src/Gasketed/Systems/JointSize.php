<?php

declare(strict_types=1);

namespace Diastoma\Core\Gasketed\Systems;

use Diastoma\Core\Exception\InvalidInput;

/** What a joint system's maker says for one size and class. Null where the maker says nothing. */
final readonly class JointSize
{
    public const FIELDS = ['dn_mm', 'pn_bar', 'insertion_mm', 'second_line_mm', 'bell_mm', 'allowed_deg', 'gap_mm', 'loops', 'segments'];

    private const LARGEST = [
        'dn_mm' => 5000.0, 'pn_bar' => 100.0, 'insertion_mm' => 1000.0, 'second_line_mm' => 1000.0, 'bell_mm' => 1500.0, 'allowed_deg' => 15.0,
        'gap_mm' => 100.0, 'loops' => 12.0, 'segments' => 60.0,
    ];

    /**
     * @param  ?float  $pnBar  highest nominal pressure the row holds for; null for any
     * @param  ?float  $insertionMm  end of the spigot to the insertion mark, or to the first of two lines
     * @param  ?float  $secondLineMm  end of the spigot to the second line
     * @param  ?float  $bellMm  inside length of the bell or of half the coupler
     * @param  ?float  $gapMm  gap left between the pipes of a closed joint
     */
    private function __construct(
        public float $dnMm,
        public ?float $pnBar,
        public ?float $insertionMm,
        public ?float $secondLineMm,
        public ?float $bellMm,
        public ?float $allowedDeg,
        public ?float $gapMm,
        public ?float $loops,
        public ?float $segments,
    ) {
    }

    /**
     * @param  array<mixed>  $data  keys of FIELDS; those left out or null are not stated
     *
     * @throws InvalidInput naming every field that is no number or cannot be
     */
    public static function fromArray(array $data, string $place = 'sizes'): self
    {
        $faults = $values = [];
        foreach (self::FIELDS as $field) {
            $raw = $data[$field] ?? null;
            if ($raw === null || $raw === '') {
                $values[$field] = null;
            } elseif ((is_int($raw) || is_float($raw)) && is_finite((float) $raw) && $raw > 0 && $raw <= self::LARGEST[$field]) {
                $values[$field] = (float) $raw;
            } else {
                $faults[] = InvalidInput::field(
                    "{$place}.{$field}", str_replace('_', ' ', $field).' must be a number above 0, at most '.self::LARGEST[$field].'.',
                    is_scalar($raw) ? $raw : null, self::LARGEST[$field],
                );
            }
        }
        if (($values['dn_mm'] ?? null) === null && $faults === []) {
            $faults[] = InvalidInput::field("{$place}.dn_mm", 'Give the DN of this size.');
        }
        $first = $values['insertion_mm'] ?? null;
        $second = $values['second_line_mm'] ?? null;
        if ($first !== null && $second !== null && $second <= $first) {
            $faults[] = InvalidInput::field("{$place}.second_line_mm", 'The second line lies further from the end than the first.', $second, $first);
        }
        if ($faults !== []) {
            throw InvalidInput::together($faults);
        }

        return new self(
            (float) ($values['dn_mm'] ?? 0.0), $values['pn_bar'] ?? null, $first, $second, $values['bell_mm'] ?? null, $values['allowed_deg'] ?? null,
            $values['gap_mm'] ?? null, $values['loops'] ?? null, $values['segments'] ?? null,
        );
    }

    /** @return array<string, ?float> */
    public function toArray(): array
    {
        return [
            'dn_mm' => $this->dnMm, 'pn_bar' => $this->pnBar, 'insertion_mm' => $this->insertionMm, 'second_line_mm' => $this->secondLineMm,
            'bell_mm' => $this->bellMm,
            'allowed_deg' => $this->allowedDeg, 'gap_mm' => $this->gapMm, 'loops' => $this->loops, 'segments' => $this->segments,
        ];
    }
}
