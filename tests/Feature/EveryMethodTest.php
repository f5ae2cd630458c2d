<?php

declare(strict_types=1);

use App\Demo\SampleLabel;
use App\Models\Joint;
use App\Procedures\Subject;
use App\Procedures\WeldOf;
use Diastoma\Core\Procedure\ReadingKind;
use Diastoma\Core\Procedure\ReadingSpec;

/** A good answer to a reading of the demo's joints, by its key; the label's by what is printed on the made-up fitting. */
function goodAnswer(ReadingSpec $spec, Joint $joint, string $unit, string $now): mixed
{
    $dn = (float) $joint->main->dn_mm;
    $length = str_contains($joint->method, 'large') ? 500.0 : 210.0;
    foreach (Subject::joint($joint)->procedure->welds() as $weld) {
        $label = SampleLabel::of((int) $dn, $joint->method, $weld);
        $printed = ['label_code' => $label['code'], 'printed_dn_mm' => $dn, 'printed_voltage_v' => $label['voltage_v'], 'unit_shows_voltage_v' => $label['voltage_v'], 'printed_fusion_time_s' => $label['fusion_time_s'], 'unit_shows_time_s' => $label['fusion_time_s'], 'printed_cooling_min' => $label['cooling_min'], 'precool_min' => $label['cooling_min']];
        foreach ($printed as $key => $value) {
            if ($spec->key === $weld->key($key)) {
                return $value;
            }
        }
    }

    return match (true) {
        $spec->kind === ReadingKind::YesNo => true,
        $spec->kind === ReadingKind::Now => $now,
        $spec->kind === ReadingKind::Equipment => $unit,
        $spec->key === 'solvent' => 'isopropanol ≥ 96 %',
        $spec->kind === ReadingKind::Choice => in_array('PE 100', $spec->choices, true) ? 'PE 100' : $spec->choices[0],
        str_contains($spec->key, 'diameters') => [$dn + 0.4, $dn + 0.3, $dn + 0.2, $dn + 0.3],
        $spec->kind === ReadingKind::Series => array_fill(0, max($spec->counts), str_starts_with($spec->key, 'gap') ? 0.3 : 0.0),
        str_ends_with($spec->key, '_c') => 15.0,
        str_starts_with($spec->key, 'gouge') || str_starts_with($spec->key, 'out_of_square') || str_starts_with($spec->key, 'off_centre') => 0.2,
        $spec->key === 'fitting_length_mm' => $length,
        $spec->key === 'wash_length_mm' => 4 * $length,
        str_starts_with($spec->key, 'stab_') => $length / 2,
        str_starts_with($spec->key, 'scrape_mark') => $length + 25,
        str_starts_with($spec->key, 'od_after') => $dn - 0.2,
        default => ['circumference_mm' => M_PI * ($dn + 0.3), 'footprint_mm' => 160, 'marked_mm' => 170, 'ribbon_mm' => 0.25, 'generator_kva' => 20, 'fitting_sdr_from' => 11, 'fitting_sdr_to' => 17, 'cut_out_mm' => 1200, 'spool_mm' => 1190, 'branch_test_kpa' => 600, 'branch_test_min' => 15][$spec->key]
            ?? throw new LogicException("No good answer known for {$spec->key}"),
    };
}

it('is made to the end and accepted, every reading asked for answered well', function (int $number) {
    $joint = $this->joint($number);
    $this->signIn();
    for ($turn = 0; $turn < 400; $turn++) {
        $subject = Subject::joint($joint->refresh()->load('main.job.rulebook'));
        $standing = $subject->verdict()->current();
        if ($standing === null) {
            break;
        }
        $step = collect($subject->steps())->firstWhere('id', $standing->step);
        $spec = $step->reading($standing->missing[0]);
        $clock = collect($subject->verdict()->clocks)->map(fn ($c): DateTimeImmutable => $c->dueAt)->max();
        if ($step->gate?->isShutAt($subject->job->now()->toDateTimeImmutable())) {
            expect($step->gate->opensAt)->not->toBeNull("{$step->id} is shut for good: {$step->gate->said}");
            $this->postJson("/api/v1/jobs/{$subject->job->id}/clock", ['to' => $step->gate->opensAt->format(DATE_RFC3339)])->assertOk();
        } elseif ($spec->kind === ReadingKind::Record) {
            $this->postJson("/api/v1/joints/{$joint->id}/fusion-runs", ['record' => $spec->key, 'speed' => 1000, 'seed' => $turn])->assertCreated();
            $this->travel(2)->seconds();
            $this->getJson("/api/v1/joints/{$joint->id}")->assertOk()->assertJsonPath('fusion_run', null);
        } else {
            $waits = str_ends_with($spec->key, 'dry_at') || $spec->key === 'released_at';
            if ($waits && $clock !== null && $clock > $subject->job->now()) {
                $this->postJson("/api/v1/jobs/{$subject->job->id}/clock", ['to' => $clock->format(DATE_RFC3339)])->assertOk();
            }
            $this->enter($joint, $spec->key, goodAnswer($spec, $joint, $this->unit(), $this->deviceNow()))->assertCreated();
        }
    }
    $verdict = $joint->refresh()->verdict;
    $bad = array_values(array_filter($verdict['findings'], static fn (array $f): bool => in_array($f['severity'], ['mend', 'stop'], true)));

    expect(array_column($bad, 'said'))->toBe([])->and($joint->state)->toBe('accepted')->and(WeldOf::allFused(Subject::joint($joint)))->toBeTrue()->and($joint->test_at)->not->toBeNull();
    $this->get("/api/v1/joints/{$joint->id}/record.pdf")->assertOk();
    $this->artisan('journal:verify')->assertExitCode(0);
})->with(['coupler' => 201, 'tapping tee' => 202, 'branch saddle' => 203, 'repair spool' => 205, 'large bore, restraints cooling' => 101, 'large bore from the start' => 102]);
