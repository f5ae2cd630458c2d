<?php

declare(strict_types=1);

namespace Diastoma\Core\Label;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Rulebook\Source;

/**
 * What a pipe or fitting says of its own making: 26 digits with a check digit [ISO 12176-4], or 16 characters on US gas parts [ASTM F2897].
 *
 * Of the 26 digits the size and the batch read plainly; maker, kind, class and material are numbers of registers and stay raw. The 16
 * characters are kept whole: their alphabet is not at hand.
 */
final readonly class TraceabilityCode
{
    public const LENGTH = 26;

    public const US_LENGTH = 16;

    /** name => [first digit, digits, confidence] */
    private const FIELDS = [
        'maker' => [1, 4, 'raw: register number'],
        'component_kind' => [5, 2, 'raw: register number'],
        'size' => [7, 3, 'plain'],
        'batch' => [10, 6, 'plain'],
        'site' => [16, 2, 'raw'],
        'sdr_class' => [18, 1, 'raw: class number'],
        'raw_material' => [19, 4, 'raw: register number'],
        'material_state' => [23, 1, 'raw: class number'],
        'further_classes' => [24, 2, 'raw: class numbers'],
    ];

    private function __construct(public string $code, public string $scheme)
    {
    }

    /** @throws InvalidInput if the code is neither 26 digits with a right check digit nor 16 letters and digits */
    public static function of(string $code): self
    {
        $plain = strtoupper(str_replace([' ', '-'], '', trim($code)));
        if (strlen($plain) === self::US_LENGTH && preg_match('/\A[0-9A-Z]+\z/', $plain) === 1) {
            return new self($plain, 'ASTM F2897');
        }

        return new self(CheckDigit::digits($plain, self::LENGTH, 'traceability'), 'ISO 12176-4');
    }

    /** @return array<string, array{value: string, digits: string, confidence: string}> by field name */
    public function fields(): array
    {
        if ($this->scheme === 'ASTM F2897') {
            return ['whole_code' => ['value' => $this->code, 'digits' => '1–16', 'confidence' => 'raw: kept whole']];
        }
        $fields = [];
        foreach (self::FIELDS as $name => [$start, $length, $confidence]) {
            $fields[$name] = [
                'value' => substr($this->code, $start - 1, $length), 'digits' => $length === 1 ? (string) $start : $start.'–'.($start + $length - 1),
                'confidence' => $confidence,
            ];
        }

        return $fields;
    }

    public static function source(): Source
    {
        return Source::fromMemory('ISO 12176-4', 'field map');
    }
}
