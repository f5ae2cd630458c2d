<?php

declare(strict_types=1);

namespace App\Exceptions;

use Diastoma\Core\Sitting\Refused as NotTaken;

/** Something the application will not do, in words a crew understands: what is wrong and what to do. */
final class Refused extends \RuntimeException
{
    /** @param  list<array<string, mixed>>  $faults */
    private function __construct(string $title, public readonly int $status, public readonly array $faults = [], public readonly ?int $retryAfterS = null)
    {
        parent::__construct($title);
    }

    public static function conflict(string $title): self
    {
        return new self($title, 409);
    }

    /** @throws self if something stands against it */
    public static function unless(NotTaken|string|null $against): void
    {
        if ($against !== null) {
            throw is_string($against) ? self::conflict($against) : self::of($against);
        }
    }

    public static function forbidden(string $title): self
    {
        return new self($title, 403);
    }

    /** Not now: again after so many seconds. */
    public static function later(string $title, int $seconds): self
    {
        return new self($title, 429, [], max(1, $seconds));
    }

    /** What somebody may not even know of. */
    public static function nothing(): self
    {
        return new self('There is nothing here. It may belong to another job: go back to the line and choose again.', 404);
    }

    /** @param  list<array<string, mixed>>  $faults */
    public static function input(string $title, array $faults = []): self
    {
        return new self($title, 422, $faults);
    }

    /**
     * Not before somebody has said what is asked in the faults.
     *
     * @param  list<array<string, mixed>>  $faults
     */
    public static function unsaid(string $title, array $faults): self
    {
        return new self($title, 409, $faults);
    }

    /** The same, naming which of several it is about. */
    public function about(string $what): self
    {
        return new self("{$what}: {$this->getMessage()}", $this->status, $this->faults, $this->retryAfterS);
    }

    /** What the core would not take. */
    public static function of(NotTaken $refused): self
    {
        return match ($refused->why) {
            NotTaken::FORBIDDEN => self::forbidden($refused->said), NotTaken::CONFLICT => self::conflict($refused->said),
            default => self::input($refused->said, $refused->errors),
        };
    }
}
