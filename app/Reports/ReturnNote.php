<?php

declare(strict_types=1);

namespace App\Reports;

use App\Models\Job;
use App\Models\Reject;
use App\Procedures\Arrived;
use Diastoma\Core\Yard\Stock;

/** What goes back, and why: every rejected pipe with the delivery that it came with. */
final class ReturnNote
{
    public function of(Job $job): string
    {
        $paper = Paper::named('Return note', "{$job->number} · {$job->title} · {$job->place}".($job->simulated ? ' · SIMULATED JOB' : ''));
        $came = (new Arrived($job))->came();
        $rejects = Reject::with('person', 'main')->whereIn('main_id', $job->mains()->select('id'))->orderBy('created_at')->get();
        $paper->say($rejects->isEmpty() ? 'Nothing was rejected.' : "{$rejects->count()} pipes go back.", true);
        foreach ($rejects as $reject) {
            $paper->keep(26);
            $paper->section("Pipe {$reject->pipe}");
            $with = $came[Stock::key($reject->pipe)] ?? 'no delivery that was entered';
            $paper->say("{$reject->main->pipeSaid()}, for {$reject->main->name}. Came with {$with}.");
            $paper->say("{$reject->reason}. {$reject->note}");
            $paper->say("{$reject->person->name}, {$reject->created_at->format('Y-m-d H:i')} UTC"
                .($reject->picture_sha256 === null ? '' : ", picture {$reject->picture_sha256}"));
        }
        $paper->say('');
        $paper->say('Taken back by: ........................................   Date: ....................');
        $paper->seal($job);

        return $paper->bytes();
    }
}
