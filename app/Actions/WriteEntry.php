<?php

declare(strict_types=1);

namespace App\Actions;

use App\Exceptions\Refused;
use App\Journal\Draft;
use App\Journal\Journal;
use App\Models\Entry;
use App\Models\Equipment;
use App\Models\Joint;
use App\Models\Person;
use App\Pictures\Brought;
use App\Pictures\Pictures;
use App\Procedures\Author;
use App\Procedures\Subject;
use Diastoma\Core\Procedure\Verdict;
use Diastoma\Core\Sitting\Entry as Item;
use Diastoma\Core\Sitting\Instrument;
use Diastoma\Core\Sitting\Refused as NotTaken;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** Brings one entry of a person before the core, writes it once where it is taken, and judges its subject again. */
final class WriteEntry
{
    public function __construct(private readonly Journal $journal, private readonly ProjectWork $project, private readonly RunFusion $fusions)
    {
    }

    /**
     * @param  ?string  $along  the taking under which it was made without signal
     * @param  ?string  $for  whoever made it, where somebody else hands it in
     * @return array{Entry, Verdict, bool, Subject} entry, verdict, whether the entry is new, and the subject as it stands now
     *
     * @throws Refused if this person may not, or the time cannot be
     */
    public function execute(Person $sender, Draft $draft, ?string $along = null, ?string $for = null): array
    {
        $subject = Subject::find($draft->subjectType, $draft->subjectId);
        $author = Author::of($sender, $subject->job, $draft, $along, $for);
        if ($subject->model instanceof Joint && $this->fusions->settleAll($subject->model) > 0) {
            $subject = Subject::find($draft->subjectType, $draft->subjectId); // what had run out stands before what comes now
        }
        $draft = $draft->with($draft->payload, Journal::now());
        // judged before the job's chain is held, so that twenty tablets wait for one another's writing only, not for one another's judging
        $seq = $subject->job->journal_seq;
        $judged = $this->judgedFirst($subject, $author, $draft);

        return DB::transaction(function () use ($subject, $author, $draft, $seq, $judged): array {
            $head = $this->journal->lock($subject->job); // of two at once the second is asked about what the first has left
            $known = Entry::with('person')->find($draft->id);
            if ($known === null && ($judged === null || ! $this->journal->isQuiet($head, $seq, $draft->subjectId))) {
                $subject = Subject::find($draft->subjectType, $draft->subjectId);
                $judged = $this->judge($subject, $author, $draft);
            }
            $sent = $draft->with([...($known === null && $judged !== null ? $judged[0] : $draft->payload), 'sent' => Journal::fingerprint($draft->payload)],
                $draft->serverAt);
            [$entry, $isNew] = $this->journal->appendTo($head, $author->person, $sent, $known);
            if (! $isNew || $judged === null) {
                $subject = Subject::find($draft->subjectType, $draft->subjectId);

                return [$entry, $subject->verdict(), false, $subject];
            }
            $subject->goOn($entry);
            $subject->model->save();
            if (str_ends_with(is_string($entry->data()['key'] ?? null) ? $entry->data()['key'] : '', 'label_code')) {
                $subject = Subject::find($draft->subjectType, $draft->subjectId); // what is known of a fitting of this code belongs to its facts now
            }
            $entry->kind === Item::PICTURE && Pictures::show($entry->data()['sha256'], $subject->job->id);

            return [$entry, $judged[1], true, $subject];
        });
    }

    /**
     * The same entry sent twice at once may be judged while the other is written: what is refused then because of itself is known by now.
     *
     * @return ?array{array<string, mixed>, Verdict} see judge(); null where the entry is known
     *
     * @throws Refused if this person may not, or the core does not take it
     */
    private function judgedFirst(Subject $subject, Author $author, Draft $draft): ?array
    {
        if (self::isKnown($draft)) {
            return null;
        }
        try {
            return $this->judge($subject, $author, $draft);
        } catch (Refused $refused) {
            return self::isKnown($draft) ? null : throw $refused;
        }
    }

    /** @phpstan-impure others write meanwhile */
    private static function isKnown(Draft $draft): bool
    {
        return Entry::whereKey($draft->id)->exists();
    }

    /**
     * @return array{array<string, mixed>, Verdict} the entry as it is to be kept, and how its subject stands with it: told to its model, not stored yet
     *
     * @throws Refused if this person may not, or the core does not take it
     */
    private function judge(Subject $subject, Author $author, Draft $draft): array
    {
        $payload = $this->taken($subject, $author, $draft);

        return [$payload, $this->project->onto($subject)];
    }

    /**
     * @return array<string, mixed> the entry as it is to be kept
     *
     * @throws Refused if the core does not take it
     */
    private function taken(Subject $subject, Author $author, Draft $draft): array
    {
        $item = new Item(
            $draft->id, $draft->kind, $draft->payload, new \DateTimeImmutable($draft->deviceAt), $author->person->name,
            new \DateTimeImmutable($draft->serverAt ?? Journal::now()),
        );
        $named = $draft->payload['value'] ?? null; // only where one may be named does it matter which there are
        $several = in_array($draft->kind, [Item::LIST, Item::SHIFT], true);
        $sitting = $subject->sitting($several || is_string($named) && Str::isUuid($named) ? $this->instruments($subject) : []);
        $checked = $sitting->take($item, $author->sitter(), $subject->job->now()->toDateTimeImmutable());
        if ($checked instanceof NotTaken) {
            throw Refused::of($checked);
        }

        $checked->entry->kind === Item::PICTURE && Brought::mustBeThere($checked->entry->payload['sha256'], $author->person->id, $author->sender->id);

        return [...$checked->entry->payload, ...$author->marks];
    }

    /** @return list<Instrument> on the list of the job, with their papers as they stand */
    private function instruments(Subject $subject): array
    {
        return array_values(Equipment::query()->where('job_id', $subject->job->id)->whereNull('retired_at')->get()
            ->map(static fn (Equipment $e): Instrument => $e->asInstrument())->all());
    }
}
