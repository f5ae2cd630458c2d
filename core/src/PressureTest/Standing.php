<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest;

/** What the outcome of a method is worth. */
enum Standing: string
{
    /** accepts or refuses a section */
    case Proves = 'proves';
    /** one check within another test: accepts nothing alone */
    case Part = 'part';
    /** its limits are uncertain: it advises and never fails a section */
    case Advises = 'advises';
}
