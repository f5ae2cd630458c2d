<?php

declare(strict_types=1);

namespace App\Actions;

use App\Exceptions\Refused;
use App\Journal\Draft;
use App\Journal\Journal;
use App\Journal\Rows;
use App\Models\Job;
use App\Models\Joint;
use App\Models\Membership;
use App\Models\Nonconformance;
use App\Models\Person;
use App\Models\Section;
use App\Pictures\Brought;
use App\Pictures\Pictures;
use App\Procedures\Subject;
use Diastoma\Core\Conformance\Nonconformance as Rules;
use Diastoma\Core\Conformance\Standing;
use Diastoma\Core\Sitting\Action;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** Nonconformances from being raised to being seen to be right, each step on record. */
final class KeepNonconformances
{
    public function __construct(private readonly Journal $journal)
    {
    }

    /**
     * @param  array<string, mixed>  $given  what, joint_id, section_id, rule, due_on, assigned_to, pictures
     *
     * @throws Refused if this person may not, something is missing, or it is about another job
     */
    public function raise(Job $job, Person $by, array $given): Nonconformance
    {
        $by->must(Action::RaiseNonconformance, $job);
        $this->unless(Rules::raise($given['what'], $given['due_on'] ?? null, $job->now()->setTimezone($job->time_zone)->format('Y-m-d')));
        $joint = isset($given['joint_id']) ? Joint::whereKey($given['joint_id'])->first() : null;
        $section = $joint !== null ? $joint->section : (isset($given['section_id']) ? Section::whereKey($given['section_id'])->first() : null);
        foreach (array_filter(['joint_id' => $joint, 'section_id' => $section]) as $about) {
            $about->jobId() === $job->id || throw Refused::nothing();
        }
        (isset($given['joint_id']) && $joint === null || isset($given['section_id']) && $section === null) && throw Refused::nothing();
        $to = $given['assigned_to'] ?? null;
        if ($to !== null && Membership::where('job_id', $job->id)->where('person_id', $to)->doesntExist()) {
            throw Refused::input('Choose somebody of the crew.', [['field' => 'assigned_to', 'detail' => 'not on this job', 'value' => $to]]);
        }
        $pictures = array_values(array_unique($given['pictures'] ?? []));
        foreach ($pictures as $hash) {
            Brought::mustBeThere($hash, $by->id);
        }

        return DB::transaction(function () use ($job, $by, $given, $joint, $section, $to, $pictures): Nonconformance {
            $this->journal->lock($job);
            $one = Nonconformance::create([
                'job_id' => $job->id, 'number' => 1 + (int) Nonconformance::where('job_id', $job->id)->max('number'), 'what' => $given['what'],
                'main_id' => $section?->main_id, 'section_id' => $joint === null ? $section?->id : null, 'joint_id' => $joint?->id,
                'rule' => $given['rule'] ?? null,
                'shared' => $joint === null ? [] : self::shared($joint), 'pictures' => $pictures, 'raised_by' => $by->id,
                'raised_at' => $job->now()->format('Y-m-d\TH:i:sP'), 'assigned_to' => $to, 'due_on' => $given['due_on'] ?? null,
            ]);
            foreach ($pictures as $hash) {
                Pictures::show($hash, $job->id);
            }

            return $this->write($job, $by, $one);
        });
    }

    public function correct(Nonconformance $one, Person $by, string $cause, string $correction): Nonconformance
    {
        $by->must(Action::RaiseNonconformance, $one);

        return $this->change($one, $by, function (Nonconformance $one) use ($by, $cause, $correction): array {
            $this->unless(Rules::correct($one->standing, $cause, $correction));

            return ['standing' => Standing::Corrected, 'cause' => $cause, 'correction' => $correction, 'corrected_by' => $by->id];
        });
    }

    public function verify(Nonconformance $one, Person $by, bool $isRight, string $remark): Nonconformance
    {
        $by->must(Action::VerifyNonconformance, $one);

        return $this->change($one, $by, function (Nonconformance $one) use ($by, $isRight, $remark): array {
            $corrected = Person::query()->whereKey($one->corrected_by)->value('name');
            $this->unless(Rules::verify($one->standing, $by->sitter($one)->oneWith((string) $corrected), $isRight, $remark));

            return ['standing' => $isRight ? Standing::Verified : Standing::Open, 'remark' => $remark, 'verified_by' => $by->id];
        });
    }

    /** @param  \Closure(Nonconformance): array<string, mixed>  $what */
    private function change(Nonconformance $one, Person $by, \Closure $what): Nonconformance
    {
        return DB::transaction(function () use ($one, $by, $what): Nonconformance {
            $job = Job::query()->findOrFail($one->jobId());
            $this->journal->lock($job);
            $one = Nonconformance::query()->lockForUpdate()->findOrFail($one->id); // of two at once the second is asked about what the first has left
            $one->update($what($one));

            return $this->write($job, $by, $one);
        });
    }

    private function write(Job $job, Person $by, Nonconformance $one): Nonconformance
    {
        $this->journal->append($job, $by, new Draft(
            (string) Str::uuid(), Journal::NONCONFORMANCE, 'nonconformance', $one->id, Rows::of($one->refresh()), $job->now()->format('Y-m-d\TH:i:sP'),
        ));

        return $one;
    }

    /** @param  ?array{field: string, said: string}  $wrong */
    private function unless(?array $wrong): void
    {
        if ($wrong !== null) {
            throw Refused::input($wrong['said'], [['field' => $wrong['field'], 'detail' => $wrong['said'], 'value' => null]]);
        }
    }

    /** @return array<string, string> who made the joint and with what, from its record */
    private static function shared(Joint $joint): array
    {
        $shared = [];
        foreach (Subject::joint($joint)->readings()->history as $reading) {
            $value = is_array($reading->value) ? $reading->value : [];
            if (is_string($value['operator'] ?? null)) {
                $shared['operator'] = $value['operator'];
            }
            if (is_string($value['serial'] ?? $value['name'] ?? null) && isset($value['calibration_until'])) {
                $shared[str_replace('_', ' ', $reading->key)] = (string) ($value['serial'] ?? $value['name']);
            }
        }

        return $shared;
    }
}
