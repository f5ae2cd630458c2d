<?php

declare(strict_types=1);

namespace Diastoma\Core\Gasketed\Rules;

use Diastoma\Core\Gasketed\Remade;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Finding;

/** Another rule, blind to what was read before the joint was pulled apart. */
final readonly class SincePulled implements Rule
{
    /** @param  list<string>  $stale */
    public function __construct(private Rule $rule, private array $stale)
    {
    }

    public function id(): string
    {
        return $this->rule->id();
    }

    public function judge(Situation $situation): ?Finding
    {
        return $this->rule->judge(Remade::since($situation, $this->stale));
    }
}
