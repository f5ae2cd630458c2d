<?php

declare(strict_types=1);

namespace Diastoma\Core\Rulebook;

/** The publications that this product names as sources, and what a copy of each would settle. A source that names another is a mistake until it is put here. */
final class Documents
{
    /** @var array<string, string> title as it is cited => what is taken from it */
    public const ALL = [
        '29 CFR 1926' => 'soil types, slopes, inspection, ladder, spoil of trenches',
        '49 CFR 192' => 'strength and leak test of plastic gas pipe, its temperature, design pressure',
        'ASME B16.5' => 'bolts of flanges by size and class',
        'ASME PCC-1' => 'order and passes of bolting',
        'ASTM C924' => 'air test of concrete sewers: minutes by size',
        'ASTM F1417' => 'air test of plastic sewers: minutes by size, groundwater',
        'ASTM F2164' => 'leak test of PE pressure mains: pressures, times, band',
        'ASTM F2897' => 'sixteen characters of a gas component',
        'ASTM F714' => 'outside diameters and tolerances of IPS pipe',
        'AASHTO' => 'HS-20 truck load by cover',
        'ASTM D2321' => 'trench width and backfill of plastic sewers',
        'ASTM D2412' => 'pipe stiffness of plastic pipe',
        'ASTM D3034' => 'base inside diameter and mandrel of PVC sewers',
        'ASTM D698' => 'standard Proctor density',
        'AWWA M45' => 'modified Iowa formula, deflection of GRP',
        'Howard, USBR (1977)' => 'modulus of soil reaction by soil and compaction',
        'AS/NZS 2566.2' => 'make-up allowance, hours and bands of the constant-pressure tests',
        'AWWA C111' => 'bolts, torque and pressure of mechanical-joint glands',
        'AWWA C151' => 'outside diameters of ductile iron',
        'AWWA C600' => 'deflection of push-on and mechanical joints, testing allowance, bolt torque',
        'AWWA C604' => 'testing of steel mains',
        'AWWA C906' => 'outside diameters and tolerances of DIPS pipe',
        'AWWA M55' => 'make-up table of PE mains',
        'Carslaw & Jaeger' => 'conduction into a half-space',
        'DVS 2207-1' => 'grades and shelter for fusion, values that are watched',
        'EN 1092-1' => 'bolts of flanges by DN and PN',
        'EN 12201-2' => 'diameters, walls and tolerances of PE water pipe',
        'EN 14364' => 'joint deflection of GRP by diameter',
        'EN 1610' => 'air and water test of gravity sewers, trench widths, largest grain of the embedment',
        'EN 545' => 'outside diameters of ductile iron',
        'EN 805' => 'test pressures and acceptance of water mains',
        'IEC 60028' => 'resistivity of copper',
        'ISO 11922-1' => 'tolerance grades, how out-of-roundness is measured',
        'ISO 12176-4' => 'traceability code',
        'ISO 13950' => 'fusion label, its fields and check digit, reference temperature',
        'ISO 4427' => 'grades and classes of PE',
        'ISO 6789' => 'permissible deviation of torque wrenches',
        'Kell (1975)' => 'density of water',
        'UK water industry guidance note 4-01-03' => 'slope of the pressure decay of PE',
    ];

    /** What is remembered without a publication to check it in. */
    private const FIGURES = [
        '', 'PE: 0.40 W/m·K, 950 kg/m³, 2.3 kJ/kg·K, 180 kJ/kg over 110…132 °C',
        'radial conduction with melting; convection 10 W/m²K outside, 5 inside', 'thresholds of the diagnosis',
    ];

    public static function knows(Source $source): bool
    {
        return match ($source->kind) {
            SourceKind::Standard => self::publication($source->document) !== null,
            SourceKind::FromMemory => self::publication($source->document) !== null || in_array($source->document, self::FIGURES, true),
            SourceKind::Maker, SourceKind::Specification, SourceKind::Arithmetic => $source->document !== '',
            SourceKind::CommonPractice => true,
        };
    }

    /** @return ?string the publication that a source cites first */
    public static function publication(string $document): ?string
    {
        foreach (array_keys(self::ALL) as $title) {
            if (str_starts_with($document, $title)) {
                return $title;
            }
        }

        return null;
    }
}
