<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Diagnosis;

/** What a fusion trace most looks like. What to do for each is common practice; the fitting maker's own rule governs. */
enum TraceClass: string
{
    case Good = 'good';
    case VoltageDroop = 'voltage_droop';
    case WrongResistance = 'wrong_resistance';
    case ShortedTurns = 'shorted_turns';
    case OpenCircuit = 'open_circuit';
    case EarlyStop = 'early_stop';
    case SupplyCut = 'supply_cut';
    case TimeMismatch = 'time_mismatch';
    case UnderInsertion = 'under_insertion';

    public function title(): string
    {
        return match ($this) {
            self::Good => 'as it should be',
            self::VoltageDroop => 'voltage droop',
            self::WrongResistance => 'wrong resistance',
            self::ShortedTurns => 'shorted turns',
            self::OpenCircuit => 'open circuit',
            self::EarlyStop => 'stopped early',
            self::SupplyCut => 'supply cut',
            self::TimeMismatch => 'fusion time does not match',
            self::UnderInsertion => 'pipe not fully in',
        };
    }

    public function advice(): string
    {
        return match ($this) {
            self::Good => 'Let it cool undisturbed and look at it cold.',
            self::VoltageDroop => 'Too little heat went in. Cut the joint out. Take a larger generator or a shorter, thicker cable, and no other load, '
                .'before the next one.',
            self::WrongResistance => 'Not the fitting of this label, or a poor contact at the terminals. Cut the joint out. Measure the next fitting cold '
                .'and clean the plugs '
                    .'before it is fused.',
            self::ShortedTurns => 'Turns touched inside the melt: heat went where it should not. Cut the joint out; look at pipe insertion, gap and alignment.',
            self::OpenCircuit => 'The winding or a plug parted. Nothing can be fused with this fitting any more: cut it out. Check the leads before the '
                .'next one.',
            self::EarlyStop => "Do not start it again. Cut the joint out, unless the fitting maker's own rule allows one repeat after full cooling; "
                .'record it as a repeat.',
            self::SupplyCut => "Do not plug in again. Let it cool; cut the joint out, unless the fitting maker's own rule allows one repeat after full "
                .'cooling. See to fuel and supply first.',
            self::TimeMismatch => 'The unit ran another time than the label asks for: wrong label read, or a wrong correction. Cut the joint out; compare '
                .'label, unit and '
                    .'temperature before the next one.',
            self::UnderInsertion => 'Bare coil overheated: melt can escape and ignite. Keep clear until cold. Cut the joint out; measure both stab marks '
                .'before the next one.',
        };
    }

    /** Whether the maker's rule may allow one repeat after full cooling. */
    public function mayBeRepeated(): bool
    {
        return $this === self::EarlyStop || $this === self::SupplyCut;
    }
}
