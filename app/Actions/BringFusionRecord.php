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
use Diastoma\Core\Sitting\Action;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** Takes a control unit's record from a file, held against the joint by number, label and time. */
final class BringFusionRecord
{
    /** How far start times may differ, min: clocks of control units are set by hand. Common practice: no figure published. */
    private const CLOCK_SLACK_MIN = 10.0;

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
        $person->must(Action::BringFusion);
        $subject = Subject::joint($joint);
        $of = WeldOf::record($subject, $record);
        if ($subject->readings()->has($record)) {
            $of->mustBeStartable();
        }
        $file = FusionFile::of($text);
        $start = $started ?? ($file->startedAt === null ? null : CarbonImmutable::instance($file->startedAt)->utc())
            ?? throw Refused::input('The file does not say when the fusion began. Say it here.', [['field' => 'started_at', 'detail' => 'missing', 'value' => null]]);
        $this->mustBelong($file, $joint, $of, $start);
        $trace = $file->trace;
        $ended = $start->addMilliseconds((int) round(1000 * $trace->durationS()));
        if ($ended > $subject->job->now()) {
            throw Refused::input('This record would end in the future. Check the start time you gave.', [['field' => 'started_at', 'detail' => 'too late', 'value' => $start->toIso8601String()]]);
        }
        DB::transaction(function () use ($joint, $person, $trace, $start, $ended, $record): void {
            $id = (string) Str::uuid();
            $this->traces->execute('fusion', $id, array_map(static fn (array $s): array => ['t' => $s['t'], 'v' => $s['v'], 'i' => $s['i']], $trace->samples));
            $this->fusion->record($joint, $person, $id, $trace, $start, $ended, '', false, $record);
        });
    }

    /** Every difference is told at once, the record's value beside ours. */
    private function mustBelong(FusionFile $file, Joint $joint, WeldOf $of, CarbonImmutable $start): void
    {
        $ours = $of->weld->label($of->subject->situation())?->code;
        $zone = $of->subject->job->time_zone;
        $rows = [];
        if ($file->joint !== null && ltrim($file->joint, '0') !== (string) $joint->number) {
            $rows[] = ['Joint', $file->joint, (string) $joint->number];
        }
        if ($file->label !== null && $file->label !== $ours) {
            $rows[] = ['Label', $file->label, $ours ?? 'not read yet'];
        }
        if ($file->startedAt !== null && abs($start->getTimestamp() - $file->startedAt->getTimestamp()) > 60 * self::CLOCK_SLACK_MIN) {
            $rows[] = ['Began', CarbonImmutable::instance($file->startedAt)->setTimezone($zone)->format('Y-m-d H:i'), $start->setTimezone($zone)->format('Y-m-d H:i')];
        }
        if ($rows === []) {
            return;
        }
        $said = implode(' ', array_map(static fn (array $r): string => "{$r[0]} on the record: {$r[1]}. {$r[0]} here: {$r[2]}.", $rows));
        throw Refused::input("{$said} This record belongs to another joint: open that one, or choose the right file. Nothing was stored.",
            array_map(static fn (array $r): array => ['field' => strtolower($r[0]), 'detail' => $r[0], 'value' => $r[1], 'limit' => $r[2]], $rows));
    }
}
