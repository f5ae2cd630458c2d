<?php

declare(strict_types=1);

namespace Core\Tests\Sitting;

use Diastoma\Core\Procedure\Procedure;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Rules\Since;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** A procedure as it would be after somebody had added a required reading and a rule to it. */
final class OneMoreQuestion extends Procedure
{
    public function __construct(private readonly Procedure $before)
    {
    }

    public function id(): string
    {
        return $this->before->id();
    }

    public function title(): string
    {
        return $this->before->title();
    }

    public function version(): int
    {
        return $this->before->version() + 1;
    }

    public function steps(Situation $situation): array
    {
        $rule = new Confirmed('gloves.on', 'gloves', 'Gloves were on.', 'No gloves.', 'Put them on.', Severity::Stop, Source::commonPractice('gloves'));

        return [
            new Step('gloves', 'Gloves', '', [ReadingSpec::yesNo('gloves', 'Gloves on?')->since($this->version())], [new Since($this->version(), $rule)]),
            ...$this->before->steps($situation),
        ];
    }

    public function clocks(Situation $situation): array
    {
        return $this->before->clocks($situation);
    }

    public function isWaiting(Situation $situation): bool
    {
        return $this->before->isWaiting($situation);
    }
}
