<?php

declare(strict_types=1);

namespace Diastoma\Core\Trench\Deflection;

use Diastoma\Core\Quantity\Pressure;
use Diastoma\Core\Rulebook\Source;

/** What lies beside a pipe and how hard it is packed: modulus of soil reaction E′ for the first deflection. */
enum Embedment: string
{
    case CrushedRock = 'crushed_rock';
    case Coarse = 'coarse';
    case CoarseWithFines = 'coarse_with_fines';
    case FineWithCoarse = 'fine_with_coarse';
    case Fine = 'fine';
    case FinePlastic = 'fine_plastic';

    public const DUMPED = 'dumped';

    /** Below 85 % of standard Proctor; from 85 to 95 %; above. */
    public const SLIGHT = 'slight';

    public const MODERATE = 'moderate';

    public const HIGH = 'high';

    public const COMPACTIONS = [self::DUMPED, self::SLIGHT, self::MODERATE, self::HIGH];

    public function said(): string
    {
        return match ($this) {
            self::CrushedRock => 'crushed rock', self::Coarse => 'sand or gravel, under 12 % fines', self::CoarseWithFines => 'sand or gravel, over 12 % fines',
            self::FineWithCoarse => 'silt or clay, over 25 % coarse', self::Fine => 'silt or lean clay', self::FinePlastic => 'fat clay',
        };
    }

    /** @return ?float psi; null where there is no value: soils of high plasticity need an engineer */
    public function ePrimePsi(string $compaction): ?float
    {
        $row = match ($this) {
            self::CrushedRock => [1000.0, 3000.0, 3000.0, 3000.0],
            self::Coarse => [200.0, 1000.0, 2000.0, 3000.0],
            self::CoarseWithFines, self::FineWithCoarse => [100.0, 400.0, 1000.0, 2000.0],
            self::Fine => [50.0, 200.0, 400.0, 1000.0],
            self::FinePlastic => null,
        };
        $at = array_search($compaction, self::COMPACTIONS, true);

        return $row === null || $at === false ? null : $row[$at];
    }

    public function ePrimeKpa(string $compaction): ?float
    {
        $psi = $this->ePrimePsi($compaction);

        return $psi === null ? null : Pressure::of($psi, 'psi')->in('kPa');
    }

    /** @param  ?float  $percent  of standard Proctor; null where nobody measured: dumped */
    public static function compaction(?float $percent): string
    {
        return match (true) {
            $percent === null => self::DUMPED, $percent < 85.0 => self::SLIGHT, $percent <= 95.0 => self::MODERATE, default => self::HIGH,
        };
    }

    public static function source(): Source
    {
        return Source::standard('Howard, USBR (1977)', 'average values of E′');
    }
}
