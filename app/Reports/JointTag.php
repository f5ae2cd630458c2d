<?php

declare(strict_types=1);

namespace App\Reports;

use App\Demo\SampleLabel;
use App\Models\Joint;
use App\Procedures\Subject;
use Diastoma\Core\Electrofusion\Fused;

/** A tag to tie to a joint: its QR code opens it on the bench. On a simulated job the labels of its sample fittings follow, to be scanned. */
final class JointTag
{
    public function of(Subject $subject, string $host): string
    {
        $joint = $subject->model;
        assert($joint instanceof Joint);
        $job = $subject->job;
        $paper = Paper::named("Joint {$joint->label()}", "{$job->number} · {$job->title} · {$job->place}".($job->simulated ? ' · SIMULATED JOB' : ''));
        $top = $paper->GetY();
        $paper->write2DBarcode("{$host}/bench/{$joint->number}", 'QRCODE,M', 15, $top, 45, 45, ['padding' => 0]);
        $paper->SetLeftMargin(66);
        $paper->SetY($top);
        $paper->say("{$subject->procedure->title()}, {$joint->main->name}", true);
        $paper->say("Station {$joint->station_m} m, {$joint->pipe_a} to {$joint->pipe_b}. {$joint->main->pipeSaid()}.");
        $paper->say("Scan to open it: {$host}/bench/{$joint->number}");
        $paper->SetLeftMargin(15);
        $paper->SetY($top + 50);
        if ($job->simulated && $subject->procedure instanceof Fused) {
            $paper->section('Labels of the sample fittings');
            foreach ($subject->procedure->weldsOf($subject->situation()) as $weld) {
                $this->label($paper, $weld->title === '' ? 'Fitting' : $weld->title, SampleLabel::of($subject->procedure, $subject->facts, $weld));
            }
        }

        $paper->seal($job);

        return $paper->bytes();
    }

    /** @param  array{code: string, dn_mm: int, voltage_v: int, fusion_time_s: int, cooling_min: int}  $label */
    private function label(Paper $paper, string $title, array $label): void
    {
        if ($paper->GetY() > 245) {
            $paper->AddPage();
        }
        $top = $paper->GetY() + 2;
        $paper->write1DBarcode($label['code'], 'I25', 15, $top, 90, 14, 0.4, ['text' => true, 'font' => 'dejavusans', 'fontsize' => 7]);
        $paper->SetY($top);
        $paper->SetX(112);
        $paper->SetLeftMargin(112);
        $paper->say("{$title}: dn {$label['dn_mm']} · {$label['voltage_v']} V · {$label['fusion_time_s']} s · {$label['cooling_min']} min");
        $paper->SetLeftMargin(15);
        $paper->SetY($top + 20);
    }
}
