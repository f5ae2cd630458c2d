<?php

declare(strict_types=1);

namespace Core\Tests\Net;

use Diastoma\Core\Catalogue\Procedures;
use Diastoma\Core\Electrofusion\Diagnosis\Diagnosis;
use Diastoma\Core\Electrofusion\Diagnosis\Nominal;
use Diastoma\Core\Electrofusion\Diagnosis\TraceClass;
use Diastoma\Core\Gasketed\BellAndSpigot;
use Diastoma\Core\Label\FusionLabel;
use Diastoma\Core\Mechanical\MechanicalProcedure;
use Diastoma\Core\Procedure\Facts;
use Diastoma\Core\Procedure\Procedure;
use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Procedure\ReadingKind;
use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Verdict;
use Diastoma\Core\Rulebook\Rulebook;
use Diastoma\Core\Rulebook\Rulebooks;
use Diastoma\Core\Simulation\FusionControlUnit;
use Diastoma\Core\Simulation\GoodCrew;

/**
 * A procedure made well, and each of its answers given badly or left out in turn. What is asked is found by asking: a new procedure, reading or choice is
 * in it at once.
 */
final class Walk
{
    /** @var array<string, mixed> */
    private array $facts;

    public readonly Procedure $procedure;

    public readonly Rulebook $rulebook;

    public function __construct(public readonly string $id, string $rulebook = 'iso')
    {
        $this->procedure = Procedures::find($id) ?? throw new \LogicException($id);
        $this->rulebook = Rulebooks::of($rulebook) ?? throw new \LogicException($rulebook);
        $dn = match (true) {
            str_contains($id, 'large') => 800, str_starts_with($id, 'mechanical') => 200, str_starts_with($id, 'gasketed') => 300, default => 180
        };
        $this->facts = [
            'dn_mm' => $dn, 'sdr' => 11, 'wall_mm' => $dn === 180 ? 16.4 : 20.0, 'od_largest_mm' => $dn + ($dn === 180 ? 1.1 : 7), 'material' => 'PE 100',
            'service' => match (true) {
                $this->procedure instanceof MechanicalProcedure => $this->procedure->card->media[0],
                $this->procedure instanceof BellAndSpigot => $this->procedure->system()->media[0], default => 'water'
            }, 'pipe_length_m' => 6.0,
            'planned_h_deg' => 0.0, 'planned_v_deg' => 0.0, 'medium' => '', 'length_m' => 40.0, 'depth_m' => 1.8, 'open_joints' => 0, 'joints' => 6,
            'from_m' => 10.0, 'pipes' => 'PE 100 SDR 11 dn 180|PVC PN 10 DN 300',
        ];
    }

    /** @param  array<string, mixed>  $facts  in place of the usual ones */
    public function knowing(array $facts): self
    {
        $copy = clone $this;
        $copy->facts = [...$this->facts, ...$facts];

        return $copy;
    }

    public function facts(): Facts
    {
        return new Facts($this->facts);
    }

    /**
     * What a crew enters, each reading by itself, some of them badly first and some twice, in an order that a seed mixes a little.
     *
     * @return list<Reading>
     */
    public function restless(int $seed): array
    {
        mt_srand($seed);
        $made = $this->made()->history;
        $story = [];
        foreach ($made as $k => $reading) {
            if (is_float($reading->value) && mt_rand(0, 3) === 0) {
                $story[] = new Reading($reading->key, $reading->value * mt_rand(0, 30) / 10, $reading->takenAt->modify('-1 second'), 'Ada');
            } elseif (is_bool($reading->value) && mt_rand(0, 4) === 0) {
                $story[] = new Reading($reading->key, ! $reading->value, $reading->takenAt->modify('-1 second'), 'Ada');
            }
            $story[] = $reading;
            if ($k > 3 && mt_rand(0, 9) === 0) {
                $again = $made[mt_rand(0, $k)];
                $story[] = new Reading($again->key, $again->value, $reading->takenAt->modify('+1 second'), 'Ada');
            }
        }

        return $story;
    }

    /** @param  array<string, mixed>  $instead */
    public function made(array $instead = []): Readings
    {
        return (new GoodCrew($this->procedure, $this->facts(), $this->rulebook, $instead))->readings(new \DateTimeImmutable('2026-11-23T08:00:00+00:00'));
    }

    public function verdict(Readings $readings): Verdict
    {
        return $this->procedure->judge($readings, $this->facts(), $this->rulebook);
    }

    /** The rulebook as it was stored: nobody has asked it for a limit yet. */
    public function fresh(): Rulebook
    {
        return Rulebook::fromArray($this->rulebook->toArray());
    }

    /** @return list<string> limits that a rulebook, as it was stored, was asked for */
    public static function limitsAsked(Rulebook $rulebook): array
    {
        // @phpstan-ignore property.private
        return array_map(strval(...), array_keys((fn (): array => $this->limits)->call($rulebook)));
    }

    /** @return list<string> limits that are looked up while these readings are judged */
    public function asked(Readings $readings): array
    {
        $fresh = $this->fresh();
        $this->procedure->judge($readings, $this->facts(), $fresh);

        return self::limitsAsked($fresh);
    }

    /** @return array<string, ReadingSpec> everything that is asked once these are in, by key */
    public function specs(Readings $readings): array
    {
        $specs = [];
        foreach ($this->placed($readings) as $spec) {
            $specs[$spec->key] = $spec;
        }

        return $specs;
    }

    /** @return array<string, ReadingSpec> the same by step and key: what is asked again elsewhere is judged otherwise there */
    public function placed(Readings $readings): array
    {
        $specs = [];
        foreach ($this->procedure->steps(new Situation($readings, $this->facts(), $this->rulebook)) as $step) {
            foreach ($step->readings as $spec) {
                $specs["{$step->id}.{$spec->key}"] = $spec;
            }
        }

        return $specs;
    }

    /**
     * Every way walked through once, each answer given badly where it is met first.
     *
     * @return list<Badly>
     */
    public function badly(): array
    {
        /** @var array<string, list<Badly>> $known one walk a process */
        static $known = [];

        return $known[$this->id.$this->rulebook->id.json_encode($this->facts)] ??= $this->walked();
    }

    /** @return list<Badly> */
    private function walked(): array
    {
        $all = $seen = [];
        foreach ($this->ways() as $way => $good) {
            $before = self::figures($this->verdict($good));
            $placed = $this->placed($good);
            foreach ($placed as $at => $spec) {
                $reading = $good->reading($spec->key);
                if ($reading === null || isset($seen[$at])) {
                    continue;
                }
                $seen[$at] = true;
                foreach ($this->bad($spec, $reading) as $words => $value) {
                    $changed = $this->changed($good, $spec->key, $value);
                    $verdict = $this->verdict($changed);
                    $read = self::figures($verdict) !== $before || count($changed->history) !== count($good->history)
                        || array_keys($this->placed($changed)) !== array_keys($placed);
                    $all[] = new Badly($at, $way, (string) $words, $spec, $verdict, $read);
                }
            }
        }

        return $all;
    }

    /**
     * Ways in which the work can be done well: as usual, and with every other choice that leads to an accepted joint; then an oval end that is clamped round.
     *
     * @return array<string, Readings> by the answer that makes them different
     */
    public function ways(): array
    {
        /** @var array<string, array<string, Readings>> $known made once a process: a large bore takes its time */
        static $known = [];

        return $known[$this->id.$this->rulebook->id.json_encode($this->facts)] ??= $this->allWays();
    }

    /** @return array<string, Readings> */
    private function allWays(): array
    {
        $ways = ['as usual' => $this->made()];
        foreach ($this->specs($ways['as usual']) as $spec) {
            foreach ($spec->kind === ReadingKind::Choice ? $spec->choices : [] as $choice) {
                $readings = $this->made([$spec->key => $choice]);
                if ($choice !== ($ways['as usual']->text($spec->key) ?? '') && $readings->has($spec->key) && $this->verdict($readings)->isAccepted()) {
                    $ways["{$spec->key} = {$choice}"] = $readings;
                }
            }
        }
        $ways['all that need not be'] = $this->withOptional($ways['as usual']);
        $dn = $this->facts()->maybe('dn_mm') ?? 180.0;
        if (isset($this->specs($ways['as usual'])['clamped_diameters_a_mm'])) {
            $ways['an oval end'] = $this->made(['diameters_a_mm' => [$dn + 3.8, $dn + 0.3, $dn - 3.0, $dn + 0.3]]);
        }

        return $ways;
    }

    /** The same work with everything answered that need not be, as a good crew would. */
    private function withOptional(Readings $good): Readings
    {
        $first = $good->history[0]->takenAt;
        $more = [];
        foreach ($this->specs($good) as $key => $spec) {
            if ($spec->required || $good->has($key) || in_array($spec->kind, [ReadingKind::Record, ReadingKind::Code, ReadingKind::Now], true)) {
                continue;
            }
            $value = GoodCrew::answer($spec, new Situation($good, $this->facts(), $this->rulebook), $this->procedure, $first);
            $more[] = new Reading($key, $spec->accept($value, $this->rulebook->units), $first, 'Crew');
        }

        return (new GoodCrew($this->procedure, $this->facts(), $this->rulebook))->readings(
            $good->history[count($good->history) - 1]->takenAt, new Readings([...$more, ...$good->history]),
        );
    }

    /**
     * Bad answers to one reading: all that can go wrong with it at all, from its own description.
     *
     * @return array<string, mixed> values by words
     */
    public function bad(ReadingSpec $spec, Reading $good): array
    {
        $earlier = $good->takenAt->modify('-1 day')->format(\DateTimeInterface::RFC3339);

        return match ($spec->kind) {
            ReadingKind::YesNo => ['no' => false],
            ReadingKind::Choice => array_combine($others = array_values(array_diff($spec->choices, [$good->value])), $others),
            ReadingKind::Number => ['least' => $spec->min, 'most' => $spec->max],
            ReadingKind::Series => self::badSeries($spec, $good),
            ReadingKind::Now => ['a day too early' => $earlier, 'a day too late' => $good->takenAt->modify('+1 day')->format(\DateTimeInterface::RFC3339)],
            ReadingKind::Code => ['another fitting' => self::otherCode()],
            ReadingKind::Equipment => [
                'paper run out' => [...(array) $good->value, 'calibration_until' => '2020-01-01'],
                'no paper' => [...(array) $good->value, 'calibration_until' => ''],
                'operator run out' => [...(array) $good->value, 'certificate_until' => '2020-01-01'],
                ...(isset($good->value['range_high']) ? ['range not said' => array_diff_key($good->value, ['range_low' => 0, 'range_high' => 0])] : []),
                ...($spec->choices === ['torque_wrench'] ? ['range ends below' => [...(array) $good->value, 'range_high' => 2.0]] : []),
            ],
            ReadingKind::Record => self::badRecords((array) $good->value),
            ReadingKind::Row => self::badRows($spec, (array) $good->value),
        };
    }

    /**
     * The last row with one column wrong at a time.
     *
     * @param  array<mixed>  $good
     * @return array<string, array<mixed>>
     */
    private static function badRows(ReadingSpec $spec, array $good): array
    {
        $bad = [];
        foreach ($spec->columns as $column) {
            if ($column->kind === ReadingKind::YesNo) {
                $bad["{$column->key} no"] = [...$good, $column->key => false];

                continue;
            }
            foreach ($column->kind === ReadingKind::Choice ? $column->choices : [] as $choice) {
                $bad["{$column->key} {$choice}"] = [...$good, $column->key => $choice];
            }
            if ($column->kind === ReadingKind::Choice) {
                continue;
            }
            $bad["{$column->key} least"] = [...$good, $column->key => $column->min];
            $bad["{$column->key} most"] = [...$good, $column->key => $column->max];
        }

        return $bad;
    }

    /** @return array<string, list<float>> */
    private static function badSeries(ReadingSpec $spec, Reading $good): array
    {
        $values = is_array($good->value) ? array_values(array_filter($good->value, is_float(...))) : [];
        $n = count($values);
        $high = $low = $values;
        $high[0] = $spec->max;
        $low[0] = $spec->min;

        return ['all least' => array_fill(0, $n, $spec->min), 'all most' => array_fill(0, $n, $spec->max), 'one most' => $high, 'one least' => $low];
    }

    /** A valid code of another fitting: dn 63, 12 V, 9 Ω, 30 s. */
    private static function otherCode(): string
    {
        $digits = '73120418'.'063'.'1'.'12'.'900'.'5'.'030'.'00';

        return $digits.FusionLabel::checkDigit($digits);
    }

    /**
     * @param  array<mixed>  $good
     * @return array<string, array<mixed>>
     */
    private static function badRecords(array $good): array
    {
        $bad = ['operator run out' => [...$good, 'certificate_until' => '2020-01-01']];
        $volts = is_numeric($good['v_mean'] ?? null) ? (float) $good['v_mean'] : 40.0;
        $time = is_numeric($good['duration_s'] ?? null) ? (float) $good['duration_s'] : 260.0;
        $ohms = is_numeric($good['r_start_20_ohm'] ?? null) ? (float) $good['r_start_20_ohm'] : 0.64;
        foreach (TraceClass::cases() as $class) {
            if ($class !== TraceClass::Good) {
                $trace = (new FusionControlUnit($volts, $ohms, $time, 15.0, $class))->run(11);
                $bad[$class->value] = [
                    ...$good, ...$trace->summary(15.0), 'diagnosis' => Diagnosis::of($trace, Nominal::of($volts, $ohms, $time, 15.0))->toArray(),
                ];
                $bad["{$class->value}, not diagnosed"] = [...$good, ...$trace->summary(15.0), 'diagnosis' => null];
            }
        }

        return $bad;
    }

    /** The same work with one answer changed; whatever is then asked besides is answered well. */
    public function changed(Readings $good, string $key, mixed $value): Readings
    {
        $history = [];
        $spec = $this->specs($good)[$key] ?? null;
        if ($spec?->kind === ReadingKind::Row) {
            return $this->withRow($good, $key, $value);
        }
        foreach ($good->history as $reading) {
            if (is_int($value)) {
                $value = (float) $value;
            }
            $history[] = $reading->key === $key ? new Reading($key, $value, $reading->takenAt, $reading->by) : $reading;
        }

        return (new GoodCrew($this->procedure, $this->facts(), $this->rulebook, [$key => $value]))->readings(
            $history[count($history) - 1]->takenAt, new Readings($history),
        );
    }

    /** The same work with the last row of a series changed. */
    private function withRow(Readings $good, string $key, mixed $value): Readings
    {
        $history = $good->history;
        $last = array_key_last(array_filter($history, static fn (Reading $r): bool => $r->key === $key)) ?? throw new \LogicException($key);
        /** @var array<string, mixed> $value */
        $history[$last] = new Reading($key, $value, $history[$last]->takenAt, $history[$last]->by);

        return (new GoodCrew($this->procedure, $this->facts(), $this->rulebook))->readings(
            $history[count($history) - 1]->takenAt, new Readings(array_values($history)),
        );
    }

    public function without(Readings $good, string $key): Readings
    {
        return new Readings(array_values(array_filter($good->history, static fn (Reading $r): bool => $r->key !== $key)));
    }

    /** @return array<string, string> worst severity of each rule that found something worse than go */
    public static function found(Verdict $verdict): array
    {
        $found = [];
        foreach ($verdict->findings as $finding) {
            if ($finding->severity->rank() > 0) {
                $found[$finding->rule] = $finding->severity->value;
            }
        }

        return $found;
    }

    /** @return array<string, array{?float, ?float}> measured and limit of each finding */
    public static function figures(Verdict $verdict): array
    {
        $figures = [];
        foreach ($verdict->findings as $finding) {
            $figures[$finding->rule] = [$finding->limit, $finding->severity->value];
        }

        return $figures;
    }
}
