<?php

declare(strict_types=1);

namespace Diastoma\Core\Rulebook;

/** A way of working that practitioners choose between: some limits or answers set together. */
final readonly class School
{
    /**
     * @param  list<Limit>  $limits
     * @param  array<string, list<string>>  $choices
     */
    public function __construct(public string $id, public string $title, public Source $source, public array $limits = [], public array $choices = [])
    {
    }

    public function isChosen(Rulebook $rulebook): bool
    {
        foreach ($this->limits as $limit) {
            if ($rulebook->optional($limit->id) !== $limit->value) {
                return false;
            }
        }
        foreach ($this->choices as $id => $answers) {
            if (($rulebook->choices[$id] ?? []) !== $answers) {
                return false;
            }
        }

        return true;
    }
}
