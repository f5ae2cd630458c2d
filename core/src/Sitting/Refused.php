<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting;

use Diastoma\Core\Exception\InvalidInput;

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

    public static function faults(InvalidInput $fault): self
    {
        return new self(self::INPUT, $fault->getMessage(), $fault->faults);
    }
}
