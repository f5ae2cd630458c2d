<?php

declare(strict_types=1);

namespace Diastoma\Core\Gasketed\Systems;

/** How one sees that a joint is home. */
enum Home: string
{
    /** The insertion mark just shows at the bell's face. */
    case MarkJustVisible = 'mark_just_visible';
    /** The bell's face stands between the two lines. */
    case BetweenLines = 'between_lines';
    /** The bell's face is past both lines once the slack has been pulled out. */
    case PastBothLines = 'past_both_lines';
    /** The spigot stands at the home line. */
    case HomeLine = 'home_line';
    /** Closed to the maker's gap, even all round. */
    case EvenGap = 'even_gap';
    /** The coupler's edge stands at the homing mark. */
    case HomingMark = 'homing_mark';

    /** The sealant has squeezed out evenly all round. */
    case SealantSqueezed = 'sealant_squeezed';

    public function said(): string
    {
        return match ($this) {
            self::MarkJustVisible => 'the insertion mark just shows at the bell face',
            self::BetweenLines => 'the bell face stands between the two lines',
            self::PastBothLines => 'the bell face is past both lines once the slack is pulled out',
            self::HomeLine => 'the spigot stands at the home line',
            self::EvenGap => "the joint is closed to the maker's gap, even all round",
            self::SealantSqueezed => 'the sealant squeezes out evenly all round',
            self::HomingMark => "the coupler's edge stands at the homing mark",
        };
    }

    public function hasTwoLines(): bool
    {
        return $this === self::BetweenLines || $this === self::PastBothLines;
    }

    public function hasMark(): bool
    {
        return $this !== self::EvenGap && $this !== self::SealantSqueezed;
    }
}
