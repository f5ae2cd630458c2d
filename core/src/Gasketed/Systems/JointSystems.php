<?php

declare(strict_types=1);

namespace Diastoma\Core\Gasketed\Systems;

/**
 * The generic joint systems that ship. They hold what is common practice for their kind; a product's own figures (insertion depth, bell depth, deflection,
 * segments)
 * are the maker's and are added as systems of their own.
 */
final class JointSystems
{
    private const NO_PETROLEUM = 'petroleum-based lubricant on any rubber';

    public const PRACTICE = 'common practice for this kind of joint; the maker governs';

    /** @return list<JointSystem> */
    public static function shipped(): array
    {
        /** @var ?list<JointSystem> $systems */
        static $systems = null;

        return $systems ??= array_map(JointSystem::fromArray(...), [...self::pressure(), ...self::sewers(), ...self::couplers()]);
    }

    public static function find(string $key): ?JointSystem
    {
        foreach (self::shipped() as $system) {
            if ($system->key === $key) {
                return $system;
            }
        }

        return null;
    }

    /** @return list<array<string, mixed>> */
    private static function pressure(): array
    {
        return [
            [
                'key' => 'pvc_pressure', 'title' => 'PVC pressure, bell and spigot', 'material' => 'pvc',
                'lubricate_where' => 'front face of the gasket; spigot to the mark, the chamfer above all',
                'forbidden' => self::NO_PETROLEUM, 'home' => 'mark_just_visible', 'feeler' => true,
                'gasket_seat' => 'the gasket lies evenly in its groove all round', 'source' => self::PRACTICE, 'sizes' => [],
            ],
            [
                'key' => 'di_push_on', 'title' => 'Ductile iron, push-on', 'material' => 'ductile_iron', 'lubricate_where' => 'gasket and spigot',
                'forbidden' => self::NO_PETROLEUM, 'home' => 'between_lines', 'feeler' => true, 'loops' => true,
                'gasket_seat' => 'the loops are smoothed out and the gasket lies below the throat all round', 'table' => 'push_on',
                'source' => self::PRACTICE, 'sizes' => [],
            ],
            [
                'key' => 'di_restrained', 'title' => 'Ductile iron, restrained push-on', 'material' => 'ductile_iron',
                'lubricate_where' => 'whole inner face of the gasket; spigot to the weld bead',
                'forbidden' => self::NO_PETROLEUM, 'home' => 'past_both_lines', 'feeler' => false, 'locking' => true, 'loops' => true,
                'gasket_seat' => 'the loops are smoothed out and the gasket lies below the throat all round',
                'deflection_cap_deg' => 5.0, 'cuttable' => false, 'source' => self::PRACTICE, 'sizes' => [],
            ],
            [
                'key' => 'grp_coupling', 'title' => 'GRP coupling', 'material' => 'grp', 'lubricate_where' => 'spigot and gasket, all round',
                'forbidden' => self::NO_PETROLEUM,
                'home' => 'home_line', 'feeler' => true, 'gasket_seat' => 'the gasket lies flat in its groove all round, no part of it twisted',
                'table' => 'grp', 'source' => self::PRACTICE, 'sizes' => [],
            ],
        ];
    }

    /** @return list<array<string, mixed>> */
    private static function sewers(): array
    {
        $ring = 'the ring is fitted above ground, square to the spigot, evenly stretched and not twisted';

        return [
            [
                'key' => 'concrete_rolling_ring', 'title' => 'Concrete, rolling ring', 'material' => 'concrete', 'lubricated' => false,
                'lubricate_where' => 'nothing: surfaces dry', 'forbidden' => 'any lubricant: the ring must roll',
                'home' => 'even_gap', 'graded' => true, 'top_mark' => true, 'cuttable' => false, 'gasket_seat' => $ring, 'source' => self::PRACTICE,
                'look' => 'No feeler here: the even gap tells that the ring rolled in evenly.', 'sizes' => [],
            ],
            [
                'key' => 'concrete_skid_ring', 'title' => 'Concrete, skid ring', 'material' => 'concrete', 'lubricate_where' => 'socket and ring',
                'forbidden' => self::NO_PETROLEUM,
                'home' => 'even_gap', 'graded' => true, 'top_mark' => true, 'cuttable' => false, 'gasket_seat' => $ring, 'source' => self::PRACTICE,
                'look' => 'No feeler here: the even gap tells that the ring rolled in evenly.', 'sizes' => [],
            ],
            [
                'key' => 'concrete_tongue_groove', 'title' => 'Concrete, tongue and groove with sealant', 'material' => 'concrete', 'lubricated' => false,
                'media' => ['sewer_gravity'],
                'sealant' => true, 'lubricate_where' => 'nothing: tongue and groove clean and dry', 'forbidden' => 'any lubricant: the sealant must stick',
                'home' => 'sealant_squeezed', 'graded' => true, 'top_mark' => true, 'cuttable' => false,
                'gasket_seat' => 'the sealant lies all round the tongue, its ends overlapping, its paper off', 'source' => self::PRACTICE, 'sizes' => [],
            ],
            [
                'key' => 'corrugated_hdpe', 'title' => 'Corrugated HDPE', 'material' => 'corrugated_hdpe', 'lubricate_where' => 'bell and gasket',
                'media' => ['sewer_gravity'],
                'forbidden' => 'lubricant that touched soil', 'home' => 'homing_mark',
                'insertion_deg' => 1.5, 'graded' => true,
                'gasket_seat' => 'the gasket sits in its valley (over the crown on large sizes), its lettering to the pipe end', 'source' => self::PRACTICE,
                'sizes' => [],
            ],
        ];
    }

    /** @return list<array<string, mixed>> couplers for two cut ends, where the trade has one */
    private static function couplers(): array
    {
        return [
            [
                'key' => 'pvc_cut_coupler', 'title' => 'PVC coupler for cut ends', 'material' => 'pvc', 'sides' => 2,
                'lubricate_where' => 'front faces of both gaskets; both spigots to their marks', 'forbidden' => self::NO_PETROLEUM,
                'home' => 'home_line', 'feeler' => true, 'gasket_seat' => 'both gaskets lie evenly in their grooves', 'source' => self::PRACTICE, 'sizes' => [],
            ],
            [
                'key' => 'di_cut_sleeve', 'title' => 'Ductile iron push-on sleeve for cut ends', 'material' => 'ductile_iron', 'sides' => 2,
                'lubricate_where' => 'both gaskets and both spigots', 'forbidden' => self::NO_PETROLEUM,
                'home' => 'home_line', 'feeler' => true, 'loops' => true,
                'gasket_seat' => 'the loops are smoothed out and both gaskets lie below the throat', 'table' => 'push_on', 'source' => self::PRACTICE,
                'sizes' => [],
            ],
            [
                'key' => 'di_grip_cut', 'title' => 'Ductile iron, gripping gasket on a cut spigot', 'material' => 'ductile_iron',
                'lubricate_where' => 'inner face of the gasket between its grips; spigot to the mark', 'forbidden' => self::NO_PETROLEUM,
                'home' => 'past_both_lines', 'feeler' => false, 'locking' => true, 'loops' => true,
                'gasket_seat' => 'the gasket lies below the throat all round, no grip standing proud', 'deflection_cap_deg' => 5.0,
                'source' => self::PRACTICE, 'sizes' => [],
            ],
            [
                'key' => 'grp_cut_coupling', 'title' => 'GRP coupling for cut ends', 'material' => 'grp', 'sides' => 2,
                'lubricate_where' => 'both spigots and both gaskets, all round; the cut ends sealed first', 'forbidden' => self::NO_PETROLEUM,
                'home' => 'home_line', 'feeler' => true, 'gasket_seat' => 'both gaskets lie flat in their grooves', 'table' => 'grp',
                'source' => self::PRACTICE, 'sizes' => [],
            ],
            [
                'key' => 'hdpe_cut_coupler', 'title' => 'Corrugated HDPE coupler for cut ends', 'material' => 'corrugated_hdpe', 'sides' => 2,
                'media' => ['sewer_gravity'],
                'lubricate_where' => 'coupler and both gaskets', 'forbidden' => 'lubricant that touched soil', 'home' => 'homing_mark',
                'insertion_deg' => 1.5, 'graded' => true, 'gasket_seat' => 'a gasket in the valley next to each cut end, its lettering to the pipe end',
                'source' => self::PRACTICE, 'sizes' => [],
            ],
        ];
    }
}
