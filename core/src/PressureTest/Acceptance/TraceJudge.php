<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Acceptance;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\PressureTest\Control;
use Diastoma\Core\PressureTest\Figure;
use Diastoma\Core\PressureTest\Medium;
use Diastoma\Core\PressureTest\PressureTrace;
use Diastoma\Core\PressureTest\Reading\Diagnosis;
use Diastoma\Core\PressureTest\Reading\Meaning;
use Diastoma\Core\PressureTest\Reading\ShutIn;
use Diastoma\Core\PressureTest\Run\Run;
use Diastoma\Core\PressureTest\Site\SimpleSection;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\Standing;
use Diastoma\Core\PressureTest\TestMethod;
use Diastoma\Core\PressureTest\TestMethods;
use Diastoma\Core\PressureTest\TestPlan;
use Diastoma\Core\PressureTest\TestVerdict;
use Diastoma\Core\Rulebook\Finding;

/** Acceptance of a trace by itself, without a plan that somebody followed: the stretch to judge is looked for in it. */
final readonly class TraceJudge
{
    /** How near the test pressure counts as having reached it. */
    private const REACHED = 0.995;

    /** @param  array<string, mixed>  $facts  of the section file */
    public function __construct(private PressureTrace $trace, private array $facts)
    {
    }

    /**
     * @return array{method: string, verdict: string, advises_only: bool, figures: array<string, mixed>, source: string}
     *
     * @throws InvalidInput if there is no such method, or the trace or the section lacks what it needs
     */
    public function judge(string $id): array
    {
        $method = TestMethods::of($id);
        $section = TestSection::fromArray(SimpleSection::facts($this->facts, $method));
        $plan = $method->plan($section, $this->facts);
        $test = $this->facts['test_kpa'] ?? null;
        $plan = is_int($test) || is_float($test) ? $plan->targeting((float) $test) : $plan;
        $verdict = $method->judge(
            new Run(
                $this->trace, $this->marks($plan),
                array_map(
                    static fn (mixed $v): bool|float => is_bool($v) ? $v : (float) $v,
                    array_filter($this->facts, static fn (mixed $v): bool => is_bool($v) || is_int($v) || is_float($v)),
                ),
                isGuessed: true, // what is worked out here never counts as the tester's own mark
            ),
            $plan, $section,
        );
        $this->refuseUnread($verdict);

        return [
            'method' => $id, 'verdict' => $this->word($method, $verdict), 'advises_only' => $method->standing() !== Standing::Proves,
            'figures' => [
                // a diagnosis without an allowance would call every fall a leak: the method's own is used
                ...($method->medium() === Medium::Water ? ['allowance_l_h' => Meaning::allowedLPerH($plan, $section)] : []), ...$verdict->figures,
                'findings' => array_map(static fn (Finding $f): string => "{$f->severity->value}: {$f->said}", $verdict->findings),
                'arithmetic' => array_map(static fn (Figure $f): array => $f->toArray(), $verdict->arithmetic),
            ],
            'source' => $method->source()->tag(),
        ];
    }

    private function word(TestMethod $method, TestVerdict $verdict): string
    {
        return match (true) {
            $verdict->isUndecided() => 'extend',
            $method->standing() === Standing::Advises => $verdict->reading === 'sound' ? 'pass' : $verdict->reading,
            default => $verdict->passed() ? 'pass' : 'fail',
        };
    }

    private function refuseUnread(TestVerdict $verdict): void
    {
        if ($verdict->arithmetic === [] && $verdict->findings !== []) {
            $said = array_values(array_filter($verdict->findings, static fn (Finding $f): bool => $f->severity->rank() > 0))[0] ?? $verdict->findings[0];
            throw InvalidInput::field('trace', trim("{$said->said} {$said->todo}"));
        }
    }

    /**
     * Where the judged phase begins, unless letting out shows it: from when the pump stopped, or from when the pressure was first reached.
     *
     * @return list<array{t: float, phase: string}>
     */
    private function marks(TestPlan $plan): array
    {
        $judged = $plan->judged();
        foreach ($plan->phases as $phase) {
            if ($phase->control === Control::Lower || str_contains($phase->id, 'step_')) {
                return [];
            }
        }
        if ($judged->control === Control::Hold) {
            foreach ($this->trace->p as $k => $kpa) {
                if ($kpa >= self::REACHED * $judged->targetKpa) {
                    return count($plan->phases) > 2 ? [] : [['t' => $this->trace->t[$k], 'phase' => $judged->id]];
                }
            }
            throw InvalidInput::field(
                'trace', 'The pressure of '.round($judged->targetKpa, 1).' kPa was never reached in this trace.', max($this->trace->p), $judged->targetKpa,
            );
        }
        if ($plan->medium === Medium::Air) { // filled and settled before the record begins
            return [['t' => $this->trace->t[0], 'phase' => $judged->id]];
        }
        $shut = ShutIn::find($this->trace->thinned(Diagnosis::MOST)->rows());
        $begun = 0.0;
        foreach ($shut->before as $s) {
            $begun = $s['p'] < 0.05 * $shut->samples[0]['p'] ? $s['t'] : $begun;
        }

        return [['t' => $begun, 'phase' => 'raise'], ['t' => $shut->samples[0]['t'], 'phase' => $judged->id]];
    }
}
