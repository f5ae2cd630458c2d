<?php

declare(strict_types=1);

namespace App\Office;

use App\Exceptions\Refused;
use App\Journal\Draft;
use App\Journal\Journal;
use App\Journal\Rows;
use App\Models\Equipment;
use App\Models\Job;
use App\Models\Person;
use App\Pictures\Pictures;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Sitting\Action;
use Diastoma\Core\Sitting\InstrumentKind;
use Diastoma\Core\Sitting\Range;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** The instruments of a job, with their papers: each change on record. */
final class Instruments
{
    public function __construct(private readonly Journal $journal)
    {
    }

    /**
     * @param  array<string, mixed>  $given  kind, name, serial, range_said, range_low, range_high, resolution_said, calibration_until
     *
     * @throws Refused if this person may not, or the serial number is on the list already
     */
    public function put(Job $job, Person $by, ?Equipment $unit, array $given, ?UploadedFile $paper): Equipment
    {
        $by->must(Action::KeepInstruments, $job);
        if (Equipment::where('job_id', $job->id)->where('serial', $given['serial'])->when($unit, static fn ($q) => $q->whereKeyNot($unit?->id))->exists()) {
            throw Refused::input(
                'An instrument with that serial number is on the list already.', [['field' => 'serial', 'detail' => 'taken', 'value' => $given['serial']]],
            );
        }
        $kept = [
            ...array_intersect_key($given, array_flip(['kind', 'name', 'serial', 'range_said', 'resolution_said', 'calibration_until'])),
            ...self::range($given),
            ...($paper === null ? [] : ['paper_sha256' => Pictures::keep($paper)['sha256']]),
        ];

        return $this->write($job, $by, $unit ?? new Equipment(['job_id' => $job->id]), $kept);
    }

    /**
     * @param  array<string, mixed>  $given
     * @return array{range_low: ?float, range_high: ?float}
     *
     * @throws InvalidInput where the range is none
     */
    private static function range(array $given): array
    {
        $isRead = InstrumentKind::tryFrom((string) $given['kind'])?->reads() !== null;
        $end = static fn (string $key): ?float => $isRead && is_numeric($given[$key] ?? null) ? (float) $given[$key] : null;
        $range = Range::of($end('range_low'), $end('range_high'));

        return ['range_low' => $range?->low, 'range_high' => $range?->high];
    }

    /** Out of use, or in use again; nothing that was measured with it is lost. */
    public function retire(Equipment $unit, Person $by, bool $on): Equipment
    {
        $by->must(Action::KeepInstruments, $unit);
        $on && self::endTokens($unit);

        return $this->write($unit->job, $by, $unit, ['retired_at' => $on ? now('UTC')->startOfSecond() : null]);
    }

    /**
     * @return string the token, shown once; only its hash is kept
     *
     * @throws Refused if this person may not, or it is of a kind that sends nothing
     */
    public function token(Equipment $unit, Person $by, int $days): string
    {
        $by->must(Action::KeepInstruments, $unit);
        $sends = InstrumentKind::tryFrom((string) $unit->kind)?->sends() ?? false;
        Refused::unless($unit->retired_at !== null ? 'This instrument is out of use.' : ($sends ? null : 'Only control units, gauges and loggers send.'));

        return self::issue($unit, $days);
    }

    public static function issue(Equipment $unit, int $days): string
    {
        return $unit->createToken(
            "{$unit->name} {$unit->serial}", [$unit->kind === InstrumentKind::Gauge->value ? Equipment::SEND_PRESSURE : Equipment::SEND_SAMPLES],
            now()->addDays($days),
        )->plainTextToken;
    }

    public function revoke(Equipment $unit, Person $by): int
    {
        $by->must(Action::KeepInstruments, $unit);

        return self::endTokens($unit);
    }

    /** @return int how many it had: each goes by itself, and is in the journal of the office as gone */
    public static function endTokens(Equipment $unit): int
    {
        return $unit->tokens()->get()->each->delete()->count();
    }

    /** @param  array<string, mixed>  $change */
    private function write(Job $job, Person $by, Equipment $unit, array $change): Equipment
    {
        return DB::transaction(function () use ($job, $by, $unit, $change): Equipment {
            $this->journal->lock($job);
            $unit->fill($change)->save();
            $this->journal->append($job, $by, new Draft(
                (string) Str::uuid(), Journal::INSTRUMENT, 'instrument', $unit->id, Rows::of($unit->refresh()), $job->now()->format('Y-m-d\TH:i:sP'),
            ));

            return $unit;
        });
    }
}
