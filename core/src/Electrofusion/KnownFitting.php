<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion;

use Diastoma\Core\Procedure\Facts;
use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Usual;

/**
 * What was once read off a fitting and proved good by its fusion: its length, bore, centre stop and what is printed beside its code. Where the same code is
 * scanned again it is shown for confirmation, with who read it first; never what the control unit shows without a look at it, and nothing of the pipe.
 */
final class KnownFitting
{
    private const FACT = 'known.';

    /** Of the fitting, whichever weld. */
    private const OF_FITTING = [
        'fitting_length_mm', 'footprint_mm', 'stop_depth_mm', 'fitting_bore_mm', 'fitting_material', 'fitting_sdr_from', 'fitting_sdr_to',
    ];

    /** Of one weld's label. */
    private const OF_LABEL = [
        'printed_dn_mm', 'printed_voltage_v', 'printed_fusion_time_s', 'printed_correction_percent_per_k', 'printed_cooling_min', 'precool_min',
        'printed_test_wait_min', 'printed_backfill_wait_min', 'printed_pull_wait_min',
    ];

    /**
     * What is remembered of a weld's fitting.
     *
     * @return array<string, float|string> by the key as a joint with one weld has it
     */
    public static function figures(Situation $s, Weld $weld): array
    {
        $figures = [];
        foreach (self::keys($weld) as $base => $key) {
            $value = $s->readings->reading($key)?->value;
            if (is_float($value) || is_string($value)) {
                $figures[$base] = $value;
            }
        }

        return $figures;
    }

    /**
     * @param  array<string, float|int|string>  $figures  as they were remembered
     * @return array<string, float|int|string> facts of a joint that has scanned the same code for this weld
     */
    public static function facts(Weld $weld, array $figures, string $by, string $joint): array
    {
        $facts = [];
        foreach (self::keys($weld) as $base => $key) {
            if (isset($figures[$base])) {
                $facts[self::FACT.$key] = $figures[$base];
            }
        }

        return $facts === [] ? [] : [...$facts, self::FACT.$weld->key('by') => "{$by} at joint {$joint}"];
    }

    /**
     * What is known of the fittings whose codes stand on a joint.
     *
     * @param  list<array<mixed>>  $known  label_code, figures, by, joint of each
     * @return array<string, float|int|string> facts
     */
    public static function scanned(Fused $procedure, Readings $readings, array $known): array
    {
        $facts = [];
        $rows = array_column($known, null, 'label_code');
        foreach ($procedure->welds() as $weld) {
            $code = $readings->text($weld->key('label_code'));
            $row = $code === null ? null : $rows[$code] ?? null;
            if ($row !== null) {
                $figures = array_filter(is_array($row['figures'] ?? null) ? $row['figures'] : [], is_scalar(...));
                $text = static fn (string $key): string => is_string($row[$key] ?? null) ? $row[$key] : '';
                // @phpstan-ignore argument.type (figures and texts, as they were remembered)
                $facts += self::facts($weld, $figures, $text('by'), $text('joint'));
            }
        }

        return $facts;
    }

    /** @return ?Usual what is known of a reading; null where nothing is */
    public static function usual(Situation $s, Weld $weld, ReadingSpec $spec): ?Usual
    {
        $label = rtrim($spec->label, '?');
        $by = $s->facts->text(self::FACT.$weld->key('by'));
        if ($by === '') {
            return null;
        }
        if ($spec->key === $weld->key('unit_shows_voltage_v')) {
            $volts = self::value($s->facts, $weld->key('printed_voltage_v'));

            return is_float($volts) ? Usual::of($volts, "The unit shows {$s->print($volts, $spec->unit)}") : null;
        }
        if ($spec->key === $weld->key('unit_shows_time_s')) {
            $time = $weld->correctedTimeS($s) ?? self::value($s->facts, $weld->key('printed_fusion_time_s'));

            return is_float($time) ? Usual::of(round($time), "The unit shows {$s->print(round($time), $spec->unit)}") : null;
        }
        $value = in_array($spec->key, self::keys($weld), true) ? self::value($s->facts, $spec->key) : null;

        return $value === null ? null : Usual::of($value, $label.': '.(is_float($value) ? $s->print($value, $spec->unit) : $value)." (as {$by} read it)");
    }

    /** Length of the coupler, or width of the saddle, whose code was scanned, mm; null where it is not known. */
    public static function lengthMm(Situation $s): ?float
    {
        $length = self::value($s->facts, 'fitting_length_mm') ?? self::value($s->facts, 'footprint_mm');

        return is_float($length) ? $length : null;
    }

    /** @return array<string, string> key of the reading by the key of a joint with one weld */
    private static function keys(Weld $weld): array
    {
        $keys = array_combine(self::OF_FITTING, self::OF_FITTING);
        foreach (self::OF_LABEL as $base) {
            $keys[$base] = $weld->key($base);
        }

        return $keys;
    }

    private static function value(Facts $facts, string $key): float|string|null
    {
        $value = $facts->toArray()[self::FACT.$key] ?? null;

        return is_int($value) || is_float($value) ? (float) $value : (is_string($value) ? $value : null);
    }
}
