<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting;

use Diastoma\Core\Procedure\Facts;
use Diastoma\Core\Procedure\Procedure;

/** What entries are about: a joint, a section, and whatever else is done in steps between two stations. Nothing here asks which of them it is, but for who may read. */
final readonly class Work
{
    public const JOINT = 'joint';

    public const SECTION = 'section';

    /**
     * @param  string  $kind  decides who may enter readings
     * @param  ?float  $fromM  station, m; null where nobody has said
     */
    public function __construct(public string $kind, public Procedure $procedure, public Facts $facts, public ?float $fromM = null, public ?float $toM = null)
    {
    }

    public function reads(): Action
    {
        return $this->kind === self::SECTION ? Action::ReadSection : Action::ReadJoint;
    }
}
