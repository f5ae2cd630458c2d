<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure\Rules;

use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** A choice of which each answer has its own severity and its own thing to do. */
final readonly class ChoiceIs implements Rule
{
    /** @param  array<string, array{Severity, string}>  $answers  severity and what to do, by answer; an answer not named is go */
    public function __construct(
        private string $id,
        private string $reading,
        private string $subject,
        private array $answers,
        private Source $source,
        private string $why = '',
    ) {
    }

    public function id(): string
    {
        return $this->id;
    }

    public function judge(Situation $situation): ?Finding
    {
        $answer = $situation->readings->text($this->reading);
        if ($answer === null) {
            return null;
        }
        [$severity, $todo] = $this->answers[$answer] ?? [Severity::Go, ''];

        return new Finding($this->id, $severity, "{$this->subject}: {$answer}.", $todo, $this->source, [$this->reading], why: $this->why);
    }
}
