<?php

declare(strict_types=1);

namespace Diastoma\Core\Label;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Rulebook\Source;

/**
 * The 24-digit code on an electrofusion fitting, printed as interleaved 2 of 5 [ISO 13950].
 *
 * The field map is consistent with real labels but was not read from the standard: every decoded value says "from memory", and
 * the printed label rules. Digits are numbered from 1.
 */
final readonly class FusionLabel
{
    public const LENGTH = 24;

    /** name => [first digit, digits, factor to the unit in the name; null keeps the digits raw] */
    private const FIELDS = [
        'kind_and_maker' => [1, 8, null],
        'diameter_mm' => [9, 3, 1.0],
        'regulation' => [12, 1, null],
        'voltage_v' => [13, 2, 1.0],
        'resistance_ohm' => [15, 3, 0.01],
        'resistance_tolerance_class' => [18, 1, null],
        'fusion_time_s' => [19, 3, 1.0],
        'temperature_correction' => [22, 2, null],
    ];

    private function __construct(public string $code)
    {
    }

    /** @throws InvalidInput if the code is not 24 digits, is all zeros, or its check digit is wrong */
    public static function of(string $code): self
    {
        return new self(CheckDigit::digits($code, self::LENGTH, 'label'));
    }

    /**
     * @param  string  $first23  digits 1 to 23
     *
     * @pure
     */
    public static function checkDigit(string $first23): int
    {
        return CheckDigit::of($first23);
    }

    public function diameterMm(): float
    {
        return $this->number('diameter_mm');
    }

    public function voltageV(): float
    {
        return $this->number('voltage_v');
    }

    public function resistanceOhm(): float
    {
        return $this->number('resistance_ohm');
    }

    public function fusionTimeS(): float
    {
        return $this->number('fusion_time_s');
    }

    /** @param  'diameter_mm'|'voltage_v'|'resistance_ohm'|'fusion_time_s'  $field */
    private function number(string $field): float
    {
        [$start, $length, $factor] = self::FIELDS[$field];

        return round((int) substr($this->code, $start - 1, $length) * $factor, 2);
    }

    /** @return array<string, array{value: float|string, digits: string, confidence: 'from memory'|'raw'}> by field name */
    public function fields(): array
    {
        $fields = [];
        foreach (self::FIELDS as $name => [$start, $length, $factor]) {
            $raw = substr($this->code, $start - 1, $length);
            $fields[$name] = [
                'value' => $factor === null ? $raw : round((int) $raw * $factor, 2),
                'digits' => $length === 1 ? (string) $start : $start.'–'.($start + $length - 1),
                'confidence' => $factor === null ? 'raw' : 'from memory',
            ];
        }

        return $fields;
    }

    public static function source(): Source
    {
        return Source::fromMemory('ISO 13950', 'field map');
    }
}
