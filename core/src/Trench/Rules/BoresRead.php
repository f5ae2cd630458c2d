<?php

declare(strict_types=1);

namespace Diastoma\Core\Trench\Rules;

use Diastoma\Core\Procedure\Row;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;
use Diastoma\Core\Trench\Deflection\Bores;

/** The same places are read at every stage: a trend needs two readings of one place. */
final readonly class BoresRead implements Rule
{
    public function __construct(private string $stage)
    {
    }

    public function id(): string
    {
        return "tr.{$this->stage}.places";
    }

    public function judge(Situation $situation): ?Finding
    {
        if (Row::of($situation->readings, $this->stage) === []) {
            return null;
        }
        $bores = new Bores($situation->readings);
        [$unread, $strange] = [$bores->unread($this->stage), $bores->strange($this->stage)];
        $at = static fn (array $places): string => implode(', ', array_map(
            static fn (float $m): string => $situation->print($m, Unit::Metre), array_filter($places, is_float(...)),
        ));
        [$severity, $said, $todo] = match (true) {
            $strange !== [] => [Severity::Mend, "Not read as laid: {$at($strange)}.", 'Read the same places as when it was laid.'],
            $unread !== [] => [Severity::Mend, "Still to read: {$at($unread)}.", 'Read every place that was read as laid.'],
            default => [Severity::Go, 'Every place read.', ''],
        };

        return new Finding($this->id(), $severity, $said, $todo, Source::commonPractice(), [$this->stage, Bores::LAID]);
    }
}
