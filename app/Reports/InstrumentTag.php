<?php

declare(strict_types=1);

namespace App\Reports;

use App\Models\Equipment;
use App\Models\Job;
use Diastoma\Core\Sitting\InstrumentKind;

/** A tag to tie to an instrument: its square code is its serial number, as a scanner types it. */
final class InstrumentTag
{
    public function of(Equipment $unit, Job $job): string
    {
        $paper = Paper::named($unit->name, "{$job->number} · {$job->title}");
        $top = $paper->GetY();
        $paper->write2DBarcode($unit->serial, 'QRCODE,M', 15, $top, 35, 35, ['padding' => 0]);
        $paper->SetLeftMargin(56);
        $paper->SetY($top);
        $paper->say(InstrumentKind::from($unit->kind)->title().", serial {$unit->serial}", true);
        foreach (['Range' => $unit->range($job->rules()->units), 'Resolution' => $unit->resolution_said,
            'Calibration, last day' => $unit->calibration_until] as $what => $said) {
            $said === null || $said === '' ? null : $paper->say("{$what}: {$said}");
        }
        $paper->say('Scan it where the bench asks which instrument is used.');
        $paper->SetLeftMargin(15);
        $paper->SetY($top + 40);

        return $paper->bytes();
    }
}
