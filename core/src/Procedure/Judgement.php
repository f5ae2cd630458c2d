<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure;

use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Overrule;
use Diastoma\Core\Rulebook\Severity;

/** Judges a work step by step: what each rule finds, what settles it, and how each step stands. */
final class Judgement
{
    /** @param  list<Step>  $steps */
    public static function of(Procedure $procedure, Situation $situation, array $steps, ?Judging $judging): Verdict
    {
        $readings = $situation->readings;
        $rulebook = $situation->rulebook;
        $findings = [];
        $standings = [];
        foreach ($steps as $step) {
            $found = self::findings($procedure, $step, $situation->knowing($findings), $judging);
            $worst = $found === [] ? null : Severity::Go;
            foreach ($found as $finding) {
                if ($worst !== null && $finding->isOpen() && $finding->severity->isWorseThan($worst)) {
                    $worst = $finding->severity;
                }
            }
            $standings[] = new StepStanding($step->id, $step->title, $step->missing($readings), $worst, $step->notNeeded !== '');
            array_push($findings, ...$found);
        }

        return new Verdict($procedure->id(), $rulebook->id, $rulebook->version, $findings, $standings, $procedure->allClocks($situation));
    }

    /** @return list<Finding> */
    private static function findings(Procedure $procedure, Step $step, Situation $situation, ?Judging $judging): array
    {
        $found = [];
        $readings = $situation->readings;
        foreach ($step->rules as $k => $rule) {
            $finding = $judging === null ? $rule->judge($situation) : $judging->ask("{$step->id}/{$k}", $rule, $situation);
            if ($finding === null) {
                continue;
            }
            $isOverruled = $readings->overrules !== [] && $finding->severity->rank() >= Severity::Mend->rank();
            $found[] = $finding->placed($step->id, $isOverruled ? self::overruleOf($procedure, $step, $finding, $readings) : null);
        }

        return $found;
    }

    private static function overruleOf(Procedure $procedure, Step $step, Finding $finding, Readings $readings): ?Overrule
    {
        foreach ($readings->overrules as $overrule) {
            if (! $finding->final && ! self::readSince($overrule, $finding, $readings) && $procedure->covers($overrule, $step, $finding)) {
                return $overrule;
            }
        }

        return null;
    }

    /** Whether something the finding is made of was read after the overrule: that was given for what stood then. */
    private static function readSince(Overrule $overrule, Finding $finding, Readings $readings): bool
    {
        foreach ($finding->readings as $key) {
            $reading = $readings->reading($key);
            if ($reading !== null && $reading->takenAt > $overrule->at) {
                return true;
            }
        }

        return false;
    }
}
