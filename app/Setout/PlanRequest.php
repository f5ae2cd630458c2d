<?php

declare(strict_types=1);

namespace App\Setout;

use App\Models\Main;
use App\Procedures\Systems;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Layout\PlanLimits;
use Diastoma\Core\Rulebook\Rulebook;

/** What a person asks of a plan; what was left out comes from the joint system and the rulebook. */
final class PlanRequest
{
    /**
     * @param  array<string, mixed>  $given
     * @return array{lengths: list<array{length_m: float, count: ?int}>, allowed_deg: float, allowed_source: string, share: float, band_mm: float,
     *     cut_min_m: ?float, cut_anywhere: bool}
     *
     * @throws InvalidInput if the allowed deflection is given nowhere
     */
    public static function complete(Main $main, Rulebook $rulebook, array $given): array
    {
        $system = Systems::jointSystem($main->joint_method);
        $allowed = $system?->allowed((float) $main->dn_mm, $main->pn_bar);
        $own = isset($given['allowed_deg']) ? (float) $given['allowed_deg'] : null;
        if ($system?->turns === false) {
            throw InvalidInput::field(
                'allowed_deg', 'This joint does not turn, so no plan can bend with it: lay it straight from fitting to fitting.', $own, 0,
            );
        }
        if ($own === null && $allowed === null) {
            throw InvalidInput::field('allowed_deg', 'No table gives the deflection of this joint at this size. Enter what the maker allows.');
        }

        return [
            'lengths' => array_map(
                static fn (array $l): array => ['length_m' => (float) $l['length_m'], 'count' => isset($l['count']) ? (int) $l['count'] : null],
                array_values($given['lengths']),
            ),
            'allowed_deg' => $own ?? $allowed->degrees, 'allowed_source' => $own === null ? $allowed->source->tag() : 'entered for this plan',
            'share' => (float) ($given['share'] ?? $rulebook->value('gs.share_percent') / 100),
            'band_mm' => (float) ($given['band_mm'] ?? $rulebook->value('gs.band_mm')),
            'cut_min_m' => isset($given['cut_min_m']) ? (float) $given['cut_min_m'] : null, 'cut_anywhere' => (bool) ($given['cut_anywhere'] ?? true),
        ];
    }

    /**
     * @param  array{lengths: list<array{length_m: float, count: ?int}>, allowed_deg: float, share: float, band_mm: float, cut_min_m: ?float,
     *     cut_anywhere: bool}  $request
     */
    public static function limits(array $request): PlanLimits
    {
        return PlanLimits::of(
            $request['lengths'], $request['allowed_deg'], $request['share'], $request['band_mm'], $request['cut_min_m'], $request['cut_anywhere'],
        );
    }
}
