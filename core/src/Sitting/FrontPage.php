<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting;

use Diastoma\Core\Procedure\Clock;
use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Procedure\ReadingKind;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/** The joint on one page: where its marks lie, how round it is, its gaps, its moments, who made it, what speaks against it. Whoever prints it draws this. */
final readonly class FrontPage
{
    private const MARKS = ['marks_ruler', 'spigot_ruler'];

    /** Series whose values are diameters, each read across the pipe; all others are read at a place of its edge. */
    private const ACROSS = ['roundness_dial', 'calliper'];

    /** Values that a ring is drawn of, at the least. */
    private const FEWEST = 3;

    /** @param  list<Entry>  $entries  of the sitting */
    public function __construct(private Sitting $sitting, private array $entries)
    {
    }

    /**
     * Marks along the pipe, mm from its end, as they were read; the rulebook's system of units prints them.
     *
     * @return list<array{title: string, mm: float}>
     */
    public function marks(): array
    {
        $marks = [];
        foreach ($this->read() as [$spec, $reading]) {
            if (in_array($spec->instrument, self::MARKS, true) && $spec->unit === Unit::Millimetre && is_float($reading->value)) {
                $marks[] = ['title' => $spec->label, 'mm' => $reading->value];
            }
        }

        return $marks;
    }

    /**
     * Series read round the pipe, in the order of the work.
     *
     * @return list<array{title: string, values: non-empty-list<float>, unit: Unit, is_across: bool, severity: Severity}>
     */
    public function rings(): array
    {
        $rings = [];
        foreach ($this->read() as [$spec, $reading, $title]) {
            if ($spec->kind === ReadingKind::Row) {
                [$values, $unit] = $this->torques($spec);
            } else {
                $unit = $spec->unit;
                $values = $spec->kind === ReadingKind::Series && is_array($reading->value) ? array_values(array_filter($reading->value, is_float(...))) : [];
            }
            if (count($values) >= self::FEWEST) {
                $rings[] = [
                    'title' => $title, 'values' => $values, 'unit' => $unit, 'is_across' => in_array($spec->instrument, self::ACROSS, true),
                    'severity' => Severity::worst(array_map(static fn (Finding $f): Severity => $f->severity, array_filter(
                        $this->sitting->verdict()->findings, static fn (Finding $f): bool => in_array($spec->key, $f->readings, true),
                    ))),
                ];
            }
        }

        return $rings;
    }

    /** @return array{list<float>, Unit} torque of each bolt in the last pass that was begun, in the order of the bolts */
    private function torques(ReadingSpec $spec): array
    {
        $last = [];
        $unit = Unit::None;
        foreach ($spec->columns as $column) {
            $unit = $column->key === 'torque_nm' ? $column->unit : $unit;
        }
        $rows = array_filter(array_column($this->sitting->readings()->all($spec->key), 'value'), is_array(...));
        $pass = max([0, ...array_filter(array_column($rows, 'pass'), is_numeric(...))]);
        $set = null;
        foreach (array_filter(array_column($this->sitting->readings()->all("{$spec->key}_set"), 'value'), is_array(...)) as $row) {
            $set = ($row['pass'] ?? 0) == $pass ? $row['set_nm'] ?? $set : $set;
        }
        foreach ($rows as $row) {
            $torque = $row['torque_nm'] ?? $set; // a click has what the wrench was set to
            if (($row['pass'] ?? 0) == $pass && is_numeric($row['bolt'] ?? null) && is_numeric($torque)) {
                $last[(int) $row['bolt']] = (float) $torque;
            }
        }
        ksort($last);

        return [array_values($last), $unit];
    }

    /** @return list<Finding> what was measured against a limit and keeps it, the least room first */
    public function nearest(): array
    {
        $near = array_values(array_filter(
            $this->sitting->verdict()->findings,
            // what is to be the same and is the same has no room to tell of
            static fn (Finding $f): bool => $f->measured !== null && abs($f->limit ?? 0.0) > 0.0 && $f->severity->rank() <= Severity::Watch->rank()
                && ($f->severity !== Severity::Go || abs($f->measured - $f->limit) > 1e-9),
        ));
        $room = static fn (Finding $f): float => abs(($f->measured - $f->limit) / $f->limit); // of the limit itself
        usort($near, static fn (Finding $a, Finding $b): int => $room($a) <=> $room($b));

        return $near;
    }

    /**
     * What happened when, and until when it was left alone.
     *
     * @return list<array{title: string, at: \DateTimeImmutable}>
     */
    public function moments(): array
    {
        $moments = [];
        foreach ($this->read() as [$spec, $reading, $title]) {
            if ($spec->kind === ReadingKind::Now && is_string($reading->value)) {
                $moments[] = ['title' => $title, 'at' => new \DateTimeImmutable($reading->value)];
            }
            $record = $spec->kind === ReadingKind::Record && is_array($reading->value) ? $reading->value : [];
            foreach (['started_at' => 'begins', 'ended_at' => 'ends'] as $key => $does) {
                $at = $record[$key] ?? null;
                if (is_string($at)) {
                    $moments[] = ['title' => "{$title} {$does}", 'at' => new \DateTimeImmutable($at)];
                }
            }
        }
        // of a joint that is not as it should be nobody says when it may be tested
        $waits = $this->sitting->verdict()->severity()->rank() > Severity::Watch->rank() ? []
            : [Clock::RELEASE => 'May be released from', Clock::TEST => 'May be tested from'];
        foreach ($waits as $clock => $title) {
            $at = $this->sitting->until($clock);
            if ($at !== null) {
                $moments[] = ['title' => $title, 'at' => $at];
            }
        }
        usort($moments, static fn (array $a, array $b): int => $a['at'] <=> $b['at']);

        return $moments;
    }

    /** @return list<array{name: string, did: string}> who had a hand in it, the one who answered most first */
    public function names(): array
    {
        $answers = $signed = $overruled = [];
        foreach ($this->entries as $entry) {
            $by = $entry->author();
            $answers[$by] = ($answers[$by] ?? 0) + count($entry->answers());
        }
        foreach ($this->read() as [$spec, $reading]) {
            if ($spec->kind === ReadingKind::Signature) {
                $signed[$reading->by][] = $spec->label;
            }
        }
        foreach ($this->sitting->verdict()->findings as $finding) {
            $overrule = $finding->overrule();
            if ($overrule !== null) {
                $overruled[$overrule->by] = ($overruled[$overrule->by] ?? 0) + 1;
            }
        }
        foreach (array_keys([...$signed, ...$overruled]) as $name) {
            $answers[$name] ??= 0;
        }
        arsort($answers);

        return array_map(static fn (string $name, int $n): array => ['name' => $name, 'did' => implode('; ', [
            ...($n > 0 ? [$n === 1 ? 'one answer' : "{$n} answers"] : []),
            ...(isset($signed[$name]) ? ['signed '.implode(', ', $signed[$name])] : []),
            ...(isset($overruled[$name]) ? [$overruled[$name] === 1 ? 'overruled one finding' : "overruled {$overruled[$name]} findings"] : []),
        ])], array_map(strval(...), array_keys($answers)), $answers);
    }

    /** @return list<Finding> what is not as it should be, the worst first */
    public function against(): array
    {
        $against = array_values(array_filter($this->sitting->verdict()->findings, static fn (Finding $f): bool => $f->severity !== Severity::Go));
        usort($against, static fn (Finding $a, Finding $b): int => [$b->isOpen(), $b->severity->rank()] <=> [$a->isOpen(), $a->severity->rank()]);

        return $against;
    }

    /** @return list<array{ReadingSpec, Reading, string}> the last answer to each thing that was asked for, in the order of the work, by a name of its own */
    private function read(): array
    {
        $read = $labels = [];
        foreach ($this->sitting->steps() as $step) {
            foreach ($step->readings as $spec) {
                $reading = $this->sitting->readings()->reading($spec->key);
                if ($reading !== null) {
                    $read[] = [$spec, $reading, $step];
                    $labels[$spec->label] = ($labels[$spec->label] ?? 0) + 1;
                }
            }
        }

        return array_map(static function (array $one) use ($labels): array {
            [$spec, $reading, $step] = $one;
            $numbered = $step->group === '' || preg_match('/\d/', $step->title) === 1; // “Restraint 3” rather than “Restraints on end A”
            if ($spec->kind === ReadingKind::Record) {
                return [$spec, $reading, $numbered ? $step->title : "{$step->group}, ".lcfirst($step->title)];
            }
            $at = $numbered ? $step->title : $step->group;

            return [$spec, $reading, $labels[$spec->label] > 1 ? "{$at}: ".lcfirst($spec->label) : $spec->label];
        }, $read);
    }
}
