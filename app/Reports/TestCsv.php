<?php

declare(strict_types=1);

namespace App\Reports;

use App\Models\PressureTest;
use App\Traces\LoggedTrace;
use App\Traces\TraceStore;

/** Every sample of a test as it was logged, in its own units and to the last bit: the shortest decimal that reads back as the same number. */
final class TestCsv
{
    /** Columns of tests that were stored before columns had units. */
    private const OLD = ['t' => 'time_s', 'p' => 'pressure_kpa', 'c' => 'temperature_c', 'added' => 'added_l'];

    public function __construct(private readonly TraceStore $traces)
    {
    }

    public function write(PressureTest $test): void
    {
        $precision = ini_set('precision', '-1');
        try {
            $names = null;
            foreach ($this->traces->blocks('test', $test->id) as [$keys, $columns]) {
                $kept = array_values(array_filter(
                    $keys,
                    static fn (string $k): bool => $k !== 't' || array_intersect($keys, [...array_keys(LoggedTrace::TIME), LoggedTrace::EPOCH]) === [],
                ));
                usort($kept, static fn (string $a, string $b): int => self::isTime($b) <=> self::isTime($a));
                $time = array_search(LoggedTrace::EPOCH, $kept, true);
                if ($names === null) {
                    $names = array_map(static fn (string $k): string => $k === LoggedTrace::EPOCH ? 'time' : self::OLD[$k] ?? $k, $kept);
                    echo implode(',', $names)."\n";
                }
                for ($row = 0, $n = count($columns[$kept[0]]), $text = ''; $row < $n; $row++) {
                    foreach ($kept as $k => $key) {
                        $value = $columns[$key][$row];
                        $text .= ($k === 0 ? '' : ',').($k === $time && $value !== null ? self::moment($value) : (string) $value);
                    }
                    $text .= "\n";
                }
                echo $text;
            }
        } finally {
            ini_set('precision', (string) $precision);
        }
    }

    private static function isTime(string $key): bool
    {
        return $key === 't' || $key === LoggedTrace::EPOCH || isset(LoggedTrace::TIME[$key]);
    }

    private static function moment(float $epoch): string
    {
        return (\DateTimeImmutable::createFromFormat('U.u', number_format($epoch, 6, '.', '')) ?: new \DateTimeImmutable('@0'))->format('Y-m-d\TH:i:s.u\Z');
    }
}
