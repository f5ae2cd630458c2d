<?php

declare(strict_types=1);

namespace App\Actions;

use App\Exceptions\Refused;
use App\Imports\FusionFile;
use App\Models\Joint;
use App\Models\Person;
use App\Procedures\Subject;
use App\Procedures\WeldOf;
use App\Traces\TraceStore;
use Carbon\CarbonImmutable;
use Diastoma\Core\Electrofusion\RecordMatch;
use Diastoma\Core\Sitting\Action;
use Diastoma\Core\Sitting\DeviceStart;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** Takes a control unit's record from a file, held against the joint by number, label and time. */
final class BringFusionRecord
{
    public function __construct(private readonly RunFusion $fusion, private readonly TraceStore $traces)
    {
    }

    /**
     * @param  ?CarbonImmutable  $started  as the crew says; null takes the file's own time
     *
     * @throws Refused if the record belongs to another joint, label or time, or may not be added
     */
    public function execute(Joint $joint, Person $person, string $text, ?CarbonImmutable $started, string $record = 'fusion'): void
    {
        $person->must(Action::BringFusion, $joint);
        $subject = Subject::joint($joint);
        $of = WeldOf::record($subject, $record);
        if ($subject->readings()->has($record)) {
            Refused::unless(DeviceStart::asThingsStand($subject->sitting(), $record, $subject->job->now()->toDateTimeImmutable()));
        }
        $file = FusionFile::of($text);
        $start = $started ?? ($file->startedAt === null ? null : CarbonImmutable::instance($file->startedAt)->utc())
            ?? throw Refused::input(
                'The file does not say when the fusion began. Say it here.', [['field' => 'started_at', 'detail' => 'missing', 'value' => null]],
            );
        $trace = $file->trace;
        $ended = $start->addMilliseconds((int) round(1000 * $trace->durationS()));
        RecordMatch::mustBe(
            ['joint' => $file->joint, 'label' => $file->label, 'started_at' => $file->startedAt],
            ['joint' => (string) $joint->number, 'label' => $of->weld->label($subject->situation())?->code, 'started_at' => $start->toDateTimeImmutable()],
            $ended->toDateTimeImmutable(), $subject->job->now()->toDateTimeImmutable(), new \DateTimeZone($subject->job->time_zone),
        );
        DB::transaction(function () use ($joint, $person, $trace, $start, $ended, $record): void {
            $id = (string) Str::uuid();
            $this->traces->execute('fusion', $id, array_map(static fn (array $s): array => ['t' => $s['t'], 'v' => $s['v'], 'i' => $s['i']], $trace->samples));
            $this->fusion->record($joint, $person, $id, $trace, $start, $ended, '', false, $record);
        });
    }
}
