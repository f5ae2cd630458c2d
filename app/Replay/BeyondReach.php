<?php

declare(strict_types=1);

namespace App\Replay;

/** An entry would touch what its kind may not; nothing was written. */
final class BeyondReach extends \DomainException
{
}
