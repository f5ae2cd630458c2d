<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical;

use Diastoma\Core\Mechanical\Cards\Card;
use Diastoma\Core\Procedure\Procedure;
use Diastoma\Core\Procedure\Situation;

/** A way of making a joint with a bolted or stabbed fitting, drawn from its card. */
abstract class MechanicalProcedure extends Procedure
{
    protected const ONE_BY_ONE = ['off', 'cut_out'];

    public readonly Product $product;

    final public function __construct(public readonly Card $card)
    {
        $this->product = new Product($card);
    }

    public function id(): string
    {
        return $this->card->procedureId();
    }

    public function title(): string
    {
        return $this->card->title;
    }

    public function shape(): string
    {
        return Card::PREFIX.$this->card->kind->shape();
    }

    public function takesBranch(): bool
    {
        return $this->card->kind->takesBranch();
    }

    public function joinsUnlike(): bool
    {
        return $this->card->kind->joinsUnlike();
    }

    public function certificate(): string
    {
        return 'mechanical';
    }

    /** @return list<\Diastoma\Core\Mechanical\Bolting\Bolts> circles of bolts that are tightened to a torque, in order */
    public function circles(): array
    {
        return [];
    }

    public function round(Situation $situation, string $key): ?array
    {
        foreach ($this->circles() as $bolts) {
            if ($bolts->key === $key) {
                return $bolts->round($situation);
            }
        }

        return null;
    }

    public function clocks(Situation $situation): array
    {
        return []; // no wait before the pressure test: these fittings hold at once [common practice]
    }
}
