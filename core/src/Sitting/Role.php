<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting;

/** What somebody is on a job. */
enum Role: string
{
    case Jointer = 'jointer';
    case Tester = 'tester';
    case Supervisor = 'supervisor';
    case Inspector = 'inspector';
    case Admin = 'admin';
}
