<?php

declare(strict_types=1);

namespace Diastoma\Core\Rulebook;

enum SourceKind: string
{
    case Standard = 'standard';
    case FromMemory = 'from_memory';
    case CommonPractice = 'common_practice';
    case Maker = 'maker';
    case Specification = 'specification';
    case Arithmetic = 'arithmetic';
}
