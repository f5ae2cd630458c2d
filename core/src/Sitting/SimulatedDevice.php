<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting;

/** A stand-in for a device: it reaches a job through the same door as the real one, and only a job that is marked as simulated. */
enum SimulatedDevice: string
{
    case ControlUnit = 'control unit';
    case PressureLogger = 'pressure logger';
    case Clock = 'clock';

    /** What stands in the record as whoever wrote it. */
    public function title(): string
    {
        return "Simulated {$this->value}";
    }

    /** @return ?string why not; null where the job is simulated */
    public function refusal(bool $jobIsSimulated): ?string
    {
        return $jobIsSimulated ? null : 'This is a real job: '.match ($this) {
            self::ControlUnit => 'nothing is fused on it by simulation. Fuse with a control unit; it sends its record, or you bring its file.',
            self::PressureLogger => 'its tests are read by hand, by a logger, or brought as a file.',
            self::Clock => 'its clock cannot be put forward. Wait the time out.',
        };
    }
}
