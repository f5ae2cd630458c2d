<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Procedure\Story\Unusual;
use Diastoma\Core\Quantity\UnitSystem;

/** Why an entry was not taken, and what to do. */
final readonly class Refused
{
    /** This person may not. */
    public const FORBIDDEN = 'forbidden';

    /** It cannot be as things stand. */
    public const CONFLICT = 'conflict';

    /** What was entered is wrong. */
    public const INPUT = 'input';

    /** @param  list<array<string, mixed>>  $errors  field, detail and value of each fault */
    private function __construct(public string $why, public string $said, public array $errors = [])
    {
    }

    public static function forbidden(string $said): self
    {
        return new self(self::FORBIDDEN, $said);
    }

    public static function conflict(string $said): self
    {
        return new self(self::CONFLICT, $said);
    }

    public static function input(string $said, string $field, string $detail, mixed $value = null): self
    {
        return new self(self::INPUT, $said, [['field' => $field, 'detail' => $detail, 'value' => $value]]);
    }

    /**
     * A number beyond what is usual here: it is taken where whoever entered it keeps it.
     *
     * @param  non-empty-list<Unusual>  $odd
     */
    public static function unusual(array $odd, UnitSystem $units): self
    {
        return new self(
            self::INPUT, implode(' ', array_map(static fn (Unusual $one): string => $one->said($units), $odd)).' Keep it, or enter what was meant.',
            array_map(static fn (Unusual $one): array => $one->toArray($units), $odd),
        );
    }

    public static function faults(InvalidInput $fault): self
    {
        return new self(self::INPUT, $fault->getMessage(), $fault->faults);
    }
}
