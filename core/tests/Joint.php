<?php

declare(strict_types=1);

namespace Core\Tests;

use Diastoma\Core\Electrofusion\Coupler;
use Diastoma\Core\Electrofusion\Diagnosis\Diagnosis;
use Diastoma\Core\Electrofusion\Diagnosis\Nominal;
use Diastoma\Core\Electrofusion\Diagnosis\TraceClass;
use Diastoma\Core\Label\FusionLabel;
use Diastoma\Core\Procedure\Facts;
use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Procedure\Verdict;
use Diastoma\Core\Rulebook\Overrule;
use Diastoma\Core\Rulebook\Rulebook;
use Diastoma\Core\Rulebook\Rulebooks;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Simulation\FusionControlUnit;

/** A dn 180 SDR 11 coupler joint made well, of which a test changes what it is about. */
final class Joint
{
    /** @var array<string, array{mixed, string}> key => [value, time of day] */
    private array $readings;

    /** @var list<Overrule> */
    private array $overrules = [];

    private function __construct()
    {
        $this->readings = [
            'control_unit' => [
                ['id' => 'u1', 'name' => 'Unit 1', 'calibration_until' => '2027-05-01', 'operator' => 'Ada Trench', 'certificate_until' => '2027-03-01'],
                '08:00:00',
            ],
            'ambient_c' => [14.0, '08:00:10'], 'pipe_c' => [15.0, '08:00:20'], 'fitting_c' => [16.0, '08:00:30'],
            'sheltered' => [true, '08:00:40'], 'zone_dry' => [true, '08:00:41'], 'no_medium' => [true, '08:00:42'], 'ends_capped' => [true, '08:00:43'],
            'print_line_ok' => [true, '08:01:00'], 'print_convention' => ['ISO metric (dn)', '08:01:05'], 'scraper_checked' => [true, '08:07:00'],
            'gouge_a_mm' => [0.4, '08:01:10'], 'gouge_b_mm' => [0.0, '08:01:20'], 'surface_sound' => [true, '08:01:30'],
            'fitting_length_mm' => [210.0, '08:02:00'], 'wash_length_mm' => [650.0, '08:02:30'], 'mud_gone' => [true, '08:02:40'],
            'diameters_a_mm' => [[180.6, 180.2, 179.9, 180.3], '08:03:00'], 'diameters_b_mm' => [[180.4, 180.3, 180.2, 180.3], '08:03:30'],
            'out_of_square_a_mm' => [1.0, '08:04:00'], 'out_of_square_b_mm' => [0.5, '08:04:10'],
            'stab_mark_a_mm' => [105.0, '08:05:00'], 'stab_mark_b_mm' => [106.0, '08:05:10'], 'scrape_mark_a_mm' => [126.0, '08:05:20'],
            'scrape_mark_b_mm' => [125.0, '08:05:30'],
            'od_after_a_mm' => [179.75, '08:08:00'], 'od_after_b_mm' => [179.8, '08:08:30'], 'ink_gone' => [true, '08:08:40'],
            'ribbon' => ['in one piece', '08:08:45'],
            'chamfered' => [true, '08:09:00'], 'stab_remark_a_mm' => [105.0, '08:09:10'], 'stab_remark_b_mm' => [105.0, '08:09:20'],
            'solvent' => ['isopropanol ≥ 96 %', '08:10:00'], 'wiped_a_at' => ['2026-11-23T08:10:00+00:00', '08:10:00'],
            'wiped_b_at' => ['2026-11-23T08:10:10+00:00', '08:10:10'], 'dry_a_at' => ['2026-11-23T08:12:00+00:00', '08:12:00'],
            'dry_b_at' => ['2026-11-23T08:12:10+00:00', '08:12:10'],
            'fitting_preheat' => ['no preheat', '08:10:20'], 'fitting_wiped_at' => ['2026-11-23T08:10:30+00:00', '08:10:30'],
            'fitting_dry_at' => ['2026-11-23T08:12:30+00:00', '08:12:30'], 'untouched' => [true, '08:12:15'],
            'fresh_from_bag' => [true, '08:13:00'], 'marks_at_edge' => [true, '08:13:30'], 'gap_a_mm' => [[0.2, 0.3, 0.25, 0.2], '08:14:00'],
            'gap_b_mm' => [[0.2, 0.2, 0.2, 0.2], '08:14:30'],
            'clamped' => [true, '08:14:40'], 'aligned' => [true, '08:14:50'],
            'generator_kva' => [5.0, '08:15:00'], 'fuel_ok' => [true, '08:15:10'], 'leads_ok' => [true, '08:15:20'],
            'label_code' => [self::label(), '08:16:00'], 'printed_dn_mm' => [180.0, '08:16:10'], 'printed_voltage_v' => [40.0, '08:16:20'],
            'printed_fusion_time_s' => [260.0, '08:16:30'], 'printed_cooling_min' => [20.0, '08:16:40'],
            'unit_shows_voltage_v' => [40.0, '08:16:42'], 'unit_shows_time_s' => [260.0, '08:16:44'], 'fitting_material' => ['PE 100', '08:16:46'],
            'fitting_sdr_from' => [11.0, '08:16:47'], 'fitting_sdr_to' => [17.0, '08:16:48'],
            'fusion' => [self::fusion(), '08:21:20'],
            'release_written' => [true, '08:22:00'], 'undisturbed' => [true, '08:41:20'], 'released_at' => ['2026-11-23T08:41:20+00:00', '08:41:20'],
            'indicators_up' => [true, '08:42:00'], 'no_melt_outside' => [true, '08:42:05'], 'marks_still_at_edge' => [true, '08:42:10'],
            'still_aligned' => [true, '08:42:15'],
        ];
    }

    /** dn 180, 40 V, 0.64 Ω, 260 s; maker's digits invented. */
    public static function label(): string
    {
        $digits = '73120418'.'180'.'1'.'40'.'064'.'5'.'260'.'00';

        return $digits.FusionLabel::checkDigit($digits);
    }

    /** @return array<string, mixed> */
    public static function fusion(TraceClass $fault = TraceClass::Good, int $seed = 7): array
    {
        $trace = (new FusionControlUnit(40.0, 0.64, 260.0, 16.0, $fault))->run($seed);
        $end = (new \DateTimeImmutable('2026-11-23T08:17:00+00:00'))->modify('+'.(int) ceil($trace->durationS()).' seconds');

        return [
            ...$trace->summary(16.0), 'diagnosis' => Diagnosis::of($trace, Nominal::of(40.0, 0.64, 260.0, 16.0))->toArray(), 'operator' => 'Ada Trench',
            'certificate_until' => '2027-03-01', 'started_at' => '2026-11-23T08:17:00+00:00', 'ended_at' => $end->format(\DateTimeInterface::RFC3339),
        ];
    }

    public static function madeWell(): self
    {
        return new self;
    }

    public function with(string $key, mixed $value, string $time = ''): self
    {
        $copy = clone $this;
        $copy->readings[$key] = [$value, $time !== '' ? $time : ($this->readings[$key][1] ?? '08:16:50')];

        return $copy;
    }

    public function without(string ...$keys): self
    {
        $copy = clone $this;
        foreach ($keys as $key) {
            unset($copy->readings[$key]);
        }

        return $copy;
    }

    public function overruled(string $rule, Severity $severity = Severity::Stop, string $at = '09:00:00'): self
    {
        $copy = clone $this;
        $copy->overrules[] = new Overrule(
            $rule, 'Vera Level', 'supervisor', 'Owner agreed on site', new \DateTimeImmutable("2026-11-23T{$at}+00:00"), $severity,
        );

        return $copy;
    }

    public function readings(): Readings
    {
        $all = [];
        foreach ($this->readings as $key => [$value, $time]) {
            $all[] = new Reading($key, $value, new \DateTimeImmutable("2026-11-23T{$time}+00:00"), 'Ada Trench');
        }
        usort($all, static fn (Reading $a, Reading $b): int => $a->takenAt <=> $b->takenAt);

        return new Readings($all, $this->overrules);
    }

    public static function facts(): Facts
    {
        return new Facts(['dn_mm' => 180, 'sdr' => 11, 'wall_mm' => 16.4, 'od_largest_mm' => 181.1, 'material' => 'PE 100']);
    }

    public function judged(?Rulebook $rulebook = null): Verdict
    {
        return (new Coupler)->judge($this->readings(), self::facts(), $rulebook ?? Rulebooks::iso());
    }

    /** @return array{severity: string, said: string, todo: string} of one rule's finding */
    public function finding(string $rule, ?Rulebook $rulebook = null): array
    {
        foreach ($this->judged($rulebook)->findings as $finding) {
            if ($finding->rule === $rule) {
                return ['severity' => $finding->severity->value, 'said' => $finding->said, 'todo' => $finding->todo];
            }
        }

        return ['severity' => 'good', 'said' => '', 'todo' => ''];
    }
}
