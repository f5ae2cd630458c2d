<?php

declare(strict_types=1);

namespace Database\Seeders;

use App\Journal\Journal;
use App\Journal\SetUp;
use App\Models\Certificate;
use App\Models\Equipment;
use App\Models\Job;
use App\Models\Joint;
use App\Models\Main;
use App\Models\Membership;
use App\Models\Person;
use App\Models\Pipe;
use App\Models\Rulebook;
use App\Models\Section;
use Carbon\CarbonImmutable;
use Diastoma\Core\Electrofusion\Coupler;
use Diastoma\Core\Electrofusion\Diagnosis\TraceClass;
use Diastoma\Core\Electrofusion\LargeBore\LargeBore;
use Diastoma\Core\Electrofusion\Saddle\BranchSaddle;
use Diastoma\Core\Electrofusion\Saddle\TappingTee;
use Diastoma\Core\Electrofusion\Spool\RepairSpool;
use Diastoma\Core\Pipe\PeDimensions;
use Diastoma\Core\Rulebook\Rulebooks;
use Illuminate\Database\Seeder;
use Illuminate\Support\Str;

/** An invented water main in an invented town: some joints made, one cooling, one next, one to be cut out. All names and data invented. */
final class DemoSeeder extends Seeder
{
    private const PIPE_M = 12.0;

    private const PIPES = 18;

    public function __construct(private readonly FusedJoints $joints)
    {
    }

    public function run(): void
    {
        foreach ([Rulebooks::iso(), Rulebooks::us()] as $rulebook) {
            Rulebook::create(['key' => $rulebook->id, 'version' => $rulebook->version, 'title' => $rulebook->title, 'payload' => $rulebook->toArray()]);
        }
        $roles = $this->people();
        $ada = Person::where('email', 'ada@demo')->firstOrFail();
        $id = (string) Str::uuid();
        $job = Job::create([
            'id' => $id, 'number' => 'K-2417', 'title' => 'Millrace Lane main renewal', 'place' => 'Harrowfen', 'time_zone' => 'Europe/Berlin',
            'began_on' => CarbonImmutable::now('UTC')->subDays(40)->toDateString(), 'rulebook_id' => Rulebook::where('key', 'iso')->value('id'),
            'simulated' => true, 'journal_head' => Journal::root($id),
        ]);
        foreach ($roles as $person => $role) {
            Membership::create(['id' => Membership::idOf($id, $person), 'job_id' => $id, 'person_id' => $person, 'role' => $role]);
        }
        $unit = $this->equipment($job);
        app(SetUp::class)->job($job->refresh()->load('rulebook', 'equipment'), $ada);
        $joints = $this->main($job);
        app(SetUp::class)->main(reset($joints)->main, $ada);
        $now = CarbonImmutable::now('UTC')->startOfSecond();
        foreach ([1, 2, 3, 4, 5, 6] as $k => $number) {
            $this->joints->make($joints[$number], $ada, $unit, $now->subMinutes(400 - 45 * $k), $number);
        }
        $this->joints->make($joints[11], $ada, $unit, $now->subMinutes(440), 11, TraceClass::EarlyStop, false);
        $this->joints->make($joints[7], $ada, $unit, $now->subMinutes(12), 7, TraceClass::Good, false);
        $this->otherMains($job, $ada, $unit, $now);
        app(GasketedDemo::class)->run($job->refresh(), $ada, $now);
        app(TestsDemo::class)->run($job->refresh(), $unit, $now);
        $vera = Person::where('email', 'vera@demo')->firstOrFail();
        app(MechanicalDemo::class)->run($job->refresh(), $ada, $vera, $now);
        app(CoverDemo::class)->run($job->refresh(), $ada, $vera, $now);
    }

    /** @return array<string, string> role by person */
    private function people(): array
    {
        $later = CarbonImmutable::now('UTC')->addMonths(9)->toDateString();
        $people = [
            ['Ada Brook', 'ada@demo', 'jointer', 'F-1107', $later],
            ['Olaf Reed', 'olaf@demo', 'jointer', 'F-0892', CarbonImmutable::now('UTC')->subDays(20)->toDateString()],
            ['Vera Holm', 'vera@demo', 'supervisor', 'F-0310', $later], ['Tom Sluice', 'tom@demo', 'tester', 'T-0455', $later],
            ['Ines Marl', 'ines@demo', 'inspector', null, null], ['Office', 'root@demo', 'admin', null, null],
        ];
        $password = bcrypt('trench');
        $roles = [];
        foreach ($people as [$name, $email, $role, $certificate, $until]) {
            $person = Person::create(['name' => $name, 'email' => $email, 'password' => $password, 'administrator' => $role === 'admin']);
            $roles[$person->id] = $role;
            foreach ($certificate === null ? [] : ($role === 'tester' ? ['tester'] : ['electrofusion', 'mechanical']) as $kind) {
                Certificate::create(['person_id' => $person->id, 'kind' => $kind, 'number' => $certificate, 'until' => $until]);
            }
        }

        return $roles;
    }

    private function equipment(Job $job): Equipment
    {
        $later = CarbonImmutable::now('UTC')->addMonths(7)->toDateString();
        $past = CarbonImmutable::now('UTC')->subDays(35)->toDateString();
        foreach ([
            ['control_unit', 'Unit North', 'CU-31', $later, null, null], ['control_unit', 'Unit South', 'CU-18', $past, null, null],
            ['gauge', 'Logger 40 bar', 'PL-204', $later, 0, 4000], ['gauge', 'Dial gauge 25 bar', 'DG-77', $past, 0, 2500],
            ['gauge', 'Logger 160 bar', 'PL-310', $later, 0, 16000],
            ['torque_wrench', 'Wrench 20 to 200', 'TW-12', $later, 20, 200],
            ['torque_wrench', 'Wrench 4 to 25', 'TW-31', $later, 4, 25],
        ] as [$kind, $name, $serial, $until, $low, $high]) {
            Equipment::create(['job_id' => $job->id, 'kind' => $kind, 'name' => $name, 'serial' => $serial, 'calibration_until' => $until,
                'range_low' => $low, 'range_high' => $high]);
        }

        return Equipment::where('serial', 'CU-31')->firstOrFail();
    }

    /** @return array<int, Joint> by number */
    private function main(Job $job): array
    {
        $pe = PeDimensions::of(180, 11.0);
        $main = Main::create([
            'job_id' => $job->id, 'name' => 'Millrace Lane', 'service' => 'water', 'material' => 'PE 100', 'dn_mm' => 180, 'sdr' => 11,
            'wall_mm' => $pe->wallMm, 'od_largest_mm' => $pe->largestMeanOdMm, 'length_m' => self::PIPES * self::PIPE_M,
        ]);
        $sections = [
            Section::create([
                'main_id' => $main->id, 'name' => 'A', 'from_station_m' => 0, 'to_station_m' => 114, 'low_level_m' => 41.2, 'high_level_m' => 46.8,
                'gauge_level_m' => 42.0, 'design_pressure_kpa' => 1000, 'facts' => ['owner_test_kpa' => 1500.0],
            ]),
            Section::create([
                'main_id' => $main->id, 'name' => 'B', 'from_station_m' => 114, 'to_station_m' => 216, 'low_level_m' => 46.8, 'high_level_m' => 52.5,
                'gauge_level_m' => 47.5, 'design_pressure_kpa' => 1000, 'facts' => ['owner_test_kpa' => 1500.0],
            ]),
        ];
        $joints = [];
        for ($k = 1; $k <= self::PIPES; $k++) {
            Pipe::create([
                'main_id' => $main->id, 'number' => sprintf('P%03d', 200 + $k), 'from_station_m' => ($k - 1) * self::PIPE_M,
                'to_station_m' => $k * self::PIPE_M,
            ]);
            if ($k < self::PIPES) {
                $station = $k * self::PIPE_M;
                $joints[$k] = Joint::create([
                    'main_id' => $main->id, 'section_id' => $sections[$station < 114 ? 0 : 1]->id, 'number' => $k, 'station_m' => $station,
                    'method' => Coupler::ID, 'pipe_a' => sprintf('P%03d', 200 + $k), 'pipe_b' => sprintf('P%03d', 201 + $k),
                ]);
            }
        }

        return $joints;
    }

    /** A trunk main pulled together on restraints, the last of them still cooling, and a gas main with fittings of each kind. */
    private function otherMains(Job $job, Person $person, Equipment $unit, CarbonImmutable $now): void
    {
        $trunk = $this->other($job, $person, 'Northgate trunk', 'water', 800, 17.0, [101 => LargeBore::ID, 102 => LargeBore::ID, 103 => LargeBore::ID], 500);
        $this->other(
            $job, $person, 'Quarry Hill gas', 'gas', 110, 11.0,
            [201 => Coupler::ID, 202 => TappingTee::ID, 203 => BranchSaddle::ID, 204 => Coupler::ID, 205 => RepairSpool::ID], 600,
        );
        $this->joints->work($trunk[101], $person, $unit, 'r6_fusion', $now->subMinutes(3), 'r6_fusion', [], 40);
    }

    /**
     * @param  array<int, string>  $methods  of joints by number
     * @return array<int, Joint> by number
     */
    private function other(Job $job, Person $person, string $name, string $service, int $dn, float $sdr, array $methods, int $pipe): array
    {
        $pe = PeDimensions::of($dn, $sdr);
        $onBarrel = static fn (string $method): bool => in_array($method, [TappingTee::ID, BranchSaddle::ID], true);
        $pipes = 1 + count(array_filter($methods, static fn (string $method): bool => ! $onBarrel($method)));
        $length = $pipes * self::PIPE_M;
        $main = Main::create([
            'job_id' => $job->id, 'name' => $name, 'service' => $service, 'material' => 'PE 100', 'dn_mm' => $dn, 'sdr' => $sdr, 'wall_mm' => $pe->wallMm,
            'od_largest_mm' => $pe->largestMeanOdMm, 'length_m' => $length,
        ]);
        $section = Section::create([
            'main_id' => $main->id, 'name' => $service === 'gas' ? 'G' : 'T', 'from_station_m' => 0, 'to_station_m' => $length, 'low_level_m' => 38.0,
            'high_level_m' => 40.5, 'gauge_level_m' => 38.4, 'design_pressure_kpa' => $service === 'gas' ? 400 : 800,
        ]);
        $joints = [];
        $k = 1; // the pipe that the crew stands on
        $beside = 0;
        foreach ($methods as $number => $method) {
            $beside = $onBarrel($method) ? $beside + 1 : 0;
            $station = $onBarrel($method) ? ($k - 1) * self::PIPE_M + 4 * $beside : $k * self::PIPE_M;
            $joints[$number] = Joint::create([
                'main_id' => $main->id, 'section_id' => $section->id, 'number' => $number, 'station_m' => $station, 'method' => $method,
                'pipe_a' => sprintf('P%03d', $pipe + $k), 'pipe_b' => sprintf('P%03d', $pipe + ($onBarrel($method) ? $k : $k + 1)),
            ]);
            $k += $onBarrel($method) ? 0 : 1;
        }
        for ($k = 1; $k <= $pipes; $k++) {
            Pipe::create([
                'main_id' => $main->id, 'number' => sprintf('P%03d', $pipe + $k), 'from_station_m' => ($k - 1) * self::PIPE_M,
                'to_station_m' => $k * self::PIPE_M,
            ]);
        }
        app(SetUp::class)->main($main, $person);

        return $joints;
    }
}
