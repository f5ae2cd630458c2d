<?php

declare(strict_types=1);

namespace App\PressureTests;

use App\Exceptions\Refused;
use App\Imports\PressureCsv;
use App\Models\Person;
use App\Models\PressureTest;
use Carbon\CarbonImmutable;
use Diastoma\Core\PressureTest\Run\Run;
use Diastoma\Core\PressureTest\Run\Whole;

/** Takes a logger's file as the record of a planned test: all of it, or nothing. Its progress can be seen and it can be cancelled meanwhile. */
final class ImportTrace
{
    /** How far the clock of a logger may be off, common practice: one hour is a clock not put forward in summer. */
    private const CLOCK_OFF_MIN = 65;

    public function __construct(private readonly JudgeTest $judge)
    {
    }

    /**
     * @param  array<string, bool|float>  $measured
     *
     * @throws Refused if the test was run already, the file does not hold all of it, or somebody cancelled
     */
    public function execute(PressureTest $test, Person $person, string $path, array $measured, string $brokenOff, Progress $progress): PressureTest
    {
        PlanTest::mayTest($person);
        if ($test->state !== 'planned') {
            throw Refused::conflict("Test {$test->number} has been run. It is never edited: plan a repeat.");
        }
        $stream = @fopen($path, 'rb');
        if ($stream === false) {
            throw Refused::input('The file could not be read. Choose it again.');
        }
        $progress->begin($test->id, (int) filesize($path));
        try {
            $job = $test->section->main->job;
            $logged = PressureCsv::read($stream, $progress->read(...), $job->time_zone);
            $progress->stage('judging');
            $run = new Run($logged->trace(), [], $measured, $brokenOff);
            $verdict = $this->judge->verdict($test, $run);
            $missing = $brokenOff === '' ? Whole::missing($run->trace, Recorded::plan($test), $verdict) : null;
            if ($missing !== null) {
                throw Refused::input($missing, [['field' => 'file', 'detail' => $missing]]);
            }
            $progress->stage('storing');
            $length = (int) ceil($run->trace->endS());
            $started = $logged->startedAt === null ? $job->now()->subSeconds($length) : CarbonImmutable::instance($logged->startedAt);
            if ($logged->startedAt !== null && $started->addMinutes(self::CLOCK_OFF_MIN) < $test->created_at) {
                throw Refused::input("This record began at {$started->setTimezone($job->time_zone)->format('Y-m-d H:i')}, before test {$test->number} was planned: it is of another test. Bring the file of this one, or check the clock of the logger.", [['field' => 'file', 'detail' => 'older than the test', 'value' => $started->format('Y-m-d\TH:i:sP')]]);
            }
            if ($started->addSeconds($length) > $job->now()->addMinutes(2)) {
                throw Refused::input('The times in this file lie in the future. Check the clock of the logger, or the time zone of the job.', [['field' => 'file', 'detail' => 'in the future', 'value' => $started->format('Y-m-d\TH:i:sP')]]);
            }

            return $this->judge->end($test, $person, $run, $verdict, $started, $logged->columns, $progress->stored(...));
        } finally {
            fclose($stream);
            $progress->done();
        }
    }
}
