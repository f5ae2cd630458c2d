<?php

declare(strict_types=1);

namespace Diastoma\Core\Quantity;

/** The units in which readings and limits are stored and compared. The screen may show others: see UnitSystem. */
enum Unit: string
{
    case Millimetre = 'mm';
    case Metre = 'm';
    case SquareMillimetre = 'mm²';
    case Percent = '%';
    case Celsius = '°C';
    case Kelvin = 'K';
    case Second = 's';
    case Minute = 'min';
    case Volt = 'V';
    case Ohm = 'Ω';
    case KiloJoule = 'kJ';
    case KiloVoltAmpere = 'kVA';
    case KiloPascal = 'kPa';
    case Millibar = 'mbar';
    case Litre = 'L';
    case CubicMetre = 'm³';
    case Kilogram = 'kg';
    case Degree = '°';
    case NewtonMetre = 'N·m';
    /** The same, where the wrench reads in inch-pounds: small saddles. */
    case SmallTorque = 'N·m small';
    case Newton = 'N';
    case Times = '×';
    case None = '';

    /** @return class-string<Quantity>|null null for units that read alike everywhere */
    public function quantity(): ?string
    {
        return match ($this) {
            self::Millimetre, self::Metre => Length::class,
            self::Celsius => Temperature::class,
            self::Kelvin => TemperatureDifference::class,
            self::KiloPascal, self::Millibar => Pressure::class,
            self::Litre, self::CubicMetre => Volume::class,
            self::Kilogram => Mass::class,
            self::NewtonMetre, self::SmallTorque => Torque::class,
            default => null,
        };
    }
}
