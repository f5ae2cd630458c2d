<?php

declare(strict_types=1);

namespace Diastoma\Core\Gasketed\Systems;

use Diastoma\Core\Gasketed\Made;
use Diastoma\Core\Gasketed\Steps\Ring;
use Diastoma\Core\Gasketed\Steps\Sealant;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;

/** What closes a joint, and every word and step that follows from it. Another way of sealing is another case here. */
enum Seal: string
{
    /** A ring of rubber in a groove or on the spigot. */
    case Ring = 'ring';
    /** Flexible sealant laid on plain tongue and groove. */
    case Sealant = 'sealant';

    public function received(): Step
    {
        return match ($this) {
            self::Ring => Ring::received(),
            self::Sealant => Sealant::received(),
        };
    }

    public function laid(Situation $s, Made $made): Step
    {
        return match ($this) {
            self::Ring => Ring::laid($s, $made),
            self::Sealant => Sealant::laid($made->system->gasketSeat),
        };
    }

    /** @return string asked of the pipe as it arrives */
    public function socketQuestion(): string
    {
        return match ($this) {
            self::Ring => 'Socket and groove without damage?',
            self::Sealant => 'Groove without damage?',
        };
    }

    /** @return string asked where nothing may be wet */
    public function dryQuestion(): string
    {
        return match ($this) {
            self::Ring => 'Spigot, ring and socket dry?',
            self::Sealant => 'Tongue and groove dry?',
        };
    }

    /** @return string what to do where a lubricant was used that must not be */
    public function washOff(): string
    {
        return match ($this) {
            self::Ring => 'Do not push it home. Wash all of it off, dry, and fit a new ring: it must roll, not slide.',
            self::Sealant => 'Do not push it home. Wash all of it off and dry: the sealant must stick.',
        };
    }

    /** @return string what to look for where no feeler can tell */
    public function look(): string
    {
        return match ($this) {
            self::Ring => 'No feeler here: look for misalignment, soil and a rolled gasket.',
            self::Sealant => 'No feeler here: look for misalignment, dirt and a break in the sealant.',
        };
    }
}
