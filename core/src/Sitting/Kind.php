<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Procedure\Procedure;

/** What work can be about. Another kind is one case here; no table, route or controller asks which of them it is. */
enum Kind: string
{
    case Joint = 'joint';
    case Section = 'section';
    /** From one station of a main to another: trench, bedding, backfill. */
    case Stretch = 'stretch';
    /** What holds for a crew's day. */
    case Day = 'day';
    /** What a delivery brings. */
    case Delivery = 'delivery';

    /**
     * @throws InvalidInput if there is no such kind, or the procedure is not made for it
     */
    public static function of(string $kind, Procedure $procedure): self
    {
        $is = self::tryFrom($kind) ?? throw InvalidInput::field(
            'kind', "There is no kind of work “{$kind}”. Known: ".implode(', ', array_column(self::cases(), 'value')).'.', $kind,
        );

        return $procedure->kind() === $is->value ? $is : throw InvalidInput::field(
            'procedure', "“{$procedure->title()}” is not made for a {$is->value}.", $procedure->id(),
        );
    }

    /** Who may enter readings about it. */
    public function reads(): Action
    {
        return match ($this) {
            self::Joint => Action::ReadJoint, self::Section => Action::ReadSection, self::Stretch => Action::ReadStretch,
            self::Day, self::Delivery => Action::ReadDay,
        };
    }

    /** Whether it can be taken out of the ground again. */
    public function canBeCutOut(): bool
    {
        return $this === self::Joint;
    }
}
