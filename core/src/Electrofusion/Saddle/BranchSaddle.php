<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Saddle;

/** A saddle with a plain outlet; the main is drilled through it with a separate tool. */
final class BranchSaddle extends Saddle
{
    public const ID = 'electrofusion.branch_saddle';

    public function id(): string
    {
        return self::ID;
    }

    public function title(): string
    {
        return 'Branch saddle';
    }

    protected function hasCutter(): bool
    {
        return false;
    }
}
