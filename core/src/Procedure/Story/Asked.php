<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure\Story;

use Diastoma\Core\Procedure\ReadingKind;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Step;

/** What is asked before or after an act, by key: what it is called, what can still be seen, what must be read again, what is read again where it was undone. */
final readonly class Asked
{
    /**
     * @param  array<string, ReadingSpec>  $specs
     * @param  array<string, true>  $stale  keys that are there, but must be read again
     * @param  array<string, true>  $again  keys that are read again where the act was undone
     */
    private function __construct(public array $specs, public array $stale, public array $again)
    {
    }

    /** @param  list<Step>  $steps */
    public static function of(array $steps, Act $act): self
    {
        $specs = $stale = $again = [];
        foreach ($steps as $step) {
            if ($step->notNeeded !== '') {
                continue;
            }
            $isAgain = $act->again !== [] && in_array($step->id, $act->again, true);
            foreach ($step->readings as $spec) {
                if ($spec->required && $spec->kind !== ReadingKind::Signature && $act->hides($spec->key)) {
                    $specs[$spec->key] = $spec;
                    $again += $isAgain ? [$spec->key => true] : [];
                }
            }
            foreach ($step->stale as $key) {
                $stale[$key] = true;
            }
        }

        return new self($specs, $stale, $again);
    }

    public function stays(string $key): bool
    {
        return isset($this->specs[$key]) && $this->specs[$key]->stays();
    }

    public function label(string $key): string
    {
        return lcfirst(rtrim($this->specs[$key]->label ?? $key, '?'));
    }
}
