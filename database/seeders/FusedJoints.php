<?php

declare(strict_types=1);

namespace Database\Seeders;

use App\Actions\RunFusion;
use App\Actions\WriteEntry;
use App\Demo\SampleReadings;
use App\Journal\Draft;
use App\Journal\Journal;
use App\Models\Equipment;
use App\Models\Joint;
use App\Models\Person;
use App\Procedures\Subject;
use App\Traces\TraceStore;
use Carbon\CarbonImmutable;
use Diastoma\Core\Electrofusion\Diagnosis\TraceClass;
use Diastoma\Core\Electrofusion\FusionTrace;
use Diastoma\Core\Electrofusion\Weld;
use Diastoma\Core\Simulation\FusionControlUnit;
use Illuminate\Support\Str;

/** Electrofusion joints of the demo, made as a crew would. */
final class FusedJoints
{
    public function __construct(private readonly WriteEntry $write, private readonly RunFusion $fusion)
    {
    }

    public function make(Joint $joint, Person $person, Equipment $unit, CarbonImmutable $start, int $seed, TraceClass $fault = TraceClass::Good, bool $released = true): void
    {
        foreach (SampleReadings::beforeFusion($unit, $seed) as [$key, $value, $before]) {
            $this->read($joint, $person, $key, $value, $start->subSeconds($before));
        }
        $weld = Weld::only();
        $time = $weld->correctedTimeS(Subject::joint($joint->refresh())->situation()) ?? 260.0;
        $ended = $this->fuse($joint, $person, $weld, (new FusionControlUnit(40.0, 0.64, $time, 15.0, $fault))->run($seed), $start);
        $this->read($joint, $person, 'release_written', true, $ended->addSeconds(30));
        if ($released) {
            foreach (SampleReadings::afterCooling() as [$key, $value, $after]) {
                $this->read($joint, $person, $key, $value, $ended->addMinutes(20)->addSeconds($after));
            }
        }
    }

    /** @return CarbonImmutable when it ended */
    public function fuse(Joint $joint, Person $person, Weld $weld, FusionTrace $trace, CarbonImmutable $start): CarbonImmutable
    {
        $ended = $start->addSeconds((int) ceil($trace->durationS()));
        $id = (string) Str::uuid();
        app(TraceStore::class)->execute('fusion', $id, array_map(static fn (array $s): array => ['t' => $s['t'], 'v' => $s['v'], 'i' => $s['i']], $trace->samples));
        $this->fusion->record($joint, $person, $id, $trace, $start, $ended, true, $weld->recordKey());

        return $ended;
    }

    public function read(Joint $joint, Person $person, string $key, mixed $value, CarbonImmutable $at): void
    {
        $iso = $at->format('Y-m-d\TH:i:sP');
        $this->write->execute($person, new Draft((string) Str::uuid(), Journal::READING, 'joint', $joint->id, ['key' => $key, 'value' => $value ?? $iso], $iso));
    }
}
