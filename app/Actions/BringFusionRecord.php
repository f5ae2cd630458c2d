<?php

declare(strict_types=1);

namespace App\Actions;

use App\Exceptions\Refused;
use App\Imports\SampleTable;
use App\Models\Joint;
use App\Models\Person;
use App\Procedures\Subject;
use Carbon\CarbonImmutable;
use Diastoma\Core\Electrofusion\FusionTrace;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/**
 * Takes a control unit's record from a CSV: time_s, voltage_v, current_a; where present, joint, label and end_code are held against the joint.
 */
final class BringFusionRecord
{
    public function __construct(private readonly RunFusion $fusion, private readonly StoreTrace $traces)
    {
    }

    /** @throws Refused if the record belongs to another joint or label, or the joint is fused already */
    public function execute(Joint $joint, Person $person, string $csv, CarbonImmutable $started): void
    {
        if (! $person->isAnyOf('jointer', 'supervisor', 'admin')) {
            throw Refused::forbidden("A {$person->role} may not bring fusion records. Ask a jointer.");
        }
        $subject = Subject::joint($joint);
        $readings = $subject->readings();
        if ($readings->has('fusion')) {
            throw Refused::conflict('This joint has a fusion on record already. A record is not replaced.');
        }
        $table = SampleTable::of($csv);
        $this->belongs($table, 'joint', (string) $joint->number, 'Joint');
        $this->belongs($table, 'label', $readings->text('label_code') ?? '', 'Label');
        $seconds = $table->seconds();
        $volts = $table->need(['voltage_v'], 'the voltage');
        $amps = $table->need(['current_a'], 'the current');
        $samples = [];
        foreach ($seconds as $row => $t) {
            $samples[] = ['t' => $t, 'v' => $table->number($row, $volts), 'i' => $table->number($row, $amps)];
        }
        $endCode = $table->column(['end_code']) === null ? '' : $table->text(count($seconds) - 1, 'end_code');
        $trace = FusionTrace::of($samples, $endCode === '' ? 'end_not_recorded' : $endCode);
        $ended = $started->addMilliseconds((int) round(1000 * $trace->durationS()));
        if ($ended > $subject->job->now()) {
            throw Refused::input('This record would end in the future. Check the start time you gave.', [['field' => 'started_at', 'detail' => 'too late', 'value' => $started->toIso8601String()]]);
        }
        DB::transaction(function () use ($joint, $person, $trace, $readings, $started, $ended): void {
            $id = (string) Str::uuid();
            $this->traces->execute('fusion', $id, array_map(static fn (array $s): array => ['t' => $s['t'], 'v' => $s['v'], 'i' => $s['i']], $trace->samples));
            $this->fusion->record($joint, $person, $id, $trace, $readings->number('fitting_c') ?? 20.0, $started, $ended, false);
        });
    }

    private function belongs(SampleTable $table, string $column, string $ours, string $what): void
    {
        if ($table->column([$column]) === null) {
            return;
        }
        $theirs = $table->text(0, $column);
        if ($theirs !== '' && ltrim($theirs, '0') !== ltrim($ours, '0')) {
            throw Refused::input("{$what} on the record: {$theirs}. {$what} here: ".($ours === '' ? 'not read yet' : $ours).'. This record belongs to another joint: open that one, or choose the right file. Nothing was stored.', [['field' => $column, 'detail' => 'another joint', 'value' => $theirs, 'limit' => $ours]]);
        }
    }
}
