<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure\Rules;

use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** A question that must be answered yes. */
final readonly class Confirmed implements Rule
{
    public function __construct(
        private string $id,
        private string $reading,
        private string $yes,
        private string $no,
        private string $todo,
        private Severity $otherwise,
        private Source $source,
        private string $why = '',
        private bool $final = false,
    ) {
    }

    /** A question of common practice. */
    public static function usual(
        string $id, string $reading, string $yes, string $no, string $todo, Severity $otherwise = Severity::Mend, string $why = '', bool $final = false,
    ): self {
        return new self($id, $reading, $yes, $no, $todo, $otherwise, Source::commonPractice(), $why, $final);
    }

    public function id(): string
    {
        return $this->id;
    }

    public function judge(Situation $situation): ?Finding
    {
        $answer = $situation->readings->yes($this->reading);
        if ($answer === null) {
            return null;
        }

        return new Finding(
            $this->id, $answer ? Severity::Go : $this->otherwise, $answer ? $this->yes : $this->no, $answer ? '' : $this->todo,
            $this->source, [$this->reading], why: $this->why, final: $this->final,
        );
    }
}
