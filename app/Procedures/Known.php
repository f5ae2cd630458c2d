<?php

declare(strict_types=1);

namespace App\Procedures;

use App\Models\Joint;
use Diastoma\Core\Electrofusion\Fused;
use Diastoma\Core\Electrofusion\KnownFitting;
use Diastoma\Core\Electrofusion\Weld;
use Diastoma\Core\Procedure\Procedure;
use Diastoma\Core\Sitting\State;
use Illuminate\Support\Facades\DB;

/** Fittings whose figures somebody of the job has read once, by the code of their label. */
final class Known
{
    /** Kept where the fusion was good. Whoever read it first stays named, until somebody reads something else: then that is what is known, under their name. */
    public static function remember(Subject $subject, Weld $weld, string $code, string $by): void
    {
        $figures = KnownFitting::figures($subject->situation(), $weld);
        $known = DB::table('known_fittings')->where('job_id', $subject->job->id)->where('label_code', $code)->value('figures');
        $before = is_string($known) ? (array) json_decode($known, true, flags: JSON_THROW_ON_ERROR) : [];
        if ($figures === [] || ! $subject->model instanceof Joint || array_intersect_key($before, $figures) == $figures) {
            return; // as it was: 210 and 210.0 are one figure
        }
        DB::table('known_fittings')->upsert([
            'job_id' => $subject->job->id, 'label_code' => $code, 'figures' => json_encode([...$before, ...$figures], JSON_THROW_ON_ERROR), 'by' => $by,
            'joint' => $subject->model->label(), 'created_at' => now(), 'updated_at' => now(),
        ], ['job_id', 'label_code'], ['figures', 'by', 'joint', 'updated_at']);
    }

    /** @return array<string, float|int|string> what is known of the fittings whose codes were scanned at a joint that is being made */
    public static function factsOf(Joint $joint, Procedure $procedure): array
    {
        if (! $procedure instanceof Fused || in_array($joint->state, [State::Planned->value, ...State::settled()], true)) {
            return [];
        }
        $welds = [];
        foreach ($procedure->welds() as $weld) {
            $welds[$weld->key('label_code')] = $weld;
        }
        $codes = DB::table('entries')->where('subject_type', 'joint')->where('subject_id', $joint->id)->where('kind', 'reading')
            ->whereIn('payload->key', array_keys($welds))->orderBy('device_at')->orderBy('seq')->pluck('payload')
            ->map(static fn (string $payload): array => (array) json_decode($payload, true, flags: JSON_THROW_ON_ERROR))->pluck('value', 'key');
        $known = $codes->isEmpty() ? collect() : DB::table('known_fittings')->where('job_id', $joint->main->job_id)->whereIn('label_code', $codes->unique())
            ->get()->keyBy('label_code');
        $facts = [];
        foreach ($codes as $key => $code) {
            $row = $known->get($code);
            if ($row !== null) {
                $facts += KnownFitting::facts($welds[$key], json_decode($row->figures, true, flags: JSON_THROW_ON_ERROR), $row->by, $row->joint);
            }
        }

        return $facts;
    }
}
