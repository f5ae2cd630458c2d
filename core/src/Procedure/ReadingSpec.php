<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Procedure\Story\Unusual;
use Diastoma\Core\Quantity\Text;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Quantity\UnitSystem;

/** One reading a step asks for: what it is called, its unit, the bounds within which a value can be real at all. */
final readonly class ReadingSpec
{
    /** Instrument of the question for a print line or stamp: what the yard knows of the pipes stands beside it. */
    public const PRINT_LINE = 'print_line';

    private const LONGEST = 80;

    /**
     * @param  list<string>  $choices
     * @param  list<int>  $counts  allowed numbers of values in a series; empty for any from 2 to 12
     * @param  list<ReadingSpec>  $columns  of a row
     * @param  ?Usual  $usual  what a good joint answers, where it may be confirmed on a list
     * @param  ?Shared  $shared  where the answer holds for a whole shift
     * @param  int  $since  version of the procedure that first asked for it: work begun before is not asked
     * @param  ?bool  $stays  whether it can still be seen after the work; null where its kind tells
     * @param  ?array{float, float}  $range  usual for the work at hand, in its unit
     */
    private function __construct(
        public string $key,
        public string $label,
        public ReadingKind $kind,
        public Unit $unit = Unit::None,
        public float $min = 0.0,
        public float $max = 0.0,
        public array $choices = [],
        public array $counts = [],
        public string $hint = '',
        public bool $required = true,
        public string $instrument = '',
        public ?\Closure $check = null,
        public int $since = 1,
        public array $columns = [],
        public ?Usual $usual = null,
        public ?Shared $shared = null,
        private ?bool $stays = null,
        private ?array $range = null,
    ) {
    }

    public static function number(string $key, string $label, Unit $unit, float $min, float $max, string $hint = '', string $instrument = ''): self
    {
        return new self($key, $label, ReadingKind::Number, $unit, $min, $max, hint: $hint, instrument: $instrument);
    }

    /** @param  list<int>  $counts */
    public static function series(string $key, string $label, Unit $unit, float $min, float $max, array $counts, string $instrument, string $hint = ''): self
    {
        return new self($key, $label, ReadingKind::Series, $unit, $min, $max, counts: $counts, hint: $hint, instrument: $instrument);
    }

    public static function yesNo(string $key, string $label, string $hint = '', string $instrument = ''): self
    {
        return new self($key, $label, ReadingKind::YesNo, hint: $hint, instrument: $instrument, usual: Usual::of(true));
    }

    /** @param  list<string>  $choices */
    public static function choice(string $key, string $label, array $choices, string $hint = ''): self
    {
        return new self($key, $label, ReadingKind::Choice, choices: $choices, hint: $hint);
    }

    /** @param  \Closure(string): string  $check returns the code as it is kept, or throws InvalidInput */
    public static function code(string $key, string $label, string $hint, \Closure $check): self
    {
        return new self($key, $label, ReadingKind::Code, hint: $hint, instrument: 'label_card', check: $check);
    }

    /** Words or a number as they stand on a piece. */
    public static function text(string $key, string $label, string $hint = ''): self
    {
        return new self($key, $label, ReadingKind::Code, hint: $hint, check: static fn (string $text): string => Text::length(trim($text)) <= self::LONGEST
            ? trim($text) : throw InvalidInput::field($key, "{$label}: ".self::LONGEST.' letters at the most.', null, self::LONGEST));
    }

    public static function now(string $key, string $label, string $hint = ''): self
    {
        return new self($key, $label, ReadingKind::Now, hint: $hint);
    }

    public static function equipment(string $key, string $label, string $kind): self
    {
        return new self($key, $label, ReadingKind::Equipment, choices: [$kind]);
    }

    public static function record(string $key, string $label, string $instrument): self
    {
        return new self($key, $label, ReadingKind::Record, instrument: $instrument);
    }

    /**
     * One row of a series; all that were taken are in Readings::all().
     *
     * @param  list<self>  $columns  what is read of each
     */
    public static function row(string $key, string $label, array $columns, string $instrument = '', string $hint = ''): self
    {
        return new self($key, $label, ReadingKind::Row, hint: $hint, instrument: $instrument, columns: $columns);
    }

    /** @param  non-empty-list<string>  $roles  whose signature counts */
    public static function signature(string $key, string $label, array $roles, string $hint = ''): self
    {
        return new self($key, $label, ReadingKind::Signature, choices: $roles, hint: $hint);
    }

    public function optional(): self
    {
        return $this->but(['required' => false]);
    }

    /** Asked for from a version of the procedure on. */
    public function since(int $version): self
    {
        return $this->but(['since' => $version]);
    }

    /**
     * A good joint answers so: it may be confirmed on a list.
     *
     * @param  bool|float|string|list<float>  $value
     * @param  string  $said  the statement in words, where its label does not say it
     */
    public function usually(bool|float|string|array $value, string $said = ''): self
    {
        return $this->but(['usual' => Usual::of($value, $said)]);
    }

    /** Always answered by itself, on no list. */
    public function apart(): self
    {
        return $this->but(['usual' => null]);
    }

    /** It can still be read after the work: a label, a print line, a paper. */
    public function visible(): self
    {
        return $this->but(['stays' => true]);
    }

    /** Whether it can still be seen after the work. Codes and instruments can, whatever they are of. */
    public function stays(): bool
    {
        return $this->stays ?? in_array($this->kind, [ReadingKind::Code, ReadingKind::Equipment], true);
    }

    /** Usual for the work at hand: beyond it the field asks before it takes. Inside the bounds, which are those of what can be at all. */
    public function about(float $low, float $high): self
    {
        return $this->but(['range' => [max($low, $this->min), min($high, $this->max)]]);
    }

    /**
     * The same row of other columns.
     *
     * @param  list<self>  $columns
     */
    public function of(array $columns): self
    {
        return $this->but(['columns' => $columns]);
    }

    public function hasUsual(): bool
    {
        return $this->range !== null || array_filter($this->columns, static fn (self $column): bool => $column->hasUsual()) !== [];
    }

    /**
     * Numbers of an answer that lie beyond what is usual.
     *
     * @return list<Unusual>
     */
    public function unusual(mixed $value): array
    {
        if ($this->columns !== []) {
            $row = is_array($value) ? $value : [];

            return array_merge([], ...array_map(static fn (self $column): array => $column->unusual($row[$column->key] ?? null), $this->columns));
        }
        $found = [];
        foreach ($this->range === null ? [] : (is_array($value) ? $value : [$value]) as $number) {
            if ($this->range !== null && is_float($number) && ($number < $this->range[0] || $number > $this->range[1])) {
                $found[] = Unusual::of($this->key, $this->label, $number, $this->range[0], $this->range[1], $this->unit);
            }
        }

        return array_slice($found, 0, 1);
    }

    /** Holds for a whole shift at one place. */
    public function shared(Shared $with): self
    {
        return $this->but(['shared' => $with]);
    }

    /**
     * @param  array{
     *     required?: bool, since?: int, usual?: ?Usual, shared?: Shared, stays?: bool, range?: array{float, float}, columns?: list<self>
     * }  $changes  by the name of the property
     */
    private function but(array $changes): self
    {
        return new self(
            $this->key, $this->label, $this->kind, $this->unit, $this->min, $this->max, $this->choices, $this->counts, $this->hint,
            $changes['required'] ?? $this->required, $this->instrument, $this->check, $changes['since'] ?? $this->since, $changes['columns'] ?? $this->columns,
            array_key_exists('usual', $changes) ? $changes['usual'] : $this->usual, $changes['shared'] ?? $this->shared,
            $changes['stays'] ?? $this->stays, $changes['range'] ?? $this->range,
        );
    }

    /**
     * Turns what came over the wire into a reading's value.
     *
     * @return bool|float|string|list<float>|array<string, mixed>
     *
     * @throws InvalidInput if it cannot be this reading at all; a value outside a limit of the trade is judged, not refused
     */
    public function accept(mixed $raw, UnitSystem $units): bool|float|string|array
    {
        return (new Answer($this, $units))->of($raw);
    }

    /** @return array<string, mixed> */
    public function toArray(UnitSystem $units): array
    {
        return [
            'key' => $this->key, 'label' => $this->label, 'kind' => $this->kind->value, 'unit' => $this->unit->value,
            'display' => $units->display($this->unit), 'min' => $this->min, 'max' => $this->max, 'choices' => $this->choices,
            'counts' => $this->counts, 'hint' => $this->hint, 'required' => $this->required, 'instrument' => $this->instrument,
            ...($this->columns === [] ? [] : ['columns' => array_map(static fn (self $c): array => $c->toArray($units), $this->columns)]),
        ];
    }
}
