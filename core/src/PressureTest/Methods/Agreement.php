<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Methods;

use Diastoma\Core\PressureTest\Control;
use Diastoma\Core\PressureTest\Reading\Cause;
use Diastoma\Core\PressureTest\Reading\Meaning;
use Diastoma\Core\PressureTest\TestVerdict;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/**
 * A pass beside a diagnosis that says otherwise is never left unsaid. A leak that is surely more than the method lets pass, or a gauge that lies in the
 * judged phase, keeps the section from being
 * accepted; anything else is named. Where water is metered while a pressure is held the meter has the word.
 */
final class Agreement
{
    /** From here on a diagnosis is sure enough to keep a section from passing: from memory. */
    private const SURE = 0.9;

    /** How many times what the method lets pass a leak must surely be: from memory, pipe data are never exact. */
    private const MORE = 1.25;

    public static function of(TestVerdict $verdict, Seen $seen, string $method): TestVerdict
    {
        $control = $seen->plan->judged()->control;
        if (! $verdict->passed() || $control === Control::Lower) {
            return $verdict;
        }
        $meaning = Meaning::of($seen->trace(), $seen->plan, $verdict, $seen->section);
        $found = [];
        foreach (is_array($meaning['looks_like'] ?? null) ? $meaning['looks_like'] : [] as $look) {
            $cause = is_array($look) && is_string($look['cause'] ?? null) ? Cause::tryFrom($look['cause']) : null;
            $evidence = is_array($look) && is_string($look['evidence'] ?? null) ? $look['evidence'] : '';
            // topping up makes jumps of its own
            if ($cause !== null && ! in_array($cause, [Cause::Tight, Cause::Creep], true) && ($cause !== Cause::Gauge || $control === Control::Shut)) {
                $found[] = self::finding($cause, $evidence, $meaning ?? [], $method, $control);
            }
        }

        return $verdict->with(...$found);
    }

    /** @param  array<string, mixed>  $meaning */
    private static function finding(Cause $cause, string $evidence, array $meaning, string $method, Control $control): Finding
    {
        $number = static fn (string $key): float => is_int($meaning[$key] ?? null) || is_float($meaning[$key] ?? null) ? (float) $meaning[$key] : 0.0;
        $beyond = $cause === Cause::Leak && $control === Control::Shut && $number('confidence') >= self::SURE
            && $number('leak_l_per_h') - $number('leak_uncertainty_l_per_h') > self::MORE * $number('allowed_l_per_h');
        $lies = $cause === Cause::Gauge;
        $sure = round(100 * $number('confidence'));

        return new Finding("test.{$method}.looks.{$cause->value}", $beyond || $lies ? Severity::Mend : Severity::Watch, match ($cause) {
            Cause::Leak => "The figures pass, but the trace looks like a leak, {$sure} % sure: {$evidence}",
            Cause::Gauge => "The figures pass, but the gauge cannot be trusted: {$evidence}",
            Cause::Air => "There is air in it: {$evidence}",
            default => "Warmth takes part: {$evidence}",
        }, $beyond ? 'Hold longer, or look for it before this is signed. '.$cause->todo() : $cause->todo(), Source::fromMemory(
            '', 'thresholds of the reading of traces',
        ), ['trace']);
    }
}
