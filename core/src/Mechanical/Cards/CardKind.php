<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Cards;

use Diastoma\Core\Mechanical\Kinds\FlangeAdaptor;
use Diastoma\Core\Mechanical\Kinds\Spool;
use Diastoma\Core\Mechanical\Kinds\ToStop;
use Diastoma\Core\Mechanical\Kinds\ToTorque;
use Diastoma\Core\Mechanical\Kinds\WideRange;
use Diastoma\Core\Mechanical\Kinds\Wrapped;
use Diastoma\Core\Mechanical\Stab\Sliding;
use Diastoma\Core\Mechanical\Stab\StabFitting;
use Diastoma\Core\Mechanical\Stab\StabSaddle;
use Diastoma\Core\Mechanical\Tap\LiveTap;
use Diastoma\Core\Procedure\Procedure;

/** What a product is, and so how it is put on. Another kind is another case here. */
enum CardKind: string
{
    case WideRange = 'wide_range';
    case Wrapped = 'wrapped';
    case ToStop = 'to_stop';
    case FlangeAdaptor = 'flange_adaptor';
    case Flange = 'flange';
    case Gland = 'gland';
    case StabSaddle = 'stab_saddle';
    case StabFitting = 'stab_fitting';
    case Sliding = 'sliding';
    case Spool = 'spool';
    case LiveTap = 'live_tap';

    public function title(): string
    {
        return match ($this) {
            self::WideRange => 'Wide-range coupling', self::Wrapped => 'Wide-range coupling, wrapped round a break',
            self::ToStop => 'Large coupling, bolted to a stop', self::FlangeAdaptor => 'Flange adaptor', self::Flange => 'Flange, to torque',
            self::Gland => 'Gland, to torque', self::StabSaddle => 'Tapping saddle with stab outlet', self::StabFitting => 'Stab fitting',
            self::Sliding => 'Sliding repair fitting', self::Spool => 'Repair spool with two couplings', self::LiveTap => 'Live tap of a water main',
        };
    }

    /** Name of the outline that it has on the line. */
    public function shape(): string
    {
        return match ($this) {
            self::WideRange, self::Spool => 'clamped', self::Wrapped => 'wrapped', self::ToStop => 'banded', self::FlangeAdaptor, self::Flange => 'flanged',
            self::Gland => 'gland', self::StabFitting, self::Sliding => 'stabbed', self::StabSaddle, self::LiveTap => 'strapped',
        };
    }

    public function procedure(Card $card): Procedure
    {
        return match ($this) {
            self::WideRange => new WideRange($card), self::Wrapped => new Wrapped($card), self::ToStop => new ToStop($card),
            self::FlangeAdaptor => new FlangeAdaptor($card), self::Flange, self::Gland => new ToTorque($card), self::StabSaddle => new StabSaddle($card),
            self::StabFitting => new StabFitting($card), self::Sliding => new Sliding($card), self::Spool => new Spool($card),
            self::LiveTap => new LiveTap($card),
        };
    }

    /** Whether it holds two pipes that measure differently, or are of another material. */
    public function joinsUnlike(): bool
    {
        return match ($this) {
            self::WideRange, self::ToStop, self::FlangeAdaptor, self::Flange, self::Spool => true, default => false,
        };
    }

    /** Whether a whole main can be joined by it, pipe to pipe. */
    public function joinsPipes(): bool
    {
        return $this === self::Gland || $this->joinsUnlike() && $this !== self::Spool;
    }

    /** Whether a branch leaves the main at it. */
    public function takesBranch(): bool
    {
        return $this === self::StabSaddle || $this === self::LiveTap;
    }

    /** @return list<string> fields of a row that this kind reads, in the order of a form; what a row leaves out is read off the label on site */
    public function fields(): array
    {
        return match ($this) {
            self::WideRange, self::Spool => [
                'min_mm', 'max_mm', 'upper_min_mm', 'upper_max_mm', 'length_mm', 'gap_mm', 'insertion_min_mm', 'bolts', 'torque_nm', 'maximum_nm',
                'pressure_kpa',
            ],
            self::Wrapped => ['min_mm', 'max_mm', 'length_mm', 'seal_margin_mm', 'bolts', 'torque_nm', 'maximum_nm', 'pressure_kpa'],
            self::ToStop => ['min_mm', 'max_mm', 'length_mm', 'gap_mm', 'insertion_min_mm', 'bolts', 'lugs', 'pressure_kpa'],
            self::FlangeAdaptor => [
                'min_mm', 'max_mm', 'insertion_min_mm', 'insertion_max_mm', 'gap_mm', 'bolts', 'lugs', 'flange_bolts', 'torque_nm', 'maximum_nm',
                'pressure_kpa',
            ],
            self::Flange, self::Gland => ['bolts', 'torque_nm', 'maximum_nm', 'pressure_kpa'],
            self::StabSaddle => ['min_mm', 'max_mm', 'stab_mm', 'bolts', 'torque_nm', 'maximum_nm', 'pressure_kpa'],
            self::StabFitting => ['min_mm', 'max_mm', 'stab_mm', 'pressure_kpa'],
            self::Sliding => ['min_mm', 'max_mm', 'stab_mm', 'collapsed_mm', 'extended_mm', 'pressure_kpa'],
            self::LiveTap => ['min_mm', 'max_mm', 'bolts', 'torque_nm', 'maximum_nm', 'rod_mm', 'pressure_kpa'],
        };
    }

    /** @return list<string> those of them that a product need not have */
    public function mayLack(): array
    {
        return ['upper_min_mm', 'upper_max_mm', 'maximum_nm', 'insertion_min_mm'];
    }
}
