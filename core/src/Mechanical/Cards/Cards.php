<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Cards;

use Diastoma\Core\Rulebook\Source;

/**
 * The generic cards that ship: one a kind. They state no figure of a product: range, length, gap, torque and pressure are read off the label on site. A maker's
 * own card states them, and is added to the catalogue.
 */
final class Cards
{
    public const PRACTICE = 'common practice for this kind of fitting; the maker governs';

    public const GLANDS = 'AWWA C111 / C600; the maker governs';

    /** Bolts of mechanical-joint glands by size in inches. AWWA C111 (value from memory). */
    private const GLAND_BOLTS = [
        3 => 4, 4 => 4, 6 => 6, 8 => 6, 10 => 8, 12 => 8, 14 => 10, 16 => 12, 18 => 12, 20 => 14, 24 => 16, 30 => 20, 36 => 24, 42 => 28, 48 => 32,
    ];

    /** Working pressure of mechanical joints up to 24 in and above, kPa: 350 and 250 psi. AWWA C111 (value from memory). */
    private const GLAND_KPA = [2413.0, 1724.0];

    private const FT_LB_NM = 1.3558179483314004;

    /** Tee-bolts of mechanical-joint glands: size in inches up to which, bolt, ft·lb from and to. AWWA C111/C600. */
    private const TEE_BOLTS = [[3, 0.625, 45.0, 60.0], [24, 0.75, 75.0, 90.0], [36, 1.0, 100.0, 120.0], [48, 1.25, 120.0, 150.0]];

    private const AS_READ = ['0.625' => '5/8', '0.75' => '3/4', '1' => '1', '1.25' => '1 1/4'];

    /** @return list<Card> */
    public static function shipped(): array
    {
        /** @var ?list<Card> $cards */
        static $cards = null;

        return $cards ??= [...self::generic(), self::glands()];
    }

    /** @return list<Card> */
    private static function generic(): array
    {
        return array_map(static fn (CardKind $kind): Card => Card::fromArray([
            'key' => $kind->value, 'title' => $kind->title(), 'kind' => $kind->value, 'source' => self::PRACTICE, 'rows' => [],
            'media' => match ($kind) {
                CardKind::StabSaddle, CardKind::StabFitting, CardKind::Sliding => ['gas'],
                CardKind::LiveTap => ['water'],
                default => ['water', 'sewer'],
            },
            'kit' => $kind === CardKind::LiveTap ? [
                'saddle with its ring and strap', 'flushing piece and hose', 'drilling device', 'cutter for this main', 'shut-off', 'sealing sleeve and setter',
                'upper part', 'spindle extension, pin and cover',
            ] : [],
        ]), CardKind::cases());
    }

    /** Glands of mechanical joints by size: the one card whose figures are published. */
    private static function glands(): Card
    {
        $rows = [];
        foreach (self::GLAND_BOLTS as $size => $bolts) {
            $tee = self::teeBolt($size) ?? throw new \LogicException("No tee-bolt for {$size} in.");
            $rows[] = [
                'size' => "{$size} in, bolts ".self::AS_READ[(string) $tee['bolt_in']].' in', 'bolts' => $bolts,
                'torque_nm' => round(($tee['min_ft_lb'] + $tee['max_ft_lb']) / 2 * self::FT_LB_NM, 1), 'pressure_kpa' => self::GLAND_KPA[$size > 24 ? 1 : 0],
            ];
        }

        return Card::fromArray([
            'key' => 'mechanical_joint_gland', 'title' => 'Mechanical-joint gland', 'kind' => CardKind::Gland->value, 'source' => self::GLANDS,
            'media' => ['water', 'sewer'], 'rows' => $rows,
        ]);
    }

    public static function find(string $key): ?Card
    {
        foreach (self::shipped() as $card) {
            if ($card->key === $key) {
                return $card;
            }
        }

        return null;
    }

    /** @return array{bolt_in: float, min_ft_lb: float, max_ft_lb: float}|null tee-bolt of a mechanical-joint gland; null beyond the table */
    public static function teeBolt(float $sizeIn): ?array
    {
        foreach ($sizeIn < 3.0 ? [] : self::TEE_BOLTS as [$upTo, $bolt, $low, $high]) {
            if ($sizeIn <= $upTo) {
                return ['bolt_in' => $bolt, 'min_ft_lb' => $low, 'max_ft_lb' => $high];
            }
        }

        return null;
    }

    public static function teeBoltSource(): Source
    {
        return Source::standard('AWWA C600 / C111');
    }
}
