<?php

declare(strict_types=1);

namespace App\Actions;

use App\Exceptions\Refused;
use App\Journal\Draft;
use App\Journal\Journal;
use App\Models\Entry;
use App\Models\Joint;
use App\Models\Person;
use App\Models\PressureTest;
use App\PressureTests\Signed;
use Diastoma\Core\PressureTest\Run\Conduct;
use Diastoma\Core\Sitting\Action;
use Diastoma\Core\Sitting\Signing;
use Illuminate\Support\Facades\DB;

/** What is written down once a test is over: what was mended, and who signs. */
final class ClosePressureTest
{
    public function __construct(private readonly Journal $journal)
    {
    }

    /** @throws Refused if the pressure was not lowered first, or the joint is not of this section */
    public function mend(PressureTest $test, Person $person, string $id, ?int $joint, string $what, bool $lowered): Entry
    {
        $person->must(Action::WriteMended, $test);
        Refused::unless($test->conduct()->mend());
        $unsafe = Conduct::mendSafely($lowered);
        if ($unsafe !== null) {
            throw Refused::input($unsafe, [['field' => 'pressure_lowered', 'detail' => 'must come first', 'value' => false]]);
        }
        if ($joint !== null && ! Joint::where('section_id', $test->section_id)->where('number', $joint)->where('suffix', '')->exists()) {
            throw Refused::input(
                "Section {$test->section->name} has no joint {$joint}. Leave it empty where it was no joint.",
                [['field' => 'joint', 'detail' => 'not of this section', 'value' => $joint]],
            );
        }

        return $this->write(
            $test, $person,
            new Draft(
                $id, Journal::TEST_MEND, 'test', $test->id,
                ['joint' => $joint, 'what' => $what, 'pressure_lowered' => true, 'sent' => Journal::fingerprint(['joint' => $joint, 'what' => $what])],
                $test->section->main->job->now()->format('Y-m-d\TH:i:sP'),
            ),
        );
    }

    public function sign(PressureTest $test, Person $person, string $id, string $remark): Entry
    {
        $person->must(Action::SignTest, $test);
        $job = $test->section->main->job;
        $uncertified = Signing::uncertified($person->sitter($test), $job->rules(), $job->now()->toDateTimeImmutable());
        if ($uncertified !== null) {
            throw Refused::forbidden($uncertified);
        }
        Refused::unless($test->conduct()->sign());

        return DB::transaction(function () use ($test, $person, $id, $remark): Entry {
            PressureTest::query()->lockForUpdate()->findOrFail($test->id, ['id']); // of two sent at once the second finds the first
            $sitter = $person->asSitter($test);
            $ranBy = Signed::ranBy($test);
            $one = $sitter->oneWith($ranBy) === null ? [] : ['one_with' => $ranBy];
            $known = Signed::about($test, Journal::TEST_SIGNED)
                ->first(static fn (Entry $e): bool => $e->person_id === $person->id && array_key_exists('one_with', $e->data()) === ($one !== []));

            return $known ?? $this->write($test, $person, new Draft(
                $id, Journal::TEST_SIGNED, 'test', $test->id,
                [
                    'role' => $sitter->role, 'remark' => $remark, 'account' => $sitter->account, ...$one,
                    'verdict_sha256' => hash('sha256', json_encode($test->verdict, JSON_THROW_ON_ERROR)),
                    'sent' => Journal::fingerprint(['remark' => $remark]),
                ],
                $test->section->main->job->now()->format('Y-m-d\TH:i:sP'),
            ));
        });
    }

    /** @return list<array<string, mixed>> entries of a kind about a test */
    public static function written(PressureTest $test, string $kind): array
    {
        return array_values(Entry::with('person')->where('subject_type', 'test')->where('subject_id', $test->id)->where('kind', $kind)->orderBy('seq')->get()
            ->map(static fn (Entry $e): array => [
                ...array_diff_key($e->data(), ['verdict_sha256' => 1, 'pressure_lowered' => 1, 'sent' => 1, 'one_with' => 1]), 'by' => $e->person->name,
                'at' => $e->device_at, 'seq' => $e->seq,
            ])->all());
    }

    private function write(PressureTest $test, Person $person, Draft $draft): Entry
    {
        return $this->journal->append($test->section->main->job, $person, $draft)[0];
    }
}
