<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Models\Equipment;
use App\Models\Job;
use App\Models\Joint;
use App\Procedures\Subject;
use App\Reports\InstrumentTag;
use App\Reports\JointLog;
use App\Reports\JointRecord;
use App\Reports\JointTag;
use Illuminate\Http\Response;
use Symfony\Component\HttpFoundation\StreamedResponse;

final class ReportController
{
    public function joint(Joint $joint, JointRecord $record): Response
    {
        return $this->pdf($record->of(Subject::joint($joint)), "joint-{$joint->label()}.pdf");
    }

    public function tag(Joint $joint, JointTag $tag): Response
    {
        return $this->pdf($tag->of(Subject::joint($joint), (string) config('app.url')), "tag-joint-{$joint->number}.pdf");
    }

    public function instrument(Equipment $unit, InstrumentTag $tag): Response
    {
        return $this->pdf($tag->of($unit, $unit->job), "tag-{$unit->id}.pdf");
    }

    public function log(Job $job, JointLog $log): StreamedResponse
    {
        return response()->streamDownload(static fn () => $log->write($job), "joint-log-{$job->number}.csv", ['Content-Type' => 'text/csv; charset=UTF-8']);
    }

    private function pdf(string $bytes, string $name): Response
    {
        return new Response($bytes, 200, ['Content-Type' => 'application/pdf', 'Content-Disposition' => "attachment; filename=\"{$name}\""]);
    }
}
