<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Actions\ProjectWork;
use App\Journal\Journal;
use App\Models\Entry;
use App\Models\Job;
use App\Models\Joint;
use App\Models\PressureTest;
use App\Models\Section;
use App\Procedures\Subject;
use App\Replay\Rebuilt;
use Illuminate\Console\Command;

/** Joints and tests are projections: this writes them again in place, after a table was damaged. Whether they are right says `journal:replay`. */
final class JournalRebuild extends Command
{
    protected $signature = 'journal:rebuild {job? : Number of one job; all without}';

    protected $description = 'Writes joints and tests again from the journal and says how many were different';

    public function handle(ProjectWork $project): int
    {
        $joints = $tests = $different = 0;
        foreach (Job::query()->when($this->argument('job'), static fn ($q, $number) => $q->where('number', $number))->get() as $job) {
            $written = Entry::where('job_id', $job->id)->where('subject_type', 'joint')->select('subject_id');
            foreach (Joint::with('main.job.rulebook')->whereIn('main_id', $job->mains()->pluck('id'))->whereIn('id', $written)->lazy(200) as $joint) {
                $before = [$joint->state, $joint->severity, $joint->current_step];
                $project->execute(Subject::joint($joint));
                $different += $before === [$joint->state, $joint->severity, $joint->current_step] ? 0 : 1;
                $joints++;
            }
            foreach (Entry::where('job_id', $job->id)->where('kind', Journal::SECTION_FACTS)->orderBy('seq')->lazy(200) as $entry) {
                Section::whereKey($entry->subject_id)->first()?->update(['facts' => $entry->data()['facts']]);
            }
            foreach (Entry::where('job_id', $job->id)->whereIn(
                'kind', [Journal::TEST_PLANNED, Journal::TEST_BEGUN, Journal::TEST_JUDGED],
            )->orderBy('seq')->get()->groupBy('subject_id') as $id => $entries) {
                $before = $state = PressureTest::find($id)?->state;
                foreach ($entries as $entry) {
                    $state = Rebuilt::test($entry->subject_id, $entry->kind, $entry->data(), $entry->device_at)->state;
                }
                $different += $before === $state ? 0 : 1;
                $tests++;
            }
        }
        $this->line("{$joints} joints and {$tests} tests rebuilt from the journal; {$different} were different.");

        return self::SUCCESS;
    }
}
