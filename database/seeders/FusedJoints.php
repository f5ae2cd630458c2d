<?php

declare(strict_types=1);

namespace Database\Seeders;

use App\Actions\RunFusion;
use App\Actions\WriteEntry;
use App\Journal\Draft;
use App\Journal\Journal;
use App\Models\Equipment;
use App\Models\Joint;
use App\Models\Person;
use App\Procedures\Subject;
use App\Traces\TraceStore;
use Carbon\CarbonImmutable;
use Diastoma\Core\Electrofusion\Diagnosis\TraceClass;
use Diastoma\Core\Electrofusion\Fused;
use Diastoma\Core\Electrofusion\FusionTrace;
use Diastoma\Core\Electrofusion\Weld;
use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Procedure\ReadingKind;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Simulation\FusionControlUnit;
use Diastoma\Core\Simulation\GoodCrew;
use Diastoma\Core\Sitting\SimulatedDevice;
use Illuminate\Support\Str;

/** Electrofusion joints of the demo, made as a good crew would, one after another. */
final class FusedJoints
{
    public function __construct(private readonly WriteEntry $write, private readonly RunFusion $fusion)
    {
    }

    /** A coupler whose fusion begins at a moment; the joint may stay in its clamps. */
    public function make(
        Joint $joint, Person $person, Equipment $unit, CarbonImmutable $start, int $seed, TraceClass $fault = TraceClass::Good, bool $released = true,
    ): void {
        $this->work($joint, $person, $unit, 'fusion', $start, $released ? null : 'release_written', self::scatter($joint, $seed), $seed, $fault);
    }

    /**
     * Everything up to a reading, or to the end, so that one record begins at a moment.
     *
     * @param  string  $record  whose beginning the time is
     * @param  ?string  $last  the last reading that is taken; null for all
     * @param  array<string, mixed>  $instead
     */
    public function work(
        Joint $joint, Person $person, Equipment $unit, string $record, CarbonImmutable $start, ?string $last, array $instead, int $seed,
        TraceClass $fault = TraceClass::Good,
    ): void {
        $subject = Subject::joint($joint->refresh()->load('main.job.rulebook'));
        $script = (new GoodCrew(
            $subject->procedure, $subject->facts, $subject->rulebook(), $instead,
        ))->readings(new \DateTimeImmutable('2026-01-01T08:00:00+00:00'));
        $shift = $start->getTimestamp() - $this->begins($script->history, $record)->getTimestamp();
        $specs = $this->specs($subject, $script->history);
        foreach ($script->history as $reading) {
            $at = CarbonImmutable::instance($reading->takenAt)->addSeconds($shift);
            match ($specs[$reading->key] ?? ReadingKind::Number) {
                ReadingKind::Record => $this->run(
                    $joint, $person, $reading->key, $this->beginning($reading)->addSeconds($shift), $seed,
                    $reading->key === $record ? $fault : TraceClass::Good,
                ),
                ReadingKind::Equipment => $this->read($joint, $person, $reading->key, $unit->id, $at),
                ReadingKind::Now => $this->read($joint, $person, $reading->key, null, $at),
                default => $this->read($joint, $person, $reading->key, $reading->value, $at),
            };
            if ($reading->key === $last) {
                return;
            }
        }
    }

    /** @return array<string, mixed> diameters of this pipe, a little off those of the next: the same each time */
    private static function scatter(Joint $joint, int $seed): array
    {
        $dn = (float) $joint->main->dn_mm;
        $off = static fn (int $k): float => round((($seed * 37 + $k * 17) % 10) / 25, 2);
        $end = static fn (int $k): array => [$dn + 0.5 + $off($k), $dn + 0.3 + $off($k + 1), $dn + 0.1 + $off($k + 2), $dn + 0.3 + $off($k + 3)];
        $after = static fn (array $d): float => round(array_sum($d) / 4 - 0.48, 2);

        return [
            'ambient_c' => 13.5, 'pipe_c' => 14.0 + $off(1), 'diameters_a_mm' => $end(1), 'diameters_b_mm' => $end(4), 'od_after_a_mm' => $after($end(1)),
            'od_after_b_mm' => $after($end(4)), 'gouge_a_mm' => $off(2), 'gouge_b_mm' => $off(5),
        ];
    }

    /** @param  list<Reading>  $history */
    private function begins(array $history, string $record): CarbonImmutable
    {
        foreach ($history as $reading) {
            if ($reading->key === $record) {
                return $this->beginning($reading);
            }
        }
        throw new \LogicException("The crew never came to {$record}.");
    }

    private function beginning(Reading $reading): CarbonImmutable
    {
        return CarbonImmutable::parse(
            is_array($reading->value) && is_string($reading->value['started_at'] ?? null) ? $reading->value['started_at']
            : $reading->takenAt->format(DATE_RFC3339),
        );
    }

    /**
     * @param  list<Reading>  $history
     * @return array<string, ReadingKind> by key
     */
    private function specs(Subject $subject, array $history): array
    {
        $steps = $subject->procedure->steps(new \Diastoma\Core\Procedure\Situation(
            new \Diastoma\Core\Procedure\Readings($history), $subject->facts, $subject->rulebook(),
        ));

        return collect($steps)->flatMap(static fn ($step): array => $step->readings)
            ->mapWithKeys(static fn (ReadingSpec $spec): array => [$spec->key => $spec->kind])->all();
    }

    private function run(Joint $joint, Person $person, string $record, CarbonImmutable $start, int $seed, TraceClass $fault): void
    {
        $subject = Subject::joint($joint->refresh()->load('main.job.rulebook'));
        foreach ($subject->procedure instanceof Fused ? $subject->procedure->welds() : [] as $weld) {
            $nominal = $weld->recordKey() === $record ? $weld->nominal($subject->situation()) : null;
            if ($nominal !== null) {
                $this->fuse(
                    $joint, $person, $weld,
                    (new FusionControlUnit($nominal->voltageV, $nominal->resistanceOhm ?? 1.0, $nominal->timeS, $nominal->fittingC, $fault))->run($seed),
                    $start,
                );
            }
        }
    }

    /** @return CarbonImmutable when it ended */
    public function fuse(Joint $joint, Person $person, Weld $weld, FusionTrace $trace, CarbonImmutable $start): CarbonImmutable
    {
        $ended = $start->addSeconds((int) ceil($trace->durationS()));
        $id = (string) Str::uuid();
        app(TraceStore::class)->execute(
            'fusion', $id, array_map(static fn (array $s): array => ['t' => $s['t'], 'v' => $s['v'], 'i' => $s['i']], $trace->samples),
        );
        CarbonImmutable::withTestNow(
            $ended,
            fn () => $this->fusion->record($joint, $person, $id, $trace, $start, $ended, SimulatedDevice::ControlUnit->title(), true, $weld->recordKey()),
        );

        return $ended;
    }

    public function read(Joint $joint, Person $person, string $key, mixed $value, CarbonImmutable $at): void
    {
        $iso = $at->format('Y-m-d\TH:i:sP');
        $draft = new Draft((string) Str::uuid(), Journal::READING, 'joint', $joint->id, ['key' => $key, 'value' => $value ?? $iso], $iso);
        CarbonImmutable::withTestNow($at, fn () => $this->write->execute($person, $draft)); // it arrives as it is taken
    }
}
