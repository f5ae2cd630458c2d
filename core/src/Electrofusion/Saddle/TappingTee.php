<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Saddle;

/** A saddle with its own cutter, for tapping a main that may be live. */
final class TappingTee extends Saddle
{
    public const ID = 'electrofusion.tapping_tee';

    public function id(): string
    {
        return self::ID;
    }

    public function title(): string
    {
        return 'Tapping tee';
    }

    protected function hasCutter(): bool
    {
        return true;
    }
}
