<?php

declare(strict_types=1);

namespace App\Actions;

use App\Exceptions\Refused;
use App\Imports\PressureCsv;
use App\Models\Person;
use App\Models\PressureTest;
use App\PressureTests\Progress;
use App\PressureTests\Recorded;
use Carbon\CarbonImmutable;
use Diastoma\Core\PressureTest\Run\RecordTime;
use Diastoma\Core\PressureTest\Run\Run;
use Diastoma\Core\PressureTest\Run\Whole;

/** Takes a logger's file as the record of a planned test: all of it, or nothing. Its progress can be seen and it can be cancelled meanwhile. */
final class BringPressureTrace
{
    public function __construct(private readonly EndPressureTest $judge)
    {
    }

    /**
     * @param  array<string, bool|float>  $measured
     *
     * @throws Refused if the test was run already, the file does not hold all of it, or somebody cancelled
     */
    public function execute(PressureTest $test, Person $person, string $path, array $measured, string $brokenOff, Progress $progress): PressureTest
    {
        PlanPressureTest::mayTest($person, $test);
        Refused::unless($test->conduct()->begin());
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
            $refused = RecordTime::refusal(
                $started, (float) $length, $logged->startedAt === null ? $started : $test->created_at, $job->now(), (string) $test->number,
                new \DateTimeZone($job->time_zone),
            );
            if ($refused !== null) {
                throw Refused::input($refused['said'], [['field' => 'file', 'detail' => $refused['detail'], 'value' => $started->format('Y-m-d\TH:i:sP')]]);
            }

            return $this->judge->end($test, $person, $run, $verdict, $started, $logged->columns, $progress->stored(...));
        } finally {
            fclose($stream);
            $progress->done();
        }
    }
}
