<?php

declare(strict_types=1);

namespace App\Reports;

use App\Models\PressureTest;
use App\Pages\TestPage;
use App\Traces\TraceStore;

/** Everything there is of a test, its samples among them, as they were logged. */
final class TestJson
{
    private const FLAGS = JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_PRESERVE_ZERO_FRACTION | JSON_THROW_ON_ERROR;

    public function __construct(private readonly TestPage $page, private readonly TraceStore $traces)
    {
    }

    public function write(PressureTest $test): void
    {
        $section = $test->section;
        $head = [
            'job' => $section->main->job->only(['number', 'title', 'place', 'time_zone', 'simulated']),
            'main' => ['name' => $section->main->name, 'service' => $section->main->service, 'pipe' => $section->main->pipeSaid()],
            'section' => [
                'name' => $section->name, 'from_station_m' => $section->from_station_m, 'to_station_m' => $section->to_station_m,
                'facts' => $test->section_facts,
            ],
            'test' => array_diff_key($this->page->test($test), ['asks' => 1, 'faults' => 1, 'display' => 1, 'now' => 1, 'logging' => 1]),
        ];
        echo substr(json_encode($head, self::FLAGS), 0, -1).',"trace":[';
        $first = true;
        foreach ($this->traces->blocks('test', $test->id) as [, $columns]) {
            echo($first ? '' : ',').json_encode($columns, self::FLAGS);
            $first = false;
        }
        echo ']}';
    }
}
