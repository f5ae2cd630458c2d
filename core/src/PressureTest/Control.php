<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest;

/** What pump, compressor or valve does in a phase. */
enum Control: string
{
    /** no pressure on the section */
    case Open = 'open';
    /** raised steadily to the target */
    case Raise = 'raise';
    /** kept between low and target by adding */
    case Hold = 'hold';
    /** let out to the target, what comes out measured where the method asks */
    case Lower = 'lower';
    /** nothing added, nothing let out */
    case Shut = 'shut';
}
