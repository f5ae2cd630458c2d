<?php

declare(strict_types=1);

namespace Diastoma\Core\Yard;

/** Words that whoever receives chooses between. */
final class Kept
{
    public const ALL_GOOD = 'all sound';

    public const SOME_BAD = 'some damaged: set aside, on the note';

    public const BAD_AMONG = 'some damaged, among the others';

    public const COVERED = 'under cover';

    public const OPEN = 'in the open';

    public const FITTING = 'fitting';

    public const GASKET = 'gasket';

    public const OTHER = 'something else';

    public const SOUND = 'sound';

    public const DAMAGED = 'damaged, set aside';
}
