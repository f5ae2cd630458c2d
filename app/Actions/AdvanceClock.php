<?php

declare(strict_types=1);

namespace App\Actions;

use App\Exceptions\Refused;
use App\Journal\Draft;
use App\Journal\Journal;
use App\Models\Job;
use App\Models\Person;
use Carbon\CarbonImmutable;
use Diastoma\Core\Sitting\SimulatedDevice;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** Puts the clock of a simulated job forward, on record. A real job's clock is the clock. */
final class AdvanceClock
{
    public function __construct(private readonly Journal $journal)
    {
    }

    public function execute(Job $job, Person $person, CarbonImmutable $to, string $why): Job
    {
        Refused::unless(SimulatedDevice::Clock->refusal($job->simulated));
        $job->mustBeOpen();
        $seconds = (int) ceil($job->now()->diffInSeconds($to));
        if ($seconds <= 0) {
            return $job;
        }

        return DB::transaction(function () use ($job, $person, $seconds, $why): Job {
            $this->journal->append(
                $job, $person,
                new Draft((string) Str::uuid(), Journal::CLOCK, 'job', $job->id, ['seconds' => $seconds, 'why' => $why], $job->now()->format('Y-m-d\TH:i:sP')),
            );
            Job::query()->whereKey($job->id)->increment('clock_ahead_s', $seconds);

            return $job->refresh();
        });
    }
}
