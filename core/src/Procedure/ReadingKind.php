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
    /** One row of a series: one bolt in one pass, one layer. Each row is an entry of its own; the series is their history. */
    case Row = 'row';
    /** A name under what was seen: given by whoever has the role, as an entry of its own. */
    case Signature = 'signature';
    /** The record of a device: it comes from the device, never from a form. */
    case Record = 'record';
}
