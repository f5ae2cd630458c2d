<?php

declare(strict_types=1);

namespace Diastoma\Core\Reckoner;

enum InputKind: string
{
    case Number = 'number';
    case Numbers = 'numbers';
    case Text = 'text';
    case Choice = 'choice';
    case Time = 'time';
}
