<?php

declare(strict_types=1);

namespace Diastoma\Core\Reckoner;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Rulebook\Source;

/** One calculation of the trade that stands by itself. */
final readonly class Calculation
{
    /**
     * @param  list<Input>  $inputs
     * @param  list<string>  $outputs  names of the result, units at their ends
     * @param  list<Source>  $sources
     * @param  \Closure(Given): array<string, mixed>  $work
     * @param  array<string, string>  $columns  outputs that are a series and are drawn side by side, each with what it is called
     * @param  string  $craft  heading that it stands under
     */
    public function __construct(
        public string $id,
        public string $title,
        public array $inputs,
        public array $outputs,
        public array $sources,
        private \Closure $work,
        public array $columns = [],
        public string $craft = '',
    ) {
    }

    public function under(string $craft): self
    {
        return new self($this->id, $this->title, $this->inputs, $this->outputs, $this->sources, $this->work, $this->columns, $craft);
    }

    /** @return array<string, float> what is taken for an input that is left out */
    public function defaults(): array
    {
        $defaults = [];
        foreach ($this->inputs as $input) {
            if ($input->default !== null) {
                $defaults[$input->name] = $input->default;
            }
        }

        return $defaults;
    }

    /**
     * @param  array<mixed>  $raw  by input name
     * @return array<string, mixed>
     *
     * @throws InvalidInput naming every input that is missing, unknown or of the wrong kind
     */
    public function run(array $raw): array
    {
        $faults = $values = [];
        foreach ($this->inputs as $input) {
            if (! array_key_exists($input->name, $raw) && $input->default !== null) {
                $values[$input->name] = $input->default;

                continue;
            }
            if (! array_key_exists($input->name, $raw)) {
                if ($input->optional) {
                    continue;
                }
                $faults[] = InvalidInput::field($input->name, "{$input->name} is missing.");

                continue;
            }
            try {
                $values[$input->name] = $input->accept($raw[$input->name]);
            } catch (InvalidInput $fault) {
                $faults[] = $fault;
            }
        }
        $known = array_map(static fn (Input $input): string => $input->name, $this->inputs);
        foreach (array_diff(array_map(strval(...), array_keys($raw)), $known) as $unknown) {
            $faults[] = InvalidInput::field($unknown, "“{$unknown}” is not an input of {$this->id}. It takes: ".implode(', ', $known).'.');
        }

        if ($faults !== []) {
            throw InvalidInput::together($faults);
        }
        try {
            $result = ($this->work)(new Given($values));
        } catch (\ArithmeticError) {
            throw $this->senseless();
        }
        array_walk_recursive($result, fn (mixed $value) => is_float($value) && ! is_finite($value) ? throw $this->senseless() : null);

        return $result;
    }

    private function senseless(): InvalidInput
    {
        return InvalidInput::field($this->inputs[0]->name,
            'These values together leave nothing to reckon with: one is zero or far off. Check each, and its unit.');
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'id' => $this->id, 'title' => $this->title, 'craft' => $this->craft, 'words' => TradeWords::of($this->id),
            'inputs' => array_map(static fn (Input $i): array => $i->toArray(), $this->inputs),
            'outputs' => $this->outputs, 'sources' => $this->sourceTags(),
            'columns' => array_map(
                static fn (string $output, string $called): array => ['output' => $output, 'called' => $called], array_keys($this->columns), $this->columns,
            ),
        ];
    }

    /** @return list<string> */
    public function sourceTags(): array
    {
        return array_map(static fn (Source $source): string => $source->tag(), $this->sources);
    }
}
