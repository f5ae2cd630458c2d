<?php

declare(strict_types=1);

namespace App\Procedures;

use App\Exceptions\Refused;
use Diastoma\Core\Electrofusion\Fused;
use Diastoma\Core\Electrofusion\Weld;

/** One fusion of a joint, by the reading that its record becomes. */
final readonly class WeldOf
{
    private function __construct(public Subject $subject, public Weld $weld)
    {
    }

    /** @throws Refused if this joint has no such fusion */
    public static function record(Subject $subject, string $record): self
    {
        if ($subject->procedure instanceof Fused) {
            foreach ($subject->procedure->welds() as $weld) {
                if ($weld->recordKey() === $record) {
                    return new self($subject, $weld);
                }
            }
        }
        throw Refused::input("This joint has no fusion “{$record}”. Load the page again.", [['field' => 'record', 'detail' => 'unknown', 'value' => $record]]);
    }
}
