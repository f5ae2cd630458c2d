<?php

declare(strict_types=1);

namespace App\Pages;

use App\Models\Main;
use App\Procedures\Systems;
use App\Setout\LaidJoints;
use Diastoma\Core\Layout\BellHole;
use Diastoma\Core\Layout\FusedString;

/** What the set-out view draws: alignment, plan, and what is laid of it. */
final class SetoutPage
{
    /** @return array<string, mixed> */
    public static function of(Main $main): array
    {
        $rules = $main->job->rules();
        $system = Systems::jointSystem($main->joint_method);
        $allowed = $system?->allowed((float) $main->dn_mm, $main->pn_bar);
        $alignment = $main->alignment;
        $core = $alignment?->core();
        $plan = $main->plan;

        return [
            'main' => ['id' => $main->id, 'name' => $main->name, 'pipe' => $main->pipeSaid()],
            'system' => $system === null ? null : ['key' => $system->key, 'title' => $system->title],
            'allowed_deg' => $allowed?->degrees, 'allowed_source' => $allowed?->source->tag(), 'share' => $rules->value('gs.share_percent') / 100,
            'band_mm' => $rules->value('gs.band_mm'),
            'alignment' => $alignment === null || $core === null ? null : [
                'id' => $alignment->id, 'name' => $alignment->name, 'file' => $alignment->file, 'length_m' => $core->length(),
                'from_station_m' => $core->from(), 'points' => $core->drawn(),
            ],
            'plan' => $plan === null ? null : [
                'id' => $plan->id, 'adopted' => $plan->adopted_at !== null, 'request' => $plan->request,
                'of_this_alignment' => $plan->alignment_id === $alignment?->id, ...$plan->payload,
                'dig_levels_m' => array_map(
                    static fn (array $j): float => BellHole::digLevelM((float) $j['level_m'], (float) $main->wall_mm), $plan->payload['joints'],
                ),
                'dig_source' => BellHole::source()->tag(),
            ],
            'laid' => LaidJoints::of($main),
            'string' => $system === null && $main->sdr !== null && $core !== null ? FusedString::check(
                $core, (float) $main->dn_mm, FusedString::factor((float) $main->sdr), $rules->value('gs.band_mm'),
            ) : null,
        ];
    }
}
