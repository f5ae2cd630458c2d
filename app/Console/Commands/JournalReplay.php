<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Actions\ProjectJoint;
use App\Journal\Journal;
use App\Models\Entry;
use App\Models\Job;
use App\Models\Joint;
use App\Models\PressureTest;
use App\Models\Section;
use App\Procedures\Subject;
use Carbon\CarbonImmutable;
use Illuminate\Console\Command;

/** Joints and tests are projections: this builds them again from the journal alone. */
final class JournalReplay extends Command
{
    protected $signature = 'journal:replay {job? : Number of one job; all without}';

    protected $description = 'Rebuilds joints and tests from the journal and says what was different';

    public function handle(ProjectJoint $project): int
    {
        $joints = $tests = $different = 0;
        foreach (Job::query()->when($this->argument('job'), static fn ($q, $number) => $q->where('number', $number))->get() as $job) {
            foreach (Joint::with('main.job.rulebook')->whereIn('main_id', $job->mains()->pluck('id'))->whereIn('id', Entry::where('job_id', $job->id)->where('subject_type', 'joint')->select('subject_id'))->lazy(200) as $joint) {
                $before = [$joint->state, $joint->severity, $joint->current_step];
                $project->execute(Subject::joint($joint));
                $different += $before === [$joint->state, $joint->severity, $joint->current_step] ? 0 : 1;
                $joints++;
            }
            foreach (Entry::where('job_id', $job->id)->where('kind', Journal::SECTION_FACTS)->orderBy('seq')->lazy(200) as $entry) {
                Section::whereKey($entry->subject_id)->first()?->update(['facts' => $entry->data()['facts']]);
            }
            foreach (Entry::where('job_id', $job->id)->whereIn('kind', [Journal::TEST_PLANNED, Journal::TEST_JUDGED])->orderBy('seq')->lazy(200) as $entry) {
                $different += $this->test($entry) ? 1 : 0;
                $tests += $entry->kind === Journal::TEST_PLANNED ? 1 : 0;
            }
        }
        $this->line("{$joints} joints and {$tests} tests rebuilt from the journal; {$different} were different.");

        return self::SUCCESS;
    }

    /** @return bool whether anything changed */
    private function test(Entry $entry): bool
    {
        $data = $entry->data();
        $test = PressureTest::find($entry->subject_id) ?? new PressureTest(['id' => $entry->subject_id]);
        $before = [$test->exists, $test->state];
        if ($entry->kind === Journal::TEST_PLANNED) {
            $test->fill(['section_id' => $data['section'], 'number' => $data['number'], 'method' => $data['method'], 'repeat_of' => $data['repeat_of'], 'plan' => $data['plan'], 'section_facts' => $data['section_facts'] ?? null, 'ready' => $data['ready'] ?? null]);
        } else {
            $test->fill(['state' => $data['state'], 'verdict' => $data['verdict'], 'mode' => $data['mode'] ?? ($data['simulated'] ? 'simulated' : 'csv'), 'measured' => $data['measured'] ?? null, 'started_at' => CarbonImmutable::parse($data['started_at']), 'ended_at' => CarbonImmutable::parse($data['ended_at'])]);
        }
        $test->save();

        return $before !== [true, $test->state];
    }
}
