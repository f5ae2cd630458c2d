<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure;

enum ReadingKind: string
{
    case Number = 'number';
    /** Numbers at equal clock positions. */
    case Series = 'series';
    case YesNo = 'yes_no';
    case Choice = 'choice';
    /** Digits as a scanner types them. */
    case Code = 'code';
    /** The moment a button is pressed. */
    case Now = 'now';
    /** A piece of equipment from the job's list. */
    case Equipment = 'equipment';
    /** The record of a device: it comes from the device, never from a form. */
    case Record = 'record';
}
