<?php

declare(strict_types=1);

namespace App\Reports;

use App\Models\Plan;
use Diastoma\Core\Layout\BellHole;

/** The crew's sheet of a plan: quantities, cut list, and a row a joint. */
final class SetoutSheet
{
    public function of(Plan $plan): string
    {
        $main = $plan->main;
        $job = $main->job;
        $data = $plan->payload;
        $request = $plan->request;
        $paper = Paper::named("Set-out: {$main->name}", "{$job->number} · {$job->title} · {$job->place}".($job->simulated ? ' · SIMULATED JOB' : ''));
        $paper->say("{$data['count']} pipes; no plan can have fewer than {$data['lower_bound']}.".($data['complete'] ? '' : ' NOT COMPLETE.'), true);
        $joint = round($data['limits']['joint_deg'], 2);
        $paper->say(
            "{$main->pipeSaid()}. Allowed deflection {$request['allowed_deg']}° [{$request['allowed_source']}], share used ".round(100 * $request['share'])
            ." %: {$joint}° a joint. Band {$request['band_mm']} mm. Greatest deflection ".round($data['greatest_deflection_deg'], 2)
            .'°, furthest from the alignment '.round($data['greatest_offset_mm'], 1).' mm.',
        );
        foreach ($data['obstacles'] as $obstacle) {
            $paper->say($obstacle['said'], true);
        }
        if ($data['said'] !== '') {
            $paper->say($data['said']);
        }
        $paper->section('Quantities');
        $paper->table([60, 60, 60], ['Length', 'Whole', 'To cut from'], [
            ...array_map(static fn (array $p): array => ["{$p['length_m']} m", (string) $p['whole'], (string) $p['to_cut']], $data['quantities']['pipes']),
            ...array_map(static fn (array $b): array => ["bend {$b['deg']}°", (string) $b['count'], ''], $data['quantities']['bends']),
        ]);
        if ($data['cut_list'] !== []) {
            $paper->section('Cut list');
            $paper->table(
                [45, 45, 45, 45], ['Pipe', 'Cut to', 'From', 'Left over'],
                array_map(
                    static fn (array $c): array => [
                        (string) $c['pipe'], number_format($c['length_m'], 3).' m', "{$c['from_m']} m", number_format($c['left_m'], 3).' m',
                    ],
                    $data['cut_list'],
                ),
            );
        }
        $paper->section('Joints in order (right and up are plus; the far end is that of the pipe laid at this joint)');
        $paper->table([10, 13, 18, 24, 24, 17, 17, 13, 13, 17, 14], [
            'Joint', 'Pipe', 'Station', 'Easting', 'Northing', 'Level', 'Dig', 'Turn h', 'Turn v', 'Far end h/v', 'Length',
        ], array_map(static fn (array $r): array => [
            $r[1] === 'joint' ? (string) $r[0] : (string) $r[1], (string) $r[11].($r[13] === 'cut' ? ' cut' : ''), number_format((float) $r[2], 2),
            number_format((float) $r[3], 3, '.', ''), number_format((float) $r[4], 3, '.', ''), number_format((float) $r[5], 3, '.', ''),
            number_format((float) $r[6], 2, '.', ''),
            $r[1] === 'joint' ? number_format((float) $r[7], 2).'°' : '', $r[1] === 'joint' ? number_format((float) $r[8], 2).'°' : '',
            $r[14] === '' ? '' : "{$r[14]} / {$r[15]}", $r[12] === '' ? '' : number_format((float) $r[12], 3),
        ], SetoutExport::rows($plan)));
        $paper->say('Dig levels: '.BellHole::source()->tag().'. Push each pipe home straight, then turn it.');

        $paper->seal($job);

        return $paper->bytes();
    }
}
