<?php

declare(strict_types=1);

namespace App\Actions;

use App\Exceptions\Refused;
use App\Journal\Draft;
use App\Journal\Journal;
use App\Models\Job;
use App\Models\OfJob;
use App\Models\Person;
use App\Models\PressureTest;
use App\Models\Section;
use App\PressureTests\KnownFacts;
use App\PressureTests\Readying;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\TestMethods;
use Diastoma\Core\PressureTest\TestPlan;
use Diastoma\Core\Sitting\Action;
use Diastoma\Core\Sitting\CertificateKind;
use Diastoma\Core\Sitting\Certified;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** Plans a test of a section by a method, and writes down what is known of the section. */
final class PlanPressureTest
{
    public function __construct(private readonly Journal $journal)
    {
    }

    /** @param  array<string, mixed>  $options */
    public function preview(Section $section, string $method, array $options = [], ?TestSection $facts = null): TestPlan
    {
        return KnownFacts::method($section, $method)->plan($facts ?? KnownFacts::of($section), $options, KnownFacts::words($section));
    }

    /**
     * @param  array<string, mixed>  $options
     *
     * @throws Refused if the section is not ready or a test is open
     */
    public function execute(Section $section, Person $person, string $method, array $options = []): PressureTest
    {
        self::mayTest($person, $section);
        $facts = KnownFacts::of($section);
        if (TestMethods::of($method)->suits($facts, KnownFacts::words($section)->units) === null) {
            throw Refused::conflict('“'.TestMethods::of($method)->title().'” was not made for this section. Choose another method.');
        }
        $plan = $this->preview($section, $method, $options, $facts);
        $readiness = Readying::of($section, $plan, $facts);
        if (! $readiness->isReady()) {
            throw Refused::conflict("The section is not ready: {$readiness->open()}");
        }

        return DB::transaction(function () use ($section, $person, $method, $plan, $facts, $readiness): PressureTest {
            Section::query()->lockForUpdate()->findOrFail($section->id); // two tablets plan one test
            $last = $section->tests()->reorder('number', 'desc')->first();
            Refused::unless($last?->conduct()->another());
            $kept = [
                'section_id' => $section->id, 'number' => ($last->number ?? 0) + 1, 'method' => $method, 'repeat_of' => $last?->id,
                'plan' => $plan->toArray(), 'section_facts' => $facts->toArray(), 'ready' => Readying::record($section, $readiness, $plan),
            ];
            $test = PressureTest::create($kept);
            $this->journal->append(
                $section->main->job, $person,
                new Draft(
                    (string) Str::uuid(), Journal::TEST_PLANNED, 'test', $test->id,
                    ['section' => $section->id, ...array_diff_key($kept, ['section_id' => 1])], $section->main->job->now()->format('Y-m-d\TH:i:sP'),
                ),
            );

            return $test->refresh();
        });
    }

    /**
     * @param  array<string, mixed>  $given
     *
     * @throws Refused if this person may not, or a test is open
     */
    public function facts(Section $section, Person $person, array $given): Section
    {
        self::mayTest($person, $section);
        $last = $section->tests()->reorder('number', 'desc')->first();
        Refused::unless($last?->conduct()->facts());
        $facts = TestSection::fromArray([...$given, 'service' => $section->main->service])->toArray();

        return DB::transaction(function () use ($section, $person, $facts): Section {
            $this->journal->append(
                $section->main->job, $person,
                new Draft(
                    (string) Str::uuid(), Journal::SECTION_FACTS, 'section', $section->id, ['facts' => $facts],
                    $section->main->job->now()->format('Y-m-d\TH:i:sP'),
                ),
            );
            $section->update(['facts' => $facts]);

            return $section;
        });
    }

    public static function mayTest(Person $person, OfJob $of): void
    {
        $person->must(Action::Test, $of);
        $job = Job::with('rulebook')->findOrFail($of->jobId());
        $refusal = Certified::refusal($person->asSitter($of), CertificateKind::Tester, $job->rules(), $job->now()->toDateTimeImmutable());
        if ($refusal !== null) {
            throw Refused::forbidden($refusal);
        }
    }
}
