<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion;

use Diastoma\Core\Electrofusion\Diagnosis\Nominal;
use Diastoma\Core\Electrofusion\Diagnosis\TraceClass;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Label\FusionLabel;
use Diastoma\Core\Procedure\Situation;

/**
 * One fusion of a procedure: its label, its record, its clocks. A coupler has one; a large bore has a preheat and a fusion on each side and six
 * restraints. The name goes before every key, rule and step of it.
 */
final readonly class Weld
{
    private function __construct(public string $name, public string $title, public bool $isPreheat, public float $couplerShare)
    {
    }

    /** The only fusion of its procedure: keys without a name. */
    public static function only(): self
    {
        return new self('', '', false, 1.0);
    }

    /** @param  float  $couplerShare  share of a coupler's length that this fusion heats: 1 for a whole coupler, 0.5 for one side, 0 for what is no coupler */
    public static function named(string $name, string $title, float $couplerShare = 0.0): self
    {
        return new self($name, $title, false, $couplerShare);
    }

    /** Heat that only closes the gap: no cooling to wait for, no joint made. */
    public static function preheat(string $name, string $title): self
    {
        return new self($name, $title, true, 0.0);
    }

    /** Key of a reading, or id of a step, of this weld. */
    public function key(string $base): string
    {
        return $this->name === '' ? $base : "{$this->name}_{$base}";
    }

    public function rule(string $base): string
    {
        return $this->name === '' ? "ef.{$base}" : "ef.{$this->name}.{$base}";
    }

    public function recordKey(): string
    {
        return $this->key('fusion');
    }

    public function titled(string $text): string
    {
        return $this->title === '' ? $text : "{$this->title}: ".lcfirst($text);
    }

    public function label(Situation $s): ?FusionLabel
    {
        $code = $s->readings->text($this->key('label_code'));
        if ($code === null) {
            return null;
        }

        return $s->once($this->key('label'), static function () use ($code): ?FusionLabel {
            try {
                return FusionLabel::of($code);
            } catch (InvalidInput) {
                return null;
            }
        });
    }

    public function voltageV(Situation $s): ?float
    {
        return $s->readings->number($this->key('printed_voltage_v'));
    }

    /** From the bar code, or printed on a label without one; null when neither says. */
    public function resistanceOhm(Situation $s): ?float
    {
        $coded = $this->label($s)?->resistanceOhm();

        return $coded !== null && $coded > 0.0 ? $coded : $s->readings->number($this->key('printed_resistance_ohm'));
    }

    /** Fusion time after temperature correction, s; null before the label is read. */
    public function correctedTimeS(Situation $s): ?float
    {
        return $s->once($this->key('corrected'), fn (): ?float => $this->correct($s));
    }

    private function correct(Situation $s): ?float
    {
        $time = $s->readings->number($this->key('printed_fusion_time_s'));
        $ambient = $s->readings->number('ambient_c');
        if ($time === null || $ambient === null) {
            return null;
        }

        return Energy::correctedTime(
            $time, ($s->readings->number($this->key('printed_correction_percent_per_k')) ?? 0.0) / 100, $s->limit('ef.reference_c'), $ambient,
        );
    }

    /** What the trace should be; null before the label is read. */
    public function nominal(Situation $s): ?Nominal
    {
        $volts = $this->voltageV($s);
        $time = $this->correctedTimeS($s);

        return $volts === null || $time === null || $time <= 0.0 ? null : Nominal::of($volts, $this->resistanceOhm($s), $time, self::fittingC($s));
    }

    public static function fittingC(Situation $s): float
    {
        return $s->readings->number('fitting_c') ?? $s->readings->number('ambient_c') ?? 20.0;
    }

    /** One figure of the record; null before the fusion. */
    public function figure(Situation $s, string $key): ?float
    {
        $value = $s->readings->record($this->recordKey())[$key] ?? null;

        return is_int($value) || is_float($value) ? (float) $value : null;
    }

    public function text(Situation $s, string $key): ?string
    {
        $value = $s->readings->record($this->recordKey())[$key] ?? null;

        return is_string($value) ? $value : null;
    }

    public function startedAt(Situation $s): ?\DateTimeImmutable
    {
        return $s->once($this->key('started_at'), function () use ($s): ?\DateTimeImmutable {
            $at = $this->text($s, 'started_at');

            return $at === null ? null : new \DateTimeImmutable($at);
        });
    }

    public function endedAt(Situation $s): ?\DateTimeImmutable
    {
        return $s->once($this->key('ended_at'), function () use ($s): ?\DateTimeImmutable {
            $at = $this->text($s, 'ended_at');

            return $at === null ? null : new \DateTimeImmutable($at);
        });
    }

    /** Release and earliest test; null before the fusion has ended or where the cooling time is not known. */
    public function clocks(Situation $s): ?Clocks
    {
        return $s->once($this->key('clocks'), function () use ($s): ?Clocks {
            $end = $this->endedAt($s);
            $minutes = $s->readings->number($this->key('printed_cooling_min'));
            if ($end === null || $minutes === null) {
                return null;
            }
            $wait = $s->readings->number($this->key('printed_test_wait_min'));

            return $wait === null ? Clocks::of($end, $minutes, $s->limit('ef.test_factor')) : Clocks::of($end, $minutes, max(1.0, $wait / $minutes));
        });
    }

    public function diagnosedClass(Situation $s): ?TraceClass
    {
        $found = $s->readings->record($this->recordKey())['diagnosis'] ?? null;

        return is_array($found) && is_string($found['class'] ?? null) ? TraceClass::tryFrom($found['class']) : null;
    }

    /**
     * Why another fusion may not start here; empty when one may. The first may always; a preheat again while the gap is too wide; a weld once
     * more after an interruption, where the maker allows it and it has cooled.
     *
     * @param  bool  $gapOpen  for a preheat: the gap measured after the last one is still too wide
     */
    public function repeatRefused(Situation $s, \DateTimeImmutable $now, bool $gapOpen = false): string
    {
        $times = $s->readings->times($this->recordKey());
        if ($times === 0) {
            return '';
        }
        if ($this->isPreheat) {
            return $this->preheatRefused($s, $gapOpen);
        }
        $first = $this->diagnosedClass($s);
        $release = $this->clocks($s)?->releaseAt;

        return match (true) {
            $times > 1 => 'This joint has been fused twice. A second repeat is never allowed: cut it out.',
            $first === null || ! $first->mayBeRepeated() => 'This joint has been fused. A weld is not started a second time.',
            $s->readings->yes($this->key('maker_allows_repeat')) !== true => 'This weld was interrupted. A weld is not started a second time, unless the '
                ."fitting maker's own rule allows one repeat: answer that "
                    .'question first.',
            $release === null || $now < $release => 'The maker may allow one repeat, after full cooling. Wait until it has cooled.',
            default => '',
        };
    }

    /** Why a side that was preheated may not be preheated again; empty where it may: its gap is still too wide, or the unit did not do what it should. */
    public function preheatRefused(Situation $s, bool $gapOpen): string
    {
        $class = $this->diagnosedClass($s);

        return $gapOpen || $class !== null && $class !== TraceClass::Good ? ''
            : 'This side has been preheated. Measure the gap; preheat again only if it is too wide.';
    }
}
