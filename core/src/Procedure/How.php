<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure;

/** How an answer came about. The record keeps these apart: evidence is not thinner for being quick, and shows what it is. */
enum How: string
{
    case ByItself = 'by_itself';
    case AsList = 'list';
    case FromShift = 'shift';

    public function said(): string
    {
        return match ($this) {
            self::ByItself => '', self::AsList => 'confirmed as a list', self::FromShift => 'from the shift sheet',
        };
    }
}
