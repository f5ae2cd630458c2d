<?php

declare(strict_types=1);

namespace Diastoma\Core\Trench;

use Diastoma\Core\Procedure\Readings;

/** How far a stretch is, in one word: the last thing that was done to it. */
enum Stage: string
{
    case Planned = 'planned';
    case Dug = 'dug';
    case Bedded = 'bedded';
    case Jointed = 'jointed';
    case Haunched = 'haunched';
    case Layers = 'layers';
    case Crown = 'crown cover';
    case Full = 'full';
    case Surfaced = 'surfaced';

    /** By what is read when it is reached, the furthest first. */
    private const BY = [
        'topsoil_last' => self::Surfaced, 'bore_full' => self::Full, 'over' => self::Crown, 'side' => self::Layers, 'haunched' => self::Haunched,
        'joints_seen' => self::Jointed, 'bedding_end_mm' => self::Bedded, 'depth_m' => self::Dug,
    ];

    public static function of(Readings $readings): self
    {
        foreach (self::BY as $key => $stage) {
            if ($readings->has($key)) {
                return $stage;
            }
        }

        return self::Planned;
    }

    /** How far up the trench is filled, of all stages. */
    public function share(): float
    {
        return array_search($this, self::cases(), true) / (count(self::cases()) - 1);
    }
}
