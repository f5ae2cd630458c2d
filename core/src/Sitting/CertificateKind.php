<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting;

/** What a certificate says that somebody may do. */
enum CertificateKind: string
{
    case Electrofusion = 'electrofusion';
    case Mechanical = 'mechanical';
    case Tester = 'tester';
    case Inspector = 'inspector';

    public function title(): string
    {
        return match ($this) {
            self::Electrofusion => 'Electrofusion', self::Mechanical => 'Mechanical and gasketed joints', self::Tester => 'Pressure tests',
            self::Inspector => 'Inspection',
        };
    }
}
