<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure\Rules;

use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Finding;

/** A rule that a procedure has only from one of its versions on: work begun before is not judged by it. */
final readonly class Since implements Rule
{
    public function __construct(public int $version, private Rule $rule)
    {
    }

    public function id(): string
    {
        return $this->rule->id();
    }

    public function judge(Situation $situation): ?Finding
    {
        return $situation->version < $this->version ? null : $this->rule->judge($situation);
    }
}
