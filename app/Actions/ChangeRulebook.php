<?php

declare(strict_types=1);

namespace App\Actions;

use App\Exceptions\Refused;
use App\Journal\Draft;
use App\Journal\Journal;
use App\Journal\Rows;
use App\Models\Job;
use App\Models\Person;
use App\Models\Rulebook;
use App\Procedures\Held;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Procedure\Listing;
use Diastoma\Core\Rulebook\HoldPoint;
use Diastoma\Core\Rulebook\Rulebook as CoreRulebook;
use Diastoma\Core\Rulebook\Rulebooks;
use Diastoma\Core\Rulebook\Schools;
use Diastoma\Core\Sitting\Action;
use Diastoma\Core\Sitting\Certified;
use Diastoma\Core\Sitting\HoldPlan;
use Diastoma\Core\Sitting\Refused as NotTaken;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/**
 * Tightens or loosens a limit of a job, or chooses a school. The first change copies the shipped rulebook; every change is a new version and a journal
 * entry.
 */
final class ChangeRulebook
{
    private const SHORTEST_REASON = 10;

    public function __construct(private readonly Journal $journal)
    {
    }

    /** @throws Refused if this person may not, the limit is unknown, or no reason is given */
    public function limit(Job $job, Person $person, string $id, float $value, string $reason): Rulebook
    {
        $reason = $this->may($job, $person, $reason);
        $old = $job->rules();
        $limit = $old->all()[$id] ?? throw Refused::input(
            'There is no such limit in this rulebook. Load the page again.', [['field' => 'limit', 'detail' => 'unknown', 'value' => $id]],
        );
        if (! is_finite($value) || $value < 0 && $limit->value >= 0) {
            throw Refused::input(
                "{$limit->title}: the new value must be a number of the same kind as {$limit->value}.",
                [['field' => 'value', 'detail' => 'not possible', 'value' => $value, 'limit' => $limit->value]],
            );
        }
        if ($value === $limit->value) {
            throw Refused::input(
                "{$limit->title} is {$old->print($value, $limit->unit)} already. Nothing was changed.",
                [['field' => 'value', 'detail' => 'unchanged', 'value' => $value]],
            );
        }

        return $this->keep($job, $person, $this->own($old, $job)->withLimit($id, $value, $person->name, $reason), [
            'limit' => $id, 'title' => $limit->title, 'from' => $old->print($limit->value, $limit->unit), 'to' => $old->print($value, $limit->unit),
            'reason' => $reason,
        ]);
    }

    /** @throws Refused if this person may not, the school is unknown, or no reason is given */
    public function school(Job $job, Person $person, string $id, string $reason): Rulebook
    {
        $reason = $this->may($job, $person, $reason);
        $old = $job->rules();
        $school = Schools::find($old, $id) ?? throw Refused::input(
            'There is no such school in this rulebook. Load the page again.', [['field' => 'school', 'detail' => 'unknown', 'value' => $id]],
        );

        return $this->keep(
            $job, $person, $this->own($old, $job)->withSchool($school, $person->name, $reason),
            ['limit' => $id, 'title' => $school->title, 'from' => '', 'to' => 'chosen', 'reason' => $reason],
        );
    }

    /**
     * Another rulebook of those that ship, in place of the one the job works by. Joints that are finished keep the one they were judged by.
     *
     * @throws Refused if this person may not, there is no such rulebook, it is the one in force, or no reason is given
     */
    public function base(Job $job, Person $person, string $id, string $reason): Rulebook
    {
        $reason = $this->may($job, $person, $reason);
        $new = Rulebooks::of($id) ?? throw Refused::input(
            'There is no such rulebook. Choose one of the list.', [['field' => 'rulebook', 'detail' => 'unknown', 'value' => $id]],
        );
        $old = $job->rules();
        if (explode('-', $old->id)[0] === $id) {
            throw Refused::input(
                "This job works by {$old->title} already. Nothing was changed.", [['field' => 'rulebook', 'detail' => 'unchanged', 'value' => $id]],
            );
        }
        $last = Rulebook::where('key', "{$new->id}-{$job->number}")->max('version');
        $new = $new->withHoldPoints($old->holdPoints)->withChoice(Certified::CHOICE, $old->choices[Certified::CHOICE] ?? []); // who looks stays as it is

        return $this->keep(
            $job, $person, $new->copiedFor($job->number)->inVersion((int) ($last ?? 0) + 1),
            ['limit' => 'rulebook', 'title' => 'Rulebook of the job', 'from' => $old->title, 'to' => $new->title, 'reason' => $reason],
        );
    }

    /**
     * A hold point more.
     *
     * @param  array{occasion: string, roles: list<string>, procedure?: ?string, step?: ?string}  $given
     *
     * @throws Refused|InvalidInput if this person may not, or it cannot be
     */
    public function hold(Job $job, Person $person, array $given, string $reason): Rulebook
    {
        $reason = $this->may($job, $person, $reason, Action::KeepHoldPoints);
        $old = $this->own($job->rules(), $job);
        $all = HoldPlan::add(
            $old->holdPoints, $given['occasion'], $given['roles'], (string) ($given['procedure'] ?? ''), (string) ($given['step'] ?? ''),
            $job->now()->toDateTimeImmutable(), Held::procedures($job),
        );
        $added = $all[count($all) - 1];

        return $this->keep($job, $person, $old->withHoldPoints($all), [
            'limit' => $added->key(), 'title' => "Hold point: {$added->occasion->title()}", 'from' => '', 'to' => implode(', ', $added->roles),
            'reason' => $reason,
        ]);
    }

    /** @throws Refused if this person may not take it off */
    public function dropHold(Job $job, Person $person, string $id, string $reason): Rulebook
    {
        $reason = $this->may($job, $person, $reason, Action::KeepHoldPoints);
        $old = $this->own($job->rules(), $job);
        $left = HoldPlan::remove($old->holdPoints, $id, $person->sitter($job));
        if ($left instanceof NotTaken) {
            throw Refused::of($left);
        }
        $gone = array_values(array_filter($old->holdPoints, static fn (HoldPoint $h): bool => $h->id === $id))[0];

        return $this->keep($job, $person, $old->withHoldPoints($left), [
            'limit' => $gone->key(), 'title' => "Hold point: {$gone->occasion->title()}", 'from' => implode(', ', $gone->roles), 'to' => 'taken off',
            'reason' => $reason,
        ]);
    }

    /**
     * Steps whose statements are answered one by one on this job, on no list.
     *
     * @param  list<string>  $steps  as “procedure/step”
     *
     * @throws Refused if nothing changes, or the job has no such step
     */
    public function oneByOne(Job $job, Person $person, array $steps, string $reason): Rulebook
    {
        $reason = $this->may($job, $person, $reason);
        $old = $this->own($job->rules(), $job);
        $titles = Held::titles(Held::procedures($job));
        $wanted = array_values(array_unique($steps));
        sort($wanted);
        $before = $old->choices[Listing::CHOICE] ?? [];
        $unknown = array_diff($wanted, array_keys($titles), $before);
        if ($unknown !== [] || $wanted === $before) {
            throw Refused::input(
                $unknown === [] ? 'These are answered one by one already. Nothing was changed.' : 'This job has no such step. Load the page again.',
                [['field' => 'one_by_one', 'detail' => $unknown === [] ? 'unchanged' : 'unknown', 'value' => array_values($unknown)]],
            );
        }
        $words = static fn (array $of): string => $of === [] ? 'those that can hurt' : implode(', ',
            array_map(static fn (string $at): string => $titles[$at] ?? $at, $of));

        return $this->keep($job, $person, $old->withChoice(Listing::CHOICE, $wanted), [
            'limit' => Listing::CHOICE, 'title' => 'Answered one by one', 'from' => $words($before), 'to' => $words($wanted), 'reason' => $reason,
        ]);
    }

    /**
     * Kinds of certificates that the job asks for.
     *
     * @param  list<string>  $kinds
     *
     * @throws Refused if this person may not, or nothing would change
     */
    public function certificates(Job $job, Person $person, array $kinds, string $reason): Rulebook
    {
        $reason = $this->may($job, $person, $reason);
        $old = $this->own($job->rules(), $job);
        $wanted = array_values(array_intersect(Certified::askable(), $kinds));
        $before = $old->choices[Certified::CHOICE] ?? [];
        if ($wanted === $before) {
            throw Refused::input('The job asks for these already. Nothing was changed.', [['field' => 'certificates', 'detail' => 'unchanged']]);
        }
        $words = static fn (array $of): string => $of === [] ? 'electrofusion only' : implode(', ', $of);

        return $this->keep($job, $person, $old->withChoice(Certified::CHOICE, $wanted), [
            'limit' => Certified::CHOICE, 'title' => 'Certificates asked for', 'from' => $words($before), 'to' => $words($wanted), 'reason' => $reason,
        ]);
    }

    private function may(Job $job, Person $person, string $reason, Action $action = Action::ChangeRulebook): string
    {
        $person->must($action, $job);
        $reason = trim($reason);

        return mb_strlen($reason) >= self::SHORTEST_REASON ? $reason : throw Refused::input(
            'Give the reason in a sentence: who asked for it, and why. It stays visible for ever.',
            [['field' => 'reason', 'detail' => 'too short', 'value' => $reason]],
        );
    }

    /** The job's own copy: a shipped rulebook is never changed. */
    private function own(CoreRulebook $rulebook, Job $job): CoreRulebook
    {
        return Rulebooks::of($rulebook->id) === null ? $rulebook : $rulebook->copiedFor($job->number);
    }

    /** @param  array<string, string>  $change */
    private function keep(Job $job, Person $person, CoreRulebook $new, array $change): Rulebook
    {
        return DB::transaction(function () use ($job, $person, $new, $change): Rulebook {
            Job::query()->lockForUpdate()->findOrFail($job->id);
            if (Rulebook::where('key', $new->id)->where('version', $new->version)->exists()) {
                throw Refused::conflict('Somebody else has changed this rulebook just now. Load the page again and look before you change it.');
            }
            $row = Rulebook::create(['key' => $new->id, 'version' => $new->version, 'title' => $new->title, 'payload' => $new->toArray()]);
            $this->journal->append(
                $job, $person,
                new Draft(
                    (string) Str::uuid(), Journal::RULEBOOK, 'job', $job->id,
                    ['rulebook' => $new->id, 'version' => $new->version, ...$change, ...Rows::of($row->refresh())], $job->now()->format('Y-m-d\TH:i:sP'),
                ),
            );
            $job->update(['rulebook_id' => $row->id]);
            $job->setRelation('rulebook', $row);

            return $row;
        });
    }
}
