<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting;

use Diastoma\Core\Quantity\Unit;

/** What an instrument is for. */
enum InstrumentKind: string
{
    case ControlUnit = 'control_unit';
    case Gauge = 'gauge';
    case Clamp = 'clamp';
    case TorqueWrench = 'torque_wrench';
    case Scraper = 'scraper';
    case Feeler = 'feeler';
    case Other = 'other';

    public function title(): string
    {
        return match ($this) {
            self::ControlUnit => 'Control unit', self::Gauge => 'Gauge or logger', self::Clamp => 'Clamp', self::TorqueWrench => 'Torque wrench',
            self::Scraper => 'Scraper', self::Feeler => 'Feeler gauge', self::Other => 'Other',
        };
    }

    /** Unit of what it reads, where its range is judged when it is used; null where there is none to judge. */
    public function reads(): ?Unit
    {
        return match ($this) {
            self::Gauge => Unit::KiloPascal, self::TorqueWrench => Unit::NewtonMetre, default => null
        };
    }

    /** Whether it may send what it records with a token of its own. */
    public function sends(): bool
    {
        return $this === self::ControlUnit || $this === self::Gauge || $this === self::TorqueWrench;
    }
}
