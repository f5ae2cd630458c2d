<?php

declare(strict_types=1);

namespace Diastoma\Core\Gasketed\Rules;

use Diastoma\Core\Lifting\LiftCard;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** Slings against the lift card; without a card any number stands, and is said so. */
final readonly class SlingsEnough implements Rule
{
    public function __construct(private ?LiftCard $card)
    {
    }

    public function id(): string
    {
        return 'gs.slings';
    }

    public function judge(Situation $situation): ?Finding
    {
        $used = $situation->readings->number('slings');
        if ($used === null) {
            return null;
        }
        $count = (int) $used;
        $slings = static fn (int $n): string => $n === 1 ? 'one sling' : "{$n} slings";
        $had = ucfirst($slings($count));
        if ($this->card === null) {
            return new Finding($this->id(), Severity::Go, "{$had}; no card, for the pipe's length is not known.", '', Source::commonPractice(), ['slings']);
        }
        $wanted = $this->card->slings;
        $short = $count < $wanted;
        $mass = number_format($this->card->massKg, 0, '.', '');

        return new Finding(
            $this->id(), $short ? Severity::Stop : Severity::Go,
            $wanted === 0 ? "{$had}; {$mass} kg may be carried by ".($this->card->people === 1 ? 'one.' : 'two.')
                : "{$had}; {$slings($wanted)} wanted for {$mass} kg.",
            $short
                ? 'Do not lift. Put on '.(
                    $wanted === 1 ? 'a sling'
                    : $slings($wanted).($this->card->spacingM === null ? '' : ', '.number_format($this->card->spacingM, 1, '.', '').' m apart')
                ).'.'
                : '',
            $this->card->source, ['slings'], (float) $count, (float) $wanted, (float) ($count - $wanted),
        );
    }
}
