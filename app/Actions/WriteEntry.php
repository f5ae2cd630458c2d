<?php

declare(strict_types=1);

namespace App\Actions;

use App\Exceptions\Refused;
use App\Journal\Draft;
use App\Journal\Journal;
use App\Models\Entry;
use App\Models\Equipment;
use App\Models\Person;
use App\Procedures\Subject;
use App\Procedures\WeldOf;
use Diastoma\Core\PressureTest\Readiness;
use Diastoma\Core\Procedure\ReadingKind;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Verdict;
use Illuminate\Support\Facades\DB;

/** Takes one entry from a person: checks that it can be, writes it once, and judges its subject anew. */
final class WriteEntry
{
    /** A device clock may run this far ahead before a reading is refused. Common practice: no figure published. */
    private const CLOCK_SLACK_S = 120;

    public function __construct(private readonly Journal $journal, private readonly ProjectJoint $project)
    {
    }

    /**
     * @return array{Entry, Verdict, bool, Subject} entry, verdict, whether the entry is new, and the subject as it stands now
     *
     * @throws Refused if this person may not, or the time cannot be
     */
    public function execute(Person $person, Draft $draft): array
    {
        $subject = Subject::find($draft->subjectType, $draft->subjectId);
        $sent = ['sent' => Journal::fingerprint($draft->payload)];
        if (Entry::query()->whereKey($draft->id)->exists()) {
            return [$this->journal->append($subject->job, $person, new Draft($draft->id, $draft->kind, $draft->subjectType, $draft->subjectId, [...$draft->payload, ...$sent], $draft->deviceAt))[0], $subject->verdict(), false, $subject];
        }
        $this->refuseFuture($subject, $draft->deviceAt);
        $payload = match ($draft->kind) {
            Journal::READING => $this->reading($subject, $person, $draft),
            Journal::OVERRULE => $this->overrule($subject, $person, $draft),
            default => throw Refused::input("Entries of the kind “{$draft->kind}” are not taken here."),
        };

        return DB::transaction(function () use ($subject, $person, $draft, $payload, $sent): array {
            [$entry, $new] = $this->journal->append($subject->job, $person, new Draft($draft->id, $draft->kind, $draft->subjectType, $draft->subjectId, [...$payload, ...$sent], $draft->deviceAt));
            $subject->catchUp();

            return [$entry, $this->project->execute($subject), $new, $subject];
        });
    }

    private function refuseFuture(Subject $subject, string $deviceAt): void
    {
        if (new \DateTimeImmutable($deviceAt) > $subject->job->now()->addSeconds(self::CLOCK_SLACK_S)) {
            throw Refused::input('The time of this entry lies in the future. Set the clock of this device; what you entered is kept.', [['field' => 'device_at', 'detail' => 'in the future', 'value' => $deviceAt]]);
        }
    }

    /** @return array<string, mixed> */
    private function reading(Subject $subject, Person $person, Draft $draft): array
    {
        $may = $subject->type === 'joint' ? ['jointer', 'supervisor', 'admin'] : ['tester', 'supervisor', 'admin'];
        if (! $person->isAnyOf(...$may)) {
            throw Refused::forbidden("A {$person->role} may read this, not enter readings. Ask a {$may[0]} or a supervisor.");
        }
        $spec = $this->spec($subject, (string) ($draft->payload['key'] ?? ''), new \DateTimeImmutable($draft->deviceAt));
        $value = $spec->accept($draft->payload['value'] ?? null, $subject->rulebook()->units);
        if ($spec->kind === ReadingKind::Equipment) {
            $value = $this->equipment($subject, $person, (string) $value, $spec);
        }
        if ($spec->kind === ReadingKind::Now && is_string($value)) {
            $this->refuseFuture($subject, $value);
        }
        if ($spec->key === 'released_at' && ! WeldOf::allFused($subject)) {
            throw Refused::conflict('There is no fusion on record yet, so there is nothing to release. Fuse first.');
        }

        return ['key' => $spec->key, 'value' => $value];
    }

    private function spec(Subject $subject, string $key, \DateTimeImmutable $at): ReadingSpec
    {
        foreach ($subject->steps() as $step) {
            $spec = $step->reading($key);
            if ($spec !== null && $step->gate?->isShutAt($at) === true) {
                throw Refused::conflict("{$step->title} is shut. {$step->gate->said}");
            }
            if ($spec !== null) {
                return $spec;
            }
        }

        throw Refused::input("This work asks for no reading “{$key}”. Load the page again.", [['field' => $key, 'detail' => 'unknown reading', 'value' => $key]]);
    }

    /**
     * The paper as it stands now goes into the entry: a certificate renewed later does not change what was true today.
     *
     * @return array<string, mixed>
     */
    private function equipment(Subject $subject, Person $person, string $id, ReadingSpec $spec): array
    {
        $item = Equipment::query()->where('job_id', $subject->job->id)->where('kind', $spec->choices[0] ?? '')->find($id)
            ?? throw Refused::input("{$spec->label}: this is not on the job's list. Choose another, or have the office add it.", [['field' => $spec->key, 'detail' => 'unknown equipment', 'value' => $id]]);

        return [
            'id' => $item->id, 'name' => "{$item->name} ({$item->serial})", 'calibration_until' => (string) $item->calibration_until,
            'operator' => $person->name, 'certificate_until' => (string) $person->certificate_until,
        ];
    }

    /** @return array<string, mixed> */
    private function overrule(Subject $subject, Person $person, Draft $draft): array
    {
        if (! $person->isAnyOf('supervisor', 'inspector', 'admin')) {
            throw Refused::forbidden('Only a supervisor or an inspector may overrule a finding. Call one over.');
        }
        $reason = trim((string) ($draft->payload['reason'] ?? ''));
        if (mb_strlen($reason) < 10) {
            throw Refused::input('Give the reason in a sentence (10 letters or more). It stays visible for ever.', [['field' => 'reason', 'detail' => 'too short', 'value' => $reason]]);
        }
        $rule = (string) ($draft->payload['rule'] ?? '');
        if ($subject->type === 'section' && str_starts_with($rule, Readiness::OVERRULE)) {
            if (! $person->isAnyOf('supervisor', 'admin')) {
                throw Refused::forbidden('Only a supervisor may overrule what keeps a section from its test. Call one over.');
            }

            return ['rule' => $rule, 'reason' => $reason, 'role' => $person->role];
        }
        $open = array_values(array_filter($subject->verdict()->findings, static fn (Finding $f): bool => $f->rule === $rule && $f->isOpen() && $f->severity->rank() >= Severity::Mend->rank()))[0]
            ?? throw Refused::conflict('There is no open finding of this kind here. It may have been overruled already: load the page again.');
        if (! $open->mayBeOverruled()) {
            throw Refused::forbidden("Nobody may overrule this: {$open->said} {$open->todo}");
        }
        if ($open->severity === Severity::Mend && ! $person->isAnyOf('supervisor', 'admin')) {
            throw Refused::forbidden('Only a supervisor may accept what could be mended. Call one over.');
        }

        return ['rule' => $rule, 'reason' => $reason, 'role' => $person->role, 'severity' => $open->severity->value];
    }
}
