<?php

declare(strict_types=1);

namespace App\Procedures;

use App\Models\Joint;
use Diastoma\Core\Electrofusion\Fused;
use Diastoma\Core\Electrofusion\KnownFitting;
use Diastoma\Core\Electrofusion\Weld;
use Diastoma\Core\Procedure\Procedure;
use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Procedure\Readings;
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
        $keys = array_map(static fn (Weld $weld): string => $weld->key('label_code'), $procedure->welds());
        $rows = DB::table('entries')->where('subject_type', 'joint')->where('subject_id', $joint->id)->where('kind', 'reading')
            ->whereIn('payload->key', $keys)->orderBy('device_at')->orderBy('seq')->get(['payload', 'device_at']);
        if ($rows->isEmpty()) {
            return [];
        }
        $read = array_values($rows->map(static function (\stdClass $row): Reading {
            $payload = json_decode($row->payload, true, flags: JSON_THROW_ON_ERROR);

            return new Reading($payload['key'], (string) $payload['value'], new \DateTimeImmutable($row->device_at), '');
        })->all());

        $codes = array_map(static fn (Reading $r): mixed => $r->value, $read);

        return KnownFitting::scanned($procedure, new Readings($read), self::of($joint->main->job_id, $codes));
    }

    /**
     * @param  ?list<mixed>  $codes  those alone
     * @return list<array{label_code: string, figures: array<string, mixed>, by: string, joint: string}> of a job
     */
    public static function of(string $job, ?array $codes = null): array
    {
        $known = DB::table('known_fittings')->where('job_id', $job)->when($codes !== null, static fn ($q) => $q->whereIn('label_code', $codes));

        return array_values($known->get()->map(static fn (\stdClass $row): array => [
            'label_code' => $row->label_code, 'figures' => json_decode($row->figures, true, flags: JSON_THROW_ON_ERROR), 'by' => $row->by,
            'joint' => $row->joint,
        ])->all());
    }
}
