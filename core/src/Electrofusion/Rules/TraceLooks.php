<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Rules;

use Diastoma\Core\Electrofusion\Diagnosis\Diagnosis;
use Diastoma\Core\Electrofusion\Diagnosis\TraceClass;
use Diastoma\Core\Electrofusion\Weld;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/** What the trace most looks like, as it was diagnosed when the record came in. */
final readonly class TraceLooks implements Rule
{
    public function __construct(private Weld $weld)
    {
    }

    public function id(): string
    {
        return $this->weld->rule('fusion.looks');
    }

    public function judge(Situation $situation): ?Finding
    {
        $class = $this->weld->diagnosedClass($situation);
        $found = $situation->readings->record($this->weld->recordKey())['diagnosis'] ?? null;
        if ($class === null || ! is_array($found)) {
            return null;
        }
        $confidence = is_numeric($found['confidence'] ?? null) ? (float) $found['confidence'] : 0.0;
        $severity = Diagnosis::severityOf($class, $confidence);
        $evidence = array_filter(is_array($found['evidence'] ?? null) ? $found['evidence'] : [], is_string(...));

        return new Finding(
            $this->id(),
            $this->weld->isPreheat && $severity === Severity::Stop ? Severity::Mend : $severity,
            "The trace looks: {$class->title()} (".round(100 * $confidence).' % sure).', match (true) {
                $class === TraceClass::Good => '', $this->weld->isPreheat => 'Let it cool, find the cause, and preheat this side again.',
                default => $class->advice(),
            },
            Diagnosis::source(), [$this->weld->recordKey()], why: implode(' ', $evidence),
        );
    }
}
