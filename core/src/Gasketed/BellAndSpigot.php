<?php

declare(strict_types=1);

namespace Diastoma\Core\Gasketed;

use Diastoma\Core\Gasketed\Rules\SincePulled;
use Diastoma\Core\Gasketed\Steps\Assemble;
use Diastoma\Core\Gasketed\Steps\Check;
use Diastoma\Core\Gasketed\Steps\Deflect;
use Diastoma\Core\Gasketed\Steps\Receive;
use Diastoma\Core\Gasketed\Steps\Spigot;
use Diastoma\Core\Gasketed\Systems\JointSystem;
use Diastoma\Core\Procedure\Procedure;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;

/**
 * A gasketed joint of any system, from the stamp on the pipe to the bedded barrel. The system's settings draw the steps: adding a system adds a procedure.
 *
 * Facts it needs: dn_mm, wall_mm, od_largest_mm. It uses where they are there: pn_bar, pipe_length_m, service, planned_h_deg, planned_v_deg.
 */
final class BellAndSpigot extends Procedure
{
    protected const ONE_BY_ONE = ['lift'];

    /** Neither into pushing home nor past it: that is confirmed when it has been done. */
    protected const RUNS_ON = ['gasket', 'clean', 'seat', 'lubricate', 'align', 'deflect', 'support'];

    public const PREFIX = 'gasketed.';

    private readonly Made $made;

    public function __construct(private readonly JointSystem $system)
    {
        $this->made = new Made($system);
    }

    public function id(): string
    {
        return $this->system->procedureId();
    }

    public function title(): string
    {
        return $this->system->title;
    }

    public function shape(): string
    {
        return 'gasketed.'.$this->system->shape;
    }

    public function system(): JointSystem
    {
        return $this->system;
    }

    public function told(Step $step, Situation $situation): array
    {
        return Told::at($situation, $this->made, $step);
    }

    public function steps(Situation $situation): array
    {
        $again = $this->again($situation);
        $stale = Remade::stale($situation, array_merge(...array_map(static fn (Step $step): array => $step->readings, $again)));
        if ($stale !== []) {
            $again = array_map(static fn (Step $step): Step => self::sincePulled($step, $stale), $this->again(Remade::since($situation, $stale)));
        }

        return [...Receive::steps($situation, $this->made), Spigot::step($situation, $this->made), ...$again];
    }

    /** @return list<Step> the steps that are done again when the joint was pulled apart */
    private function again(Situation $situation): array
    {
        return [...Assemble::steps($situation, $this->made), ...Check::steps($situation, $this->made), ...Deflect::steps($situation, $this->made)];
    }

    public function certificate(): string
    {
        return 'mechanical';
    }

    public function joiningStep(array $steps): string
    {
        return 'push';
    }

    public function clocks(Situation $situation): array
    {
        return []; // no wait before the pressure test: gasketed joints hold at once [common practice]
    }

    /** @param  list<string>  $stale */
    private static function sincePulled(Step $step, array $stale): Step
    {
        $rules = array_map(static fn (Rule $rule): Rule => new SincePulled($rule, $stale), $step->rules);

        return new Step(
            $step->id, $step->title, $step->instruction, $step->readings, $rules, $step->cautions, $step->guide, $step->notNeeded, $stale, $step->gate,
            $step->group,
        );
    }

    public function acts(Situation $situation): array
    {
        return [PushStory::pushed()];
    }

    public function ages(Situation $situation): array
    {
        return PushStory::ages($this->system);
    }

    public function relations(Situation $situation): array
    {
        return PushStory::relations($this->system);
    }

    public function usualSizes(Situation $situation): array
    {
        return UsualSizes::of($situation);
    }
}
