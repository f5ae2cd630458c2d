<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure\Table;

use Diastoma\Core\Procedure\ReadingKind;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Procedure\Verdict;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/** Like things that are made one after another, seen together: a row for each, a column for what is read of it. */
final readonly class Table
{
    /**
     * @param  non-empty-list<TableRow>  $rows
     * @param  non-empty-list<TableColumn>  $columns
     */
    public function __construct(public string $title, public array $rows, public array $columns)
    {
    }

    /**
     * As it stands: what was read, what is wrong with it, how much is missing, and which row is next.
     *
     * @param  list<Step>  $steps  of the work
     * @return array{title: string, columns: list<string>, rows: list<array<string, mixed>>}
     */
    public function drawn(array $steps, Verdict $verdict, Situation $s): array
    {
        $current = $verdict->current()?->step;
        $found = array_values(array_filter($verdict->findings, static fn (Finding $f): bool => $f->isOpen()));
        $rows = [];
        foreach ($this->rows as $row) {
            $own = array_values(array_filter($steps, static fn (Step $step): bool => in_array($step->id, $row->steps, true)));
            $missing = [];
            foreach ($own as $step) {
                $missing[$step->id] = $step->missing($s->readings);
            }
            $all = array_merge(...array_values($missing));
            $cells = array_map(static fn (TableColumn $column): array => self::cell($column, $row, $own, $all, $found, $s), $this->columns);
            $open = array_keys(array_filter($missing));
            $rows[] = [
                'title' => $row->title, 'on' => $row->on, 'steps' => $row->steps, 'step' => $open[0] ?? ($own[0] ?? null)->id ?? $row->steps[0],
                'missing' => count($all),
                'is_next' => in_array($current, $row->steps, true), 'cells' => $cells,
            ];
        }

        return ['title' => $this->title, 'columns' => array_column($this->columns, 'title'), 'rows' => $rows];
    }

    /**
     * @param  list<Step>  $steps  of the row
     * @param  list<string>  $missing  keys that are asked for in them
     * @param  list<Finding>  $found  what was found of the work and stands open
     * @return array<string, mixed>
     */
    private static function cell(TableColumn $column, TableRow $row, array $steps, array $missing, array $found, Situation $s): array
    {
        $keys = array_map(static fn (string $base): string => "{$row->name}_{$base}", $column->readings);
        $said = [];
        $at = $column->at === null ? null : ($column->at)($s, $row->name);
        $step = null;
        foreach ($steps as $one) {
            foreach ($one->readings as $spec) {
                if (! in_array($spec->key, $keys, true)) {
                    continue;
                }
                $step ??= $one->id;
                $said[] = self::said($spec, $s);
            }
        }
        $wrong = array_filter($found, static fn (Finding $f): bool => array_intersect($f->readings, $keys) !== []);

        return [
            'said' => implode(' · ', array_values(array_unique(array_filter($said, static fn (string $text): bool => $text !== '')))),
            'at' => $at?->format(\DateTimeInterface::RFC3339),
            'left' => count(array_intersect($missing, $keys)), 'step' => $step ?? ($steps[0] ?? null)->id ?? $row->steps[0],
            'severity' => $wrong === [] ? null : Severity::worst(array_values(array_map(static fn (Finding $f): Severity => $f->severity, $wrong)))->value,
        ];
    }

    /** A value in few words; a moment and a record are shown by their time. */
    private static function said(ReadingSpec $spec, Situation $s): string
    {
        $value = $s->readings->reading($spec->key)?->value;

        return match (true) {
            is_float($value) => $s->print($value, $spec->unit),
            is_bool($value) => $value ? 'yes' : 'no',
            $spec->kind === ReadingKind::Choice && is_string($value) => $value,
            default => '',
        };
    }
}
