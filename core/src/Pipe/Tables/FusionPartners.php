<?php

declare(strict_types=1);

namespace Diastoma\Core\Pipe\Tables;

/**
 * Which pipe materials an electrofusion fitting of PE 100 (or PE 4710) may be fused to. Common practice with DVS 2207-1 and ISO 12176-4 grades;
 * melt flow limits (190 °C, 5 kg: 0.2 to 1.7 g/10 min) and the answers are from memory. The fitting maker's list governs.
 */
final class FusionPartners
{
    public const YES = 'yes';

    /** ask the maker of the fitting, or make a trial joint and test it */
    public const ASK = 'ask';

    public const NO = 'no';

    /** material => [group, answer, why] */
    public const MATERIALS = [
        'PE 80' => ['metric', self::YES, 'PE 80 and PE 100 fuse with each other where the melt flow lies between 0.2 and 1.7 g/10 min.'],
        'PE 100' => ['metric', self::YES, 'The same material as the fitting.'],
        'PE 100-RC' => ['metric', self::YES, 'PE 100 with more resistance to slow crack growth; fuses alike.'],
        'PE 4710' => ['us', self::YES, 'The US designation of today\'s high density PE; fuses with PE 100.'],
        'PE 3608' => ['us', self::YES, 'High density PE of the older designation; fuses with PE 4710.'],
        'PE 2708' => ['us', self::YES, 'Medium density gas pipe; fuses with high density fittings in electrofusion.'],
        'PE 2406' => ['us', self::YES, 'Medium density gas pipe of the older designation; fuses in electrofusion.'],
        'PE 63' => ['metric', self::ASK, 'First-generation PE: its melt flow may lie outside the range.'],
        'PE-X' => ['metric', self::ASK, 'Cross-linked pipe fuses only with fittings that their maker names for it.'],
        'PE 32 / PE 40' => ['metric', self::NO, 'Low density PE: too soft at fusion temperature and too fluid.'],
        'PP' => ['other', self::NO, 'Another polymer: melts mix badly and the bond peels.'],
        'PVC' => ['other', self::NO, 'Another polymer: it burns before it fuses.'],
    ];
}
