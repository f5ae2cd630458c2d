<?php

declare(strict_types=1);

namespace App\Imports;

use Diastoma\Core\Electrofusion\FusionTrace;
use Diastoma\Core\Exception\InvalidInput;

/**
 * The record of a control unit in the open layout of docs/fusion-records.md: CSV with named columns, or JSON.
 *
 * What the record says of itself (joint, label, start, temperature) is kept apart from the trace, to be held against the joint.
 */
final readonly class FusionFile
{
    /** The longest fusions take an hour; this is nearly three, ten times a second. Our own value. */
    private const MOST_SAMPLES = 100_000;

    private const TIME = ['time_s' => 1.0, 't_s' => 1.0, 'elapsed_s' => 1.0, 'time_ms' => 0.001, 'time_min' => 60.0];

    private const VOLTAGE = ['voltage_v' => 1.0, 'v_v' => 1.0, 'u_v' => 1.0, 'voltage_mv' => 0.001];

    private const CURRENT = ['current_a' => 1.0, 'i_a' => 1.0, 'current_ma' => 0.001];

    /** Words of units for an end that was right. */
    private const COMPLETE = ['complete', 'completed', 'ok', 'normal', 'good', 'end'];

    private function __construct(
        public FusionTrace $trace,
        public ?string $joint,
        public ?string $label,
        public ?\DateTimeImmutable $startedAt,
        public ?float $fittingC,
    ) {
    }

    /** @throws InvalidInput if it is neither, a column or a unit is missing, or a value cannot be read */
    public static function of(string $text): self
    {
        $isJson = str_starts_with(ltrim(substr($text, 0, 1000), " \t\r\n\xEF\xBB\xBF"), '{');
        if (substr_count($text, $isJson ? '{' : "\n") > self::MOST_SAMPLES) { // told before it is read: reading it would take all the memory there is
            throw InvalidInput::field('file', 'The file has more than '.self::MOST_SAMPLES.' samples: that is no fusion. Cut it to the fusion of this joint.');
        }

        return $isJson ? self::fromJson($text) : self::fromCsv($text);
    }

    private static function fromCsv(string $text): self
    {
        $table = SampleTable::of($text);
        $time = $table->column(array_keys(self::TIME));
        $seconds = $time === null ? $table->seconds() : [];
        $volts = $table->need(array_keys(self::VOLTAGE), 'the voltage');
        $amps = $table->need(array_keys(self::CURRENT), 'the current');
        $samples = [];
        $rows = count($table->rows);
        for ($row = 0; $row < $rows; $row++) {
            $samples[] = [
                't' => $time === null ? $seconds[$row] : $table->number($row, $time) * self::TIME[$time],
                'v' => $table->number($row, $volts) * self::VOLTAGE[$volts], 'i' => $table->number($row, $amps) * self::CURRENT[$amps],
            ];
        }
        $first = static fn (string $column): ?string => $table->column([$column]) === null || $table->text(0, $column) === '' ? null : $table->text(0, $column);
        $end = $table->column(['end_code']) === null ? '' : $table->text($rows - 1, 'end_code');
        $started = $first('started_at') ?? ($table->column(['time']) !== null && $time === null ? $first('time') : null);
        $fitting = $first('fitting_c') !== null ? 'fitting_c' : ($first('ambient_c') !== null ? 'ambient_c' : null);

        return self::made($samples, $end, $first('joint'), $first('label'), $started, $fitting === null ? null : $table->number(0, $fitting));
    }

    private static function fromJson(string $text): self
    {
        $data = json_decode(preg_replace('/\A\xEF\xBB\xBF/', '', $text) ?? '', true);
        if (! is_array($data) || ! is_array($data['samples'] ?? null) || ! array_is_list($data['samples'])) {
            throw InvalidInput::field(
                'file',
                'The file is not a fusion record in JSON: it must be an object with a list “samples”, each with time_s, voltage_v and current_a.',
            );
        }
        $samples = [];
        foreach ($data['samples'] as $row => $sample) {
            $sample = is_array($sample) ? $sample : [];
            $samples[] = [
                't' => self::pick($sample, self::TIME, 'the time', $row), 'v' => self::pick($sample, self::VOLTAGE, 'the voltage', $row),
                'i' => self::pick($sample, self::CURRENT, 'the current', $row),
            ];
        }
        $text = static fn (string $key): ?string => isset($data[$key]) && is_scalar($data[$key]) && (string) $data[$key] !== '' ? (string) $data[$key] : null;
        $fitting = $text('fitting_c') ?? $text('ambient_c');

        return self::made(
            $samples, $text('end_code') ?? '', $text('joint'), $text('label'), $text('started_at'), is_numeric($fitting) ? (float) $fitting : null,
        );
    }

    /**
     * @param  array<mixed>  $sample
     * @param  array<string, float>  $names
     */
    private static function pick(array $sample, array $names, string $what, int $row): float
    {
        foreach ($names as $name => $factor) {
            if (isset($sample[$name]) && (is_int($sample[$name]) || is_float($sample[$name]))) {
                return $sample[$name] * $factor;
            }
        }
        throw InvalidInput::field('file', 'Sample '.($row + 1)." has no number for {$what}. Name it ".implode(' or ', array_keys($names)).'.');
    }

    /** @param  list<array{t: float, v: float, i: float}>  $samples */
    private static function made(array $samples, string $end, ?string $joint, ?string $label, ?string $started, ?float $fittingC): self
    {
        try {
            $at = $started === null ? null : new \DateTimeImmutable($started);
        } catch (\Exception) {
            throw InvalidInput::field('file', "“{$started}” is not a time. Write it like 2026-11-23T14:05:00Z.", $started);
        }

        return new self(FusionTrace::of($samples, self::endCode($end)), $joint, $label, $at, $fittingC);
    }

    /** One spelling for each way a unit ends. */
    public static function endCode(string $said): string
    {
        $plain = trim((string) preg_replace('/[^a-z0-9]+/', '_', strtolower($said)), '_');

        return match (true) {
            $plain === '' => 'end_not_recorded',
            in_array($plain, self::COMPLETE, true) => 'complete',
            str_contains($plain, 'operator') || in_array($plain, ['stop', 'stopped', 'manual_stop', 'user_stop'], true) => 'stopped_by_operator',
            default => $plain,
        };
    }
}
