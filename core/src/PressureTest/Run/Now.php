<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Run;

use Diastoma\Core\PressureTest\Phase;
use Diastoma\Core\PressureTest\TestPlan;

/** Where a running test stands: the phase it is in, when that ends, what comes next. Seconds from the start. */
final readonly class Now
{
    private function __construct(public Phase $phase, public float $beganS, public float $endsS, public ?Phase $next)
    {
    }

    /** @param  list<array{t: float, phase: string}>  $marks  where the tester began phases; the rest follows the plan */
    public static function at(TestPlan $plan, array $marks, float $elapsedS): self
    {
        $marked = array_column($marks, 't', 'phase');
        $at = 0.0;
        $now = null;
        foreach ($plan->phases as $k => $phase) {
            $began = $marked[$phase->id] ?? $at;
            $end = $began + 60 * $phase->minutes;
            $later = array_filter(array_slice($plan->phases, $k + 1), static fn (Phase $p): bool => isset($marked[$p->id]) && $marked[$p->id] <= $elapsedS);
            if ($later === [] && ($now === null || ($marks === [] ? $elapsedS >= $began : isset($marked[$phase->id])))) {
                $now = new self($phase, $began, $end, $plan->phases[$k + 1] ?? null);
            }
            $at = $end;
        }

        return $now ?? new self($plan->phases[0], 0.0, 60 * $plan->phases[0]->minutes, $plan->phases[1] ?? null);
    }

    /**
     * The wait as a clock shows it.
     *
     * @param  \DateTimeImmutable  $began  start of the test
     * @param  float  $speed  of a simulated one: seconds of the test in one of the job
     * @return array{title: string, then: string, starts_at: string, due_at: string}
     */
    public function clock(\DateTimeImmutable $began, float $speed = 1.0): array
    {
        $at = static fn (float $s): string => $began->modify('+'.(int) round(1000 * $s / $speed).' milliseconds')->format('Y-m-d\TH:i:sP');

        return [
            'title' => $this->phase->title, 'then' => $this->next === null ? 'Read it, and finish the test.' : "{$this->next->title}: {$this->next->do}",
            'starts_at' => $at($this->beganS), 'due_at' => $at($this->endsS),
        ];
    }

    /** @return array{phase: string, title: string, do: string, began_s: float, ends_s: float, next: ?string, next_do: ?string} */
    public function toArray(): array
    {
        return [
            'phase' => $this->phase->id, 'title' => $this->phase->title, 'do' => $this->phase->do, 'began_s' => $this->beganS, 'ends_s' => $this->endsS,
            'next' => $this->next?->title, 'next_do' => $this->next?->do,
        ];
    }
}
