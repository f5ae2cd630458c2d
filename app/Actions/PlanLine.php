<?php

declare(strict_types=1);

namespace App\Actions;

use App\Exceptions\Refused;
use App\Models\Main;
use App\Models\Person;
use App\Models\Plan;
use App\Setout\LaidJoints;
use App\Setout\PlanRequest;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Layout\Planner;
use Diastoma\Core\Sitting\Action;

/** Plans a main, or the rest of it from where the crew stands. A plan is only a proposal until it is adopted. */
final class PlanLine
{
    /**
     * @param  array<string, mixed>  $given  lengths, allowed_deg, share, band_mm, cut_min_m, cut_anywhere
     *
     * @throws Refused if there is no alignment, or this person may not
     * @throws InvalidInput if the limits cannot be
     */
    public function execute(Main $main, Person $person, array $given): Plan
    {
        $person->must(Action::PlanLine, $main);
        $alignment = $main->alignment ?? throw Refused::conflict('Bring the alignment first: without it there is nothing to plan along.');
        $core = $alignment->core();
        $front = LaidJoints::front($main, $core);
        $request = [
            ...PlanRequest::complete($main, $main->job->rules(), $given), 'after_joint' => $front[1]->id ?? null,
            'after_number' => $front[1]->number ?? null,
        ];
        $plan = Planner::plan($core, PlanRequest::limits($request), $front[0] ?? null);

        return Plan::create(['main_id' => $main->id, 'alignment_id' => $alignment->id, 'request' => $request, 'payload' => $plan->toArray()]);
    }
}
