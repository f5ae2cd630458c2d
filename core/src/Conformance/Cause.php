<?php

declare(strict_types=1);

namespace Diastoma\Core\Conformance;

/** What a nonconformance came from. Common practice: the heads under which a crew's faults are usually sorted. */
enum Cause: string
{
    case Preparation = 'preparation';
    case Handling = 'handling';
    case Equipment = 'equipment';
    case Material = 'material';
    case Weather = 'weather';
    case Ground = 'ground';
    case Drawing = 'drawing';
    case Record = 'record';

    public function title(): string
    {
        return match ($this) {
            self::Preparation => 'Preparation of the ends', self::Handling => 'Handling, moving or haste', self::Equipment => 'Equipment',
            self::Material => 'Pipe, fitting or gasket', self::Weather => 'Weather', self::Ground => 'Ground, water or trench',
            self::Drawing => 'Drawing or instruction', self::Record => 'Something not measured or not recorded',
        };
    }
}
