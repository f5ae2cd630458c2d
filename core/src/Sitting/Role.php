<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting;

/** What somebody is on a job. */
enum Role: string
{
    case Jointer = 'jointer';
    case Tester = 'tester';
    case Supervisor = 'supervisor';
    case Inspector = 'inspector';
    case Admin = 'admin';

    /** Who watches over others, or lets others in, had better show twice who they are. Common practice. */
    public function isGuarded(): bool
    {
        return $this === self::Admin || $this === self::Inspector;
    }

    public function title(): string
    {
        return match ($this) {
            self::Jointer => 'Jointer', self::Tester => 'Tester', self::Supervisor => 'Supervisor', self::Inspector => 'Inspector',
            self::Admin => 'Office: everything a crew may',
        };
    }
}
