<?php

declare(strict_types=1);

namespace Database\Seeders;

use App\Actions\AdoptPlan;
use App\Actions\BringPressureTrace;
use App\Actions\ClosePressureTest;
use App\Actions\CreateMain;
use App\Actions\ImportAlignment;
use App\Actions\PlanLine;
use App\Actions\PlanPressureTest;
use App\Actions\WriteEntry;
use App\Demo\CrewAnswers;
use App\Imports\AlignmentData;
use App\Journal\Draft;
use App\Journal\Journal;
use App\Models\Equipment;
use App\Models\Job;
use App\Models\Joint;
use App\Models\Main;
use App\Models\Person;
use App\Models\Pipe;
use App\Models\PressureTest;
use App\Models\Section;
use App\PressureTests\Progress;
use App\PressureTests\Recorded;
use App\Procedures\Subject;
use Carbon\CarbonImmutable;
use Diastoma\Core\Electrofusion\Coupler;
use Diastoma\Core\Pipe\PeDimensions;
use Diastoma\Core\Simulation\PressureFault;
use Diastoma\Core\Simulation\PressureLogger;
use Illuminate\Support\Str;

/** A main of each service with its joints made and its section ready to be tested; on one a test that did not pass and was mended. All invented. */
final class TestsDemo
{
    public function __construct(
        private readonly FusedJoints $joints, private readonly WriteEntry $write, private readonly PlanPressureTest $planning,
        private readonly BringPressureTrace $import, private readonly ClosePressureTest $after,
        private readonly CreateMain $create, private readonly ImportAlignment $alignment, private readonly PlanLine $plan, private readonly AdoptPlan $adopt,
    ) {
    }

    public function run(Job $job, Equipment $unit, CarbonImmutable $now): void
    {
        $tom = Person::where('email', 'tom@demo')->firstOrFail();
        $ada = Person::where('email', 'ada@demo')->firstOrFail();
        $otter = $this->fused($job, 'Otter Lane', 'water', 'PE 100', 1201, ['O1' => [1000, 700], 'O2' => [1000, 700]]);
        $quay = $this->fused($job, 'Quay Street gas', 'gas', 'PE 100', 1301, ['Q' => [500, 400]]);
        $tern = $this->reel($job);
        foreach ([$otter, $quay, $tern] as $main) {
            app(\App\Journal\SetUp::class)->main($main, $tom);
        }
        foreach ([...$otter->joints, ...$quay->joints] as $k => $joint) {
            $this->joints->make($joint, $ada, $unit, $now->subMinutes(1500 - 35 * $k), 50 + $k);
        }
        $sewer = $this->sewer($job, $ada, $now);
        $this->facts(
            $otter->sections[0], $tom,
            [
                'profile' => [[0.0, 41.2], [10.0, 42.6], [16.0, 41.8], [24.0, 44.1]],
                'fittings' => [
                    ['kind' => 'end', 'station_m' => 0.0], ['kind' => 'bend', 'station_m' => 16.0, 'angle_deg' => 22.5],
                    ['kind' => 'end', 'station_m' => 24.0],
                ],
                'ratings' => [['name' => 'pipe PN 10', 'kpa' => 1000.0], ['name' => 'gate valve', 'kpa' => 1600.0]], 'gauge_level_m' => 41.5,
            ],
        );
        $this->facts(
            $otter->sections[1], $tom,
            ['profile' => [[24.0, 44.1], [36.0, 45.2]], 'ratings' => [['name' => 'pipe PN 10', 'kpa' => 1000.0]], 'gauge_level_m' => 44.4],
        );
        $this->facts($quay->sections[0], $tom, ['ratings' => [['name' => 'pipe', 'kpa' => 1000.0]], 'water_c' => 11.0, 'gauge_resolution_kpa' => 0.1]);
        $this->facts(
            $tern->sections[0], $tom,
            [
                'ratings' => [['name' => 'pipe', 'kpa' => 6900.0], ['name' => 'end fitting', 'kpa' => 10000.0]], 'working_kpa' => 4000.0,
                'profile' => [[0.0, 36.0], [120.0, 39.5], [260.0, 37.2], [400.0, 41.0]], 'gauge_resolution_kpa' => 1.0,
            ],
        );
        $this->facts($sewer->sections[0], $tom, ['profile' => [[0.0, 44.0], [24.0, 44.12]], 'gauge_resolution_kpa' => 0.01, 'chamber_area_m2' => 9.4]);
        $this->ready($otter->sections[0], $tom, $now->subMinutes(40));
        $this->failed($otter->sections[1], $tom, $ada, $now);
    }

    /** @param  array<string, array{int, int}>  $sections  by name: rating and working pressure, kPa; each two pipes long, the last three */
    private function fused(Job $job, string $name, string $service, string $material, int $number, array $sections): Main
    {
        $pe = PeDimensions::of(180, 11.0);
        $pipes = count($sections) > 1 ? 3 : 2;
        $main = Main::create([
            'job_id' => $job->id, 'name' => $name, 'service' => $service, 'material' => $material, 'dn_mm' => 180, 'sdr' => 11, 'wall_mm' => $pe->wallMm,
            'od_largest_mm' => $pe->largestMeanOdMm, 'length_m' => 12.0 * $pipes,
        ]);
        for ($k = 1; $k <= $pipes; $k++) {
            Pipe::create(['main_id' => $main->id, 'number' => 'P'.($number + $k), 'from_station_m' => 12.0 * ($k - 1), 'to_station_m' => 12.0 * $k]);
        }
        $from = 0.0;
        $k = 0;
        foreach ($sections as $section => [$rating, $working]) {
            $to = $k === 0 ? 24.0 : 36.0;
            $made = Section::create([
                'main_id' => $main->id, 'name' => $section, 'from_station_m' => $from, 'to_station_m' => $to, 'low_level_m' => 41.2, 'high_level_m' => 44.1,
                'gauge_level_m' => 41.5, 'design_pressure_kpa' => $rating,
            ]);
            $made->update(['facts' => ['working_kpa' => (float) $working, ...($service === 'gas' ? [] : ['owner_test_kpa' => 1.5 * $working])]]);
            Joint::create([
                'main_id' => $main->id, 'section_id' => $made->id, 'number' => $number + $k, 'station_m' => 12.0 * ($k + 1), 'method' => Coupler::ID,
                'pipe_a' => 'P'.($number + $k + 1), 'pipe_b' => 'P'.($number + $k + 2),
            ]);
            $from = $to;
            $k++;
        }

        return $main->load('sections', 'joints');
    }

    /** A spoolable composite line, one length off the reel. */
    private function reel(Job $job): Main
    {
        $main = Main::create([
            'job_id' => $job->id, 'name' => 'Tern Point line', 'service' => 'water', 'material' => 'Composite', 'dn_mm' => 100, 'sdr' => null,
            'wall_mm' => 11.0, 'od_largest_mm' => 100.0, 'length_m' => 400.0,
        ]);
        Pipe::create(['main_id' => $main->id, 'number' => 'REEL-1', 'from_station_m' => 0.0, 'to_station_m' => 400.0]);
        Section::create([
            'main_id' => $main->id, 'name' => 'P', 'from_station_m' => 0.0, 'to_station_m' => 400.0, 'low_level_m' => 36.0, 'high_level_m' => 41.0,
            'gauge_level_m' => 36.4, 'design_pressure_kpa' => 6900,
        ]);

        return $main->load('sections', 'joints');
    }

    private function sewer(Job $job, Person $person, CarbonImmutable $now): Main
    {
        $main = $this->create->execute(
            $job, $person,
            [
                'name' => 'Sluice Lane sewer', 'service' => 'sewer_gravity', 'system' => 'pvc_pressure', 'dn_mm' => 300, 'od_mm' => 315.0, 'wall_mm' => 9.2,
                'design_pressure_kpa' => 0,
            ],
        );
        $this->alignment->execute(
            $main, $person,
            AlignmentData::ofParts(4400.0, 7100.0, 120.0, [['length_m' => 24.0, 'radius_m' => 0.0]], [[0.0, 44.0, 0.0], [24.0, 44.12, 0.0]]), 'typed',
        );
        $plan = $this->plan->execute(
            $main->refresh(), $person,
            ['lengths' => [['length_m' => 6.0]], 'share' => 0.8, 'allowed_deg' => 1.0, 'cut_min_m' => null, 'cut_anywhere' => false],
        );
        $this->adopt->execute($plan, $person);
        foreach ($main->joints()->get() as $j => $joint) {
            for ($k = 0; $k < 120; $k++) {
                $subject = Subject::joint($joint->refresh()->load('main.job.rulebook'));
                $standing = $subject->verdict()->current();
                $spec = null;
                foreach ($standing === null ? [] : $subject->steps() as $step) {
                    $spec ??= $step->reading($standing->missing[0]);
                }
                if ($spec === null) {
                    break;
                }
                $this->joints->read($joint, $person, $spec->key, CrewAnswers::of($spec, $subject), $now->subMinutes(600 - 60 * $j)->addSeconds(20 * $k));
            }
        }

        return $main->load('sections', 'joints');
    }

    /** @param  array<string, mixed>  $more */
    private function facts(Section $section, Person $person, array $more): void
    {
        $section = Section::with('main.job.rulebook')->findOrFail($section->id);
        $this->planning->facts($section, $person, [...\App\PressureTests\KnownFacts::facts($section), ...$more]);
    }

    private function ready(Section $section, Person $person, CarbonImmutable $at): void
    {
        $gauge = (string) Equipment::where('serial', 'PL-204')->value('id');
        foreach (['backfilled', 'ends_braced', 'concrete_cured', 'talk_held', 'zone_kept', 'filled_from_low', 'vents_clear', 'relief_set'] as $k => $key) {
            $this->answer($section, $person, $key, true, $at->addSeconds(30 * $k));
        }
        $this->answer($section, $person, 'gauge', $gauge, $at->addSeconds(300));
    }

    /** A record of last night that shows a leak, and what was done about it. */
    private function failed(Section $section, Person $tester, Person $jointer, CarbonImmutable $now): void
    {
        $this->ready($section, $tester, $now->subMinutes(700));
        $section = Section::with('main.job.rulebook', 'joints', 'tests')->findOrFail($section->id);
        // planned last night, while what was looked at still held
        $planned = CarbonImmutable::withTestNow($now->subMinutes(690), fn (): PressureTest => $this->planning->execute($section, $tester, 'en805-pe'));
        $test = PressureTest::with('section.main.job.rulebook')->findOrFail($planned->id);
        $test->forceFill(['created_at' => $now->subMinutes(690)])->save(); // planned last night, as its readiness was
        $run = (new PressureLogger(Recorded::section($test), PressureFault::Leak, 3.0))->run(Recorded::plan($test), 17);
        $file = tempnam(sys_get_temp_dir(), 'trace') ?: throw new \RuntimeException('No room for a temporary file.');
        $began = $now->subMinutes(600);
        $lines = ['time,pressure_bar,temperature_c,added_l'];
        foreach ($run->trace->rows() as $row) {
            $lines[] = $began->addMilliseconds((int) round(1000 * $row['t']))->format('Y-m-d\TH:i:s.v\Z').','.round($row['p'] / 100, 4)
                .",{$row['c']},{$row['added']}";
        }
        file_put_contents($file, implode("\n", $lines)."\n");
        $this->import->execute($test, $tester, $file, ['drawn_off_l' => (float) $run->measured['drawn_off_l'], 'leak_seen' => false], '', Progress::of(null));
        unlink($file);
        $this->after->mend(
            $test->refresh(), $jointer, (string) Str::uuid(), 1202,
            'Wet at the coupler: pressure let down, joint cut out, spool put in, both ends fused again.', true,
        );
    }

    private function answer(Section $section, Person $person, string $key, mixed $value, CarbonImmutable $at): void
    {
        $draft = new Draft((string) Str::uuid(), Journal::READING, 'section', $section->id, ['key' => $key, 'value' => $value], $at->format('Y-m-d\TH:i:sP'));
        CarbonImmutable::withTestNow($at, fn () => $this->write->execute($person, $draft)); // it arrives as it is taken
    }
}
