<?php

declare(strict_types=1);

namespace App\Procedures;

use App\Models\Entry;
use App\Models\Equipment;
use App\Models\Joint;
use Diastoma\Core\Mechanical\Bolting\Drift;
use Diastoma\Core\Mechanical\Cards\Card;
use Diastoma\Core\Mechanical\MechanicalProcedure;
use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Sitting\InstrumentKind;

/** What a torque wrench read today, joint by joint. */
final class WrenchDay
{
    /** @return ?Drift null where it is no wrench, or too few joints were bolted with it today */
    public static function of(Equipment $wrench): ?Drift
    {
        if ($wrench->kind !== InstrumentKind::TorqueWrench->value) {
            return null;
        }
        $job = $wrench->job;
        $joints = Joint::with('main.job.rulebook', 'section')->whereIn('main_id', $job->mains()->select('id'))->where('method', 'like', Card::PREFIX.'%')
            ->whereIn('id', Entry::query()->where('job_id', $job->id)->where('device_at', '>', $job->now()->subDay())->where('payload->value->id', $wrench->id)
                ->select('subject_id'))->get();
        $read = [];
        foreach ($joints as $joint) {
            foreach (self::circles(Subject::joint($joint), $wrench->id) as [$at, $share]) {
                $read[] = ['at' => $at, 'joint' => $joint->label(), 'share' => $share];
            }
        }
        usort($read, static fn (array $a, array $b): int => $a['at'] <=> $b['at']);

        return Drift::of(array_map(static fn (array $r): array => ['joint' => $r['joint'], 'share' => $r['share']], $read), $job->rules());
    }

    /** @return list<array{\DateTimeImmutable, float}> when, and mean reading over target, of each circle that was read with it as numbers */
    private static function circles(Subject $subject, string $wrench): array
    {
        $found = [];
        foreach ($subject->procedure instanceof MechanicalProcedure ? $subject->procedure->circles() : [] as $bolts) {
            $readings = $subject->readings();
            $rows = $readings->all($bolts->key);
            $isRead = array_filter($rows, static fn (Reading $r): bool => is_array($r->value) && isset($r->value['torque_nm'])) !== [];
            $run = $isRead && ($readings->record("{$bolts->key}_wrench")['id'] ?? null) === $wrench ? $bolts->run($subject->situation()) : null;
            $share = $run === null ? null : Drift::shareOf($run);
            if ($share !== null) {
                $found[] = [$rows[count($rows) - 1]->takenAt, $share];
            }
        }

        return $found;
    }
}
