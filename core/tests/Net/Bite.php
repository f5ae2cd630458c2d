<?php

declare(strict_types=1);

namespace Core\Tests\Net;

use Diastoma\Core\Catalogue\Procedures;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;

/** Where each limit bites, found by judging good work: which limits a rule of a step asks for, and which readings it judges by them. */
final class Bite
{
    private const MOST_LABELS = 3;

    /** @return list<string> titles of all steps, in the order of the work */
    public static function steps(): array
    {
        $titles = [];
        foreach (Procedures::ids() as $id) {
            $walk = new Walk($id);
            $before = -1;
            foreach ($walk->procedure->steps(new Situation($walk->made(), $walk->facts(), $walk->rulebook)) as $step) {
                $at = array_search(self::title($step), $titles, true);
                if ($at === false) {
                    $at = $before + 1; // new ones stand behind the step they follow
                    array_splice($titles, $at, 0, [self::title($step)]);
                }
                $before = (int) $at;
            }
        }

        return $titles;
    }

    /** @return array<string, array<string, list<string>>> labels of the readings, by step, by limit; in the order of the work */
    public static function found(): array
    {
        $found = [];
        foreach (Procedures::ids() as $id) {
            foreach (['iso', 'us'] as $rulebook) {
                self::walk(new Walk($id, $rulebook), $found);
            }
        }
        ksort($found);

        return $found;
    }

    /** @param  array<string, array<string, list<string>>>  $found */
    private static function walk(Walk $walk, array &$found): void
    {
        $made = $walk->made();
        $labels = [];
        $steps = $walk->procedure->asked(new Situation($made, $walk->facts(), $walk->rulebook));
        foreach ($steps as $step) {
            foreach ($step->readings as $spec) {
                $labels[$spec->key] = self::plain($spec->label);
            }
        }
        $known = [];
        foreach ($steps as $step) {
            foreach ($step->rules as $rule) {
                $fresh = $walk->fresh();
                $situation = (new Situation($made, $walk->facts(), $fresh))->knowing($known);
                $finding = $rule->judge($situation); // its rules were drawn by another rulebook: what this one is asked for is what they judge by
                if ($finding === null) {
                    continue;
                }
                $known[] = $finding->placed($step->id, null);
                foreach (Walk::limitsAsked($fresh) as $limit) {
                    $title = self::title($step);
                    $said = array_values(array_unique([...($found[$limit][$title] ?? []), ...array_filter(array_map(
                        static fn (string $key): string => $labels[$key] ?? '', $finding->readings,
                    ))]));
                    $found[$limit][$title] = array_slice($said, 0, self::MOST_LABELS);
                }
            }
        }
    }

    /** “End B: gouge” is the gouge of an end. */
    private static function plain(string $label): string
    {
        return ucfirst(trim((string) preg_replace('/\A(End [A-D]|Side [AB]|Left|Right|Left coupler|Right coupler|Restraint \d): /', '', rtrim($label, '?'))));
    }

    private static function title(Step $step): string
    {
        return (string) preg_replace('/\ARestraint \d(: fuse)?\z/', 'Restraints', $step->title);
    }
}
