<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\LargeBore;

use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Shared;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;

/**
 * What a large coupler is like: restraints, circuits and preheat are three choices of its maker, each by itself. Before anybody has looked it is drawn with
 * all of them.
 */
final readonly class FittingKind
{
    public const RESTRAINED = 'with restraints fused to the pipes';

    public const PUSHED = 'without restraints, by clamps or hoists round the pipes';

    public const TWO = 'two, one on each side';

    public const ONE = 'one for the whole coupler';

    public const PREHEATED = 'yes, by a code of its own';

    public const PLAIN = 'no';

    private function __construct(public bool $restrained, public bool $twoCircuits, public bool $preheated)
    {
    }

    public static function of(Situation $s): self
    {
        return new self(
            $s->readings->text('fitting_pull') !== self::PUSHED, $s->readings->text('fitting_circuits') !== self::ONE,
            $s->readings->text('fitting_preheat') !== self::PLAIN,
        );
    }

    /** @return non-empty-list<'a'|'b'|'whole'> */
    public function circuits(): array
    {
        return $this->twoCircuits ? ['a', 'b'] : [Sides::WHOLE];
    }

    public static function step(): Step
    {
        return new Step('fitting', 'Fitting', "Read the fitting's own instructions: how the pipes are drawn in, how many circuits it has, and whether it "
            .'is preheated.', [
                ReadingSpec::choice('fitting_pull', 'The pipes are drawn in', [self::RESTRAINED, self::PUSHED])->shared(Shared::Material),
                ReadingSpec::choice('fitting_circuits', 'Circuits', [self::TWO, self::ONE])->shared(Shared::Material),
                ReadingSpec::choice('fitting_preheat', 'Preheated before it is fused', [self::PREHEATED, self::PLAIN])->shared(Shared::Material),
            ], [], ["The fitting maker's instructions govern over every figure here."]);
    }
}
