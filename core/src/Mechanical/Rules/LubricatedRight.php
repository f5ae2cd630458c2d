<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Rules;

use Diastoma\Core\Mechanical\Cards\Card;
use Diastoma\Core\Mechanical\Steps\Lubricate;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Sided;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/** Lubricated where the pipe's material wants it, dry where it does not, and never with petroleum. */
final readonly class LubricatedRight implements Rule
{
    public function __construct(private Card $card, private string $side)
    {
    }

    public function id(): string
    {
        return 'mc.lubricant'.($this->side === '' ? '' : ".{$this->side}");
    }

    public function judge(Situation $situation): ?Finding
    {
        $key = Sided::key('lubricant', $this->side);
        $used = $situation->readings->text($key);
        $material = $situation->readings->text(Sided::key('material', $this->side));
        if ($used === null || $material === null) {
            return null;
        }
        $wants = in_array($material, $this->card->lubricated, true);
        [$severity, $todo] = match (true) {
            $used === Lubricate::PETROLEUM => [
                Severity::Stop, 'Do not put it on. Petroleum swells rubber until it fails: wash the pipe and take another gasket.',
            ],
            $wants && $used === Lubricate::NONE => [Severity::Mend, "Lubricate pipe and gasket: on {$material} a dry gasket tears or rolls."],
            ! $wants && $used === Lubricate::APPROVED => [Severity::Mend, "Wipe it off and dry: on {$material} the gasket must grip."],
            default => [Severity::Go, ''],
        };

        return new Finding(
            $this->id(), $severity, Sided::name($this->side)."{$material}, lubricant: {$used}.", $todo, $this->card->source(), [$key],
        );
    }
}
