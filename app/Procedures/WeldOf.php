<?php

declare(strict_types=1);

namespace App\Procedures;

use App\Exceptions\Refused;
use Diastoma\Core\Electrofusion\Fused;
use Diastoma\Core\Electrofusion\Weld;
use Diastoma\Core\Procedure\ReadingKind;
use Diastoma\Core\Rulebook\Severity;

/** One fusion of a joint and whether it may be started now. */
final readonly class WeldOf
{
    private function __construct(public Subject $subject, public Weld $weld, private Fused $procedure)
    {
    }

    /** @throws Refused if this joint has no such fusion */
    public static function record(Subject $subject, string $record): self
    {
        if ($subject->procedure instanceof Fused) {
            foreach ($subject->procedure->welds() as $weld) {
                if ($weld->recordKey() === $record) {
                    return new self($subject, $weld, $subject->procedure);
                }
            }
        }
        throw Refused::input("This joint has no fusion “{$record}”. Load the page again.", [['field' => 'record', 'detail' => 'unknown', 'value' => $record]]);
    }

    /** @throws Refused if the step is shut, a stop is open, or it has been fused and may not be again */
    public function mustBeStartable(): void
    {
        $now = $this->subject->job->now()->toDateTimeImmutable();
        foreach ($this->subject->steps() as $step) {
            foreach ($step->readings as $spec) {
                if ($spec->kind === ReadingKind::Record && $spec->key === $this->weld->recordKey() && $step->gate?->isShutAt($now) === true) {
                    throw Refused::conflict($step->gate->said);
                }
            }
        }
        $refused = $this->procedure->startRefused($this->subject->situation(), $this->weld, $now);
        if ($refused !== '') {
            throw Refused::conflict($refused);
        }
        foreach ($this->subject->verdict()->findings as $finding) {
            if ($finding->severity === Severity::Stop && $finding->isOpen() && ! in_array($this->weld->recordKey(), $finding->readings, true)) {
                throw Refused::conflict("Stop: {$finding->said} {$finding->todo}");
            }
        }
    }
}
