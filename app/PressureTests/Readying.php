<?php

declare(strict_types=1);

namespace App\PressureTests;

use App\Journal\Journal;
use App\Models\Entry;
use App\Models\Nonconformance;
use App\Models\PressureTest;
use App\Models\Section;
use App\Procedures\Subject;
use Diastoma\Core\PressureTest\GaugeRange;
use Diastoma\Core\PressureTest\Readiness;
use Diastoma\Core\PressureTest\Reading\Material;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\TestPlan;
use Diastoma\Core\Procedure\Story\StoryOf;
use Diastoma\Core\Rulebook\Overrule;
use Diastoma\Core\Sitting\State;

/** Whether a section may be tested now by a plan, and who says so. */
final class Readying
{
    /**
     * @param  ?Subject  $preparation  of the section, where it was read already
     * @param  ?\DateTimeImmutable  $at  a moment before now, of a test that was begun without signal: what was answered later does not count
     */
    public static function of(
        Section $section, TestPlan $plan, ?TestSection $facts = null, ?Subject $preparation = null, ?\DateTimeImmutable $at = null,
    ): Readiness {
        $preparation ??= Subject::section($section, $plan->medium->value);
        $joints = $section->joints->map(static fn ($joint): array => [
            'number' => (string) $joint->number, 'state' => $joint->state,
            'accepted' => in_array($joint->state, State::accepted(), true), 'test_at' => $joint->test_at?->toDateTimeImmutable(),
        ])->all();
        $last = $section->tests()->whereNotNull('ended_at')->reorder('number', 'desc')->first(); // one that is planned has changed nothing yet
        $rest = $last === null ? null : $last->ended_at?->addMinutes((int) ceil(60 * Recorded::method($last)->restHours()));

        return Readiness::of(
            array_values($joints), $at === null ? $preparation->verdict() : $preparation->sitting()->verdictAt($at),
            $at ?? $section->main->job->now()->toDateTimeImmutable(),
            $rest?->toDateTimeImmutable(), $plan->window['feasible'] ? null : $plan->window['said'], self::mended($last),
            self::overrules($preparation, $last, $at), ($facts ?? KnownFacts::of($section))->main()->material === Material::Composite,
            array_values(Nonconformance::holdingTestOf($section)->pluck('number')->all()), Signed::waits($last),
            self::alsoOpen($preparation, $plan, $at, $at ?? $section->main->job->now()->toDateTimeImmutable()),
        );
    }

    /** @return array<string, string> what keeps a step open beside its answers when the test begins: seen to too long ago, a gauge that does not read it */
    private static function alsoOpen(Subject $preparation, TestPlan $plan, ?\DateTimeImmutable $at, \DateTimeImmutable $now): array
    {
        $sitting = $preparation->sitting();
        $situation = $at === null ? $sitting->situation() : $sitting->situation()->at($at);

        return [...StoryOf::stale($sitting->work->procedure, $situation, $now), ...GaugeRange::against($situation, $plan)];
    }

    private static function mended(?PressureTest $last): ?bool
    {
        return $last === null || $last->state !== 'failed' ? null
            : Entry::where('subject_type', 'test')->where('subject_id', $last->id)->where('kind', Journal::TEST_MEND)->exists();
    }

    /** @return list<Overrule> of gates, given since the last test was over */
    private static function overrules(Subject $preparation, ?PressureTest $last, ?\DateTimeImmutable $at): array
    {
        $since = $last === null ? 0 : (int) Entry::where('subject_type', 'test')->where('subject_id', $last->id)->max('seq');

        return array_values(array_filter(
            $preparation->overruled($since), static fn (Overrule $o): bool => str_starts_with($o->rule, Readiness::OVERRULE) && ($at === null || $o->at <= $at),
        ));
    }

    /**
     * Who answered what, with what instrument, and what was overruled: kept with the test as it stood.
     *
     * @return array{answers: list<array<string, mixed>>, gates: list<array<string, mixed>>}
     */
    public static function record(Section $section, Readiness $readiness, TestPlan $plan): array
    {
        $subject = Subject::section($section, $plan->medium->value);
        $readings = $subject->readings();
        $answers = [];
        foreach ($subject->steps() as $step) {
            foreach ($step->readings as $spec) {
                $reading = $readings->reading($spec->key);
                if ($reading !== null) {
                    $answers[] = [
                        'step' => $step->title, 'question' => $spec->label, 'answer' => $reading->value, 'at' => $reading->takenAt->format('Y-m-d\TH:i:sP'),
                        'by' => $reading->by,
                    ];
                }
            }
        }

        return ['answers' => $answers, 'gates' => $readiness->gates];
    }
}
