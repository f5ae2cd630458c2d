<?php

declare(strict_types=1);

namespace Diastoma\Core\Layout;

use Diastoma\Core\Exception\InvalidInput;

/** What a plan must keep to: lengths on stock, the deflection of a joint, the band, and cut pieces. */
final readonly class PlanLimits
{
    private const SHORTEST_M = 0.3;

    private const LONGEST_M = 30.0;

    /**
     * @param  non-empty-list<float>  $lengthsM  longest first
     * @param  array<int|string, int>  $counts  pieces at hand by length as text; a length without one has no end
     * @param  float  $turn  largest joint deflection used, rad
     * @param  float  $bandM  furthest a pipe may lie from the alignment
     * @param  ?float  $cutMinM  shortest cut piece; null where nothing may be cut
     * @param  bool  $cutAnywhere  whether cut pieces may be laid wherever they save a pipe, or only to close the line
     */
    private function __construct(
        public array $lengthsM, public array $counts, public float $allowedDeg, public float $share, public float $turn, public float $bandM,
        public ?float $cutMinM, public bool $cutAnywhere,
    ) {
    }

    /**
     * @param  list<array{length_m: float, count: ?int}>  $stock
     *
     * @throws InvalidInput with all that cannot be
     */
    public static function of(array $stock, float $allowedDeg, float $share = 0.8, float $bandMm = 50.0, ?float $cutMinM = null, bool $cutAnywhere = true): self
    {
        $faults = $counts = $lengths = [];
        foreach ($stock as ['length_m' => $length, 'count' => $count]) {
            if (! is_finite($length) || $length < self::SHORTEST_M || $length > self::LONGEST_M) {
                $faults[] = InvalidInput::field(
                    'lengths', "A pipe of {$length} m cannot be planned with: lengths lie between ".self::SHORTEST_M.' and '.self::LONGEST_M.' m.', $length,
                    [self::SHORTEST_M, self::LONGEST_M],
                );
            } elseif ($count === null || $count > 0) {
                $lengths[(string) $length] = $length;
                if ($count !== null) {
                    $counts[(string) $length] = ($counts[(string) $length] ?? 0) + $count;
                }
            }
        }
        if ($lengths === [] && $faults === []) {
            $faults[] = InvalidInput::field('lengths', 'Give the lengths on stock, at least one.');
        }
        foreach ([
            ['allowed', $allowedDeg, 0.05, 15.0, '°'], ['share', $share, 0.1, 1.0, ''], ['band', $bandMm, 1.0, 1000.0, ' mm'],
        ] as [$field, $value, $min, $max, $unit]) {
            if (! is_finite($value) || $value < $min || $value > $max) {
                $faults[] = InvalidInput::field(
                    $field, ucfirst($field)." is {$value}{$unit}; it lies between {$min}{$unit} and {$max}{$unit}.", $value, [$min, $max],
                );
            }
        }
        if ($cutMinM !== null && $lengths !== [] && (! is_finite($cutMinM) || $cutMinM < self::SHORTEST_M || $cutMinM > max($lengths))) {
            $faults[] = InvalidInput::field(
                'cut-min', "The shortest cut piece is {$cutMinM} m; it lies between ".self::SHORTEST_M.' m and the longest pipe.', $cutMinM,
            );
        }
        rsort($lengths);
        if ($faults !== [] || $lengths === []) {
            throw InvalidInput::together($faults === [] ? [InvalidInput::field('lengths', 'Give the lengths on stock.')] : $faults);
        }

        return new self($lengths, $counts, $allowedDeg, $share, deg2rad($allowedDeg * $share), $bandMm / 1000, $cutMinM, $cutMinM !== null && $cutAnywhere);
    }

    public function longest(): float
    {
        return $this->lengthsM[0];
    }

    /** The shortest piece that can be laid at all. */
    public function shortest(): float
    {
        $shortest = min($this->lengthsM);

        return $this->cutMinM === null ? $shortest : min($shortest, $this->cutMinM);
    }

    /** The shortest stock length that a piece can be cut from. */
    public function cutFrom(float $piece): float
    {
        foreach (array_reverse($this->lengthsM) as $length) {
            if ($length >= $piece - 1e-9) {
                return $length;
            }
        }

        return $this->longest();
    }

    /** The same limits, cut pieces only to close the line. */
    public function cutOnlyToClose(): self
    {
        return new self($this->lengthsM, $this->counts, $this->allowedDeg, $this->share, $this->turn, $this->bandM, $this->cutMinM, false);
    }

    /** The same limits, a piece may be cut to close a line at a bend even where none may be cut elsewhere. */
    public function closingWithCut(): self
    {
        return $this->cutMinM !== null ? $this : new self(
            $this->lengthsM, $this->counts, $this->allowedDeg, $this->share, $this->turn, $this->bandM, min(0.5, $this->shortest()), false,
        );
    }
}
