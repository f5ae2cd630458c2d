<?php

declare(strict_types=1);

namespace Diastoma\Core\Reckoner;

enum InputKind: string
{
    case Number = 'number';
    case Numbers = 'numbers';
    /** Numbers of which some may be missing: null. */
    case Gapped = 'gapped';
    /** Pairs of numbers. */
    case Pairs = 'pairs';
    /** Rows of named values: a name and its figures. */
    case Rows = 'rows';
    case Text = 'text';
    case Choice = 'choice';
    /** None, one or more of some words. */
    case Several = 'several';
    case Time = 'time';
}
