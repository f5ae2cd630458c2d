<?php

declare(strict_types=1);

namespace App\Procedures;

use App\Exceptions\Refused;
use App\Journal\Draft;
use App\Journal\Journal;
use App\Models\Entry;
use App\Models\Job;
use App\Models\Person;
use App\Models\Taking;
use Diastoma\Core\Sitting\Action;
use Diastoma\Core\Sitting\AlongRights;
use Diastoma\Core\Sitting\Person as Sitter;

/** Whose entry it is, and by which rights: those of today, or those of the day on which a main was taken along. */
final readonly class Author
{
    /**
     * @param  Person  $sender  whoever sends it
     * @param  array<string, mixed>  $marks  what the entry keeps of it
     */
    private function __construct(public Person $person, public Person $sender, private Job $job, private ?AlongRights $rights, public array $marks)
    {
    }

    /**
     * @param  Person  $sender  who is signed in
     * @param  ?string  $along  pass of the taking under which it was made; null where it was made with signal
     * @param  ?string  $for  id of whoever made it, where somebody else hands it in
     *
     * @throws Refused if the one may not enter it, or the other may not hand it in
     */
    public static function of(Person $sender, Job $job, Draft $draft, ?string $along = null, ?string $for = null): self
    {
        $isHandedIn = $for !== null && $for !== $sender->id;
        $isHandedIn && $sender->must(Action::KeepPeople, $job);
        $person = $isHandedIn ? Person::query()->findOrFail($for) : $sender;
        $taking = $along === null ? null : Taking::of($along, $job, $person, $isHandedIn);
        $now = $person->left_at === null ? $person->roleOn($job) : null;
        $rights = $taking === null ? null : new AlongRights(
            $taking->role, new \DateTimeImmutable($taking->taken_at), $now, $now === null ? self::endedAt($person, $job) : null,
        );
        $at = new \DateTimeImmutable($draft->deviceAt);
        $refusal = $isHandedIn ? AlongRights::handInRefusal($draft->kind, $rights, $at) : $rights?->judgementRefusal($draft->kind);
        if ($refusal !== null) {
            throw Refused::forbidden($refusal);
        }
        if ($rights === null || ! $isHandedIn && ! $rights->holdFor($draft->kind, $at, $job->now()->toDateTimeImmutable())) {
            $rights = null;
            $now === null && throw Refused::nothing();
        }
        $mark = $rights?->mark();

        return new self($person, $sender, $job, $rights, [
            ...($mark === null ? [] : [AlongRights::MARK => $mark]), ...($isHandedIn ? ['handed_in_by' => $sender->name] : []),
        ]);
    }

    /** When somebody was taken off a job or left, by the clock of the job; null where its record does not say. */
    private static function endedAt(Person $person, Job $job): ?\DateTimeImmutable
    {
        if ($person->left_at !== null) {
            return $person->left_at->addSeconds($job->clock_ahead_s)->toDateTimeImmutable();
        }
        $off = Entry::where('job_id', $job->id)->where('kind', Journal::CREW)->where('subject_id', $person->id)->orderByDesc('seq')->first();

        return $off === null || ! isset($off->data()['gone']['memberships']) ? null : new \DateTimeImmutable($off->device_at);
    }

    /** As the core knows them. */
    public function sitter(): Sitter
    {
        $this->job->mustBeOpen();

        return $this->rights === null ? $this->person->sitter($this->job) : $this->person->sitterAs($this->rights->role);
    }
}
