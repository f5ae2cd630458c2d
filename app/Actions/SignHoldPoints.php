<?php

declare(strict_types=1);

namespace App\Actions;

use App\Exceptions\Refused;
use App\Journal\Draft;
use App\Models\Job;
use App\Models\Joint;
use App\Models\Person;
use App\Models\PressureTest;
use App\Models\Section;
use App\PressureTests\Signed;
use App\Procedures\Subject;
use Diastoma\Core\PressureTest\Run\HeldAfter;
use Diastoma\Core\Sitting\Action;
use Diastoma\Core\Sitting\Entry as Item;
use Illuminate\Support\Facades\DB;

/** One signature under a list of hold points: all of them, or none. Each work keeps its own, and says that it was confirmed with others. */
final class SignHoldPoints
{
    public function __construct(private readonly WriteEntry $write, private readonly ClosePressureTest $after)
    {
    }

    /**
     * @param  list<array{id: string, kind: string, subject_id: string, key: string}>  $signatures
     *
     * @throws Refused naming the first that may not be signed
     */
    public function execute(Job $job, Person $person, array $signatures, string $remark, string $deviceAt): void
    {
        $person->must(Action::SignHoldPoint, $job);
        DB::transaction(function () use ($job, $person, $signatures, $remark, $deviceAt): void {
            foreach ($signatures as $one) {
                try {
                    $one['kind'] === 'test' ? $this->test($job, $person, $one, $remark) : $this->work($job, $person, $one, $remark, $deviceAt,
                        count($signatures));
                } catch (Refused $refused) {
                    throw count($signatures) === 1 ? $refused : $refused->about(self::name($one));
                }
            }
        });
    }

    /** @param  array{id: string, kind: string, subject_id: string, key: string}  $one */
    private function work(Job $job, Person $person, array $one, string $remark, string $deviceAt, int $together): void
    {
        $subject = Subject::find($one['kind'], $one['subject_id']);
        $subject->job->id === $job->id || throw Refused::nothing();
        $payload = ['key' => $one['key'], 'remark' => $remark, ...($together > 1 ? ['together' => $together] : [])];
        $this->write->execute($person, new Draft($one['id'], Item::SIGNATURE, $one['kind'], $one['subject_id'], $payload, $deviceAt));
    }

    /** @param  array{id: string, kind: string, subject_id: string, key: string}  $one */
    private function test(Job $job, Person $person, array $one, string $remark): void
    {
        $test = PressureTest::with('section.main.job.rulebook')->findOrFail($one['subject_id']);
        $test->jobId() === $job->id || throw Refused::nothing();
        $refusal = HeldAfter::refusal($job->rules(), $person->mustBeOn($job), $person->sitter($job)->oneWith(Signed::ranBy($test)));
        $refusal === null || throw Refused::forbidden($refusal);
        $this->after->sign($test, $person, $one['id'], $remark);
    }

    /** @param  array{id: string, kind: string, subject_id: string, key: string}  $one */
    private static function name(array $one): string
    {
        return match ($one['kind']) {
            'joint' => 'Joint '.Joint::find($one['subject_id'])?->label(),
            'section' => 'Section '.Section::whereKey($one['subject_id'])->value('name'),
            default => ucfirst($one['kind']),
        };
    }
}
