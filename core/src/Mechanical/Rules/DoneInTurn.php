<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Rules;

use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** A stage was done after the one before: however late its readings arrive, the hours on them tell. */
final readonly class DoneInTurn implements Rule
{
    private string $stage;

    private string $title;

    private string $earlier;

    /** @var list<string> */
    private array $mine;

    /** @var list<string> */
    private array $before;

    public function __construct(Step $stage, Step $before)
    {
        $this->stage = $stage->id;
        $this->title = $stage->title;
        $this->earlier = $before->title;
        $keys = static fn (Step $step): array => array_values(array_map(
            static fn ($spec): string => $spec->key, array_filter($step->readings, static fn ($spec): bool => $spec->required),
        ));
        $this->mine = $keys($stage);
        $this->before = $keys($before);
    }

    public function id(): string
    {
        return "mc.turn.{$this->stage}";
    }

    public function judge(Situation $situation): ?Finding
    {
        $readings = $situation->readings;
        $first = null;
        foreach ($this->mine as $key) {
            foreach ($readings->all($key) as $reading) {
                $first = $first === null ? $reading->takenAt : min($first, $reading->takenAt);
            }
        }
        if ($first === null) {
            return null;
        }
        foreach ($this->before as $key) {
            $all = $readings->all($key);
            if ($all === [] || $all[0]->takenAt > $first) {
                return new Finding(
                    $this->id(), Severity::Stop, "“{$this->title}” was entered before “{$this->earlier}” was done.",
                    'Stop here. Make it safe, and let whoever is responsible say what is to be done: this order keeps people whole.',
                    Source::commonPractice('no stage out of its turn'), [...$this->mine, ...$this->before], final: true,
                );
            }
        }

        return new Finding($this->id(), Severity::Go, "After “{$this->earlier}”.", '', Source::commonPractice('no stage out of its turn'), $this->mine);
    }
}
