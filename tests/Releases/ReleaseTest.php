<?php

declare(strict_types=1);

use App\Models\Job;
use App\Models\Joint;
use App\Models\Rulebook;
use App\Models\Work;
use App\Procedures\Subject;
use Carbon\CarbonImmutable;
use Diastoma\Core\Rulebook\Rulebook as CoreRulebook;
use Diastoma\Core\Rulebook\Rulebooks;
use Diastoma\Core\Rulebook\Severity;
use Illuminate\Routing\Middleware\ThrottleRequests;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Route;
use Tests\Releases\Release;

beforeEach(function () {
    // on the day after it was made: papers still hold, and what was waited for is over
    $this->travelTo(CarbonImmutable::parse('2026-12-03T09:00:00Z'));
});

dataset('releases', Release::names());

/**
 * Every page and paper that there is of what stands in a database: each read of the API for each of what it reads.
 *
 * @return iterable<string>
 */
function everyRead(): iterable
{
    $ids = static fn (string $table, string $column = 'id'): array => DB::table($table)->pluck($column)->all();
    $of = [
        'job' => $ids('jobs'), 'main' => $ids('mains'), 'joint' => $ids('joints'), 'section' => $ids('sections'), 'work' => $ids('works'),
        'test' => $ids('pressure_tests'), 'reject' => $ids('rejects'), 'plan' => $ids('plans'), 'unit' => $ids('equipment'), 'run' => $ids('fusion_runs'),
        'sha256' => $ids('pictures', 'sha256'), 'id' => DB::table('trace_blocks')->where('subject_type', 'fusion')->distinct()->pluck('subject_id')->all(),
        'format' => ['csv', 'geojson', 'landxml', 'pdf'],
    ];
    foreach (Route::getRoutes() as $route) {
        $uri = $route->uri();
        if (! in_array('GET', $route->methods(), true) || ! str_starts_with($uri, 'api/v1/') || $route->isFallback
            || preg_match('#/(device|begin|links|imports)(/|$)#', $uri) === 1) {
            continue;
        }
        if (str_contains($uri, '{kind}')) {
            $kinds = [...array_fill_keys($of['joint'], 'joint'), ...array_fill_keys($of['section'], 'section'), ...DB::table('works')->pluck('kind', 'id')];
            foreach ($kinds as $subject => $kind) {
                yield "/api/v1/sittings/{$kind}/{$subject}";
                yield "/api/v1/entries?subject_type={$kind}&subject_id={$subject}";
            }

            continue;
        }
        $paths = [$uri];
        foreach ($of as $name => $values) {
            $paths = array_merge(...array_map(static fn (string $path): array => str_contains($path, "{{$name}}")
                ? array_map(static fn (string $value): string => str_replace("{{$name}}", $value, $path), $values) : [$path], $paths));
        }
        foreach ($paths as $path) {
            yield "/{$path}";
        }
    }
}

// Found: a database of an earlier release was migrated, and then 22 pages were 500.
it('shows and prints everything of an earlier release', function (string $release) {
    (new Release($release))->open();
    $this->signIn('vera@demo')->withoutMiddleware(ThrottleRequests::class); // what takes long is asked for as often as there is something to print
    $wrong = [];
    $read = 0;
    foreach (everyRead() as $path) {
        $reply = $this->getJson($path);
        // refused for a reason is an answer: no record before there is a joint, no list of others' instruments
        $status = $reply->getStatusCode();
        $read += $status === 200 ? 1 : 0;
        if ($status >= 500 || ($status >= 400 && $reply->json('title') === null)) {
            $wrong[] = "{$path}: {$status} ".mb_substr((string) $reply->getContent(), 0, 300);
        }
    }

    expect($wrong)->toBe([])->and($read)->toBeGreaterThan(400);
})->with('releases');

// Found: 10 of 16 joints that had been fused could not be judged again.
it('judges every work of an earlier release by its own rules as it was judged, and by today’s no milder', function (string $release) {
    (new Release($release))->open();
    $this->signIn('vera@demo');
    $found = static fn (Subject $subject): array => [$subject->sitting()->state()->value, $subject->sitting()->verdict()->severity()->value];
    $wrong = [];
    foreach (Joint::all() as $joint) {
        $before = [$joint->state, $joint->severity];
        $own = $found(Subject::joint($joint));
        $this->postJson("/api/v1/joints/{$joint->id}/judge")->assertOk();
        $today = Severity::from($joint->refresh()->severity);
        if ($own !== $before || $today->rank() < Severity::from($before[1])->rank()) {
            $wrong[] = "Joint {$joint->number}: ".implode(', ', $before).' was '.implode(', ', $own)." and is {$today->value}";
        }
    }
    foreach (Work::all() as $work) {
        $this->getJson("/api/v1/works/{$work->id}")->assertOk()->assertJsonPath('work.state', $work->state);
    }

    expect($wrong)->toBe([]);
})->with('releases');

it('finds the journal of an earlier release whole, and builds everything again from it', function (string $release) {
    (new Release($release))->open();
    $this->artisan('journal:verify')->expectsOutputToContain('chain whole')->assertExitCode(0);
    Artisan::call('journal:verify', ['--everything' => true]);
    expect(array_values(array_filter(explode("\n", Artisan::output()), static fn (string $line): bool => ! str_contains($line, 'chain whole')
        && ! str_contains($line, ' entries; rebuilt ') && $line !== '')))->toBe(['0 were different.']);
})->with('releases');

it('asks a rulebook of an earlier release for every limit there is', function (string $release) {
    (new Release($release))->open();
    foreach (Rulebook::all() as $row) {
        $book = CoreRulebook::fromArray($row->payload);
        $shipped = explode('-', $row->key)[0] === 'us' ? Rulebooks::us() : Rulebooks::iso();
        expect(array_diff(array_keys($shipped->all()), array_keys($book->all())))->toBe([], "{$row->key} {$row->version}");
    }
})->with('releases');

it('takes an entry about a work of an earlier release', function (string $release) {
    (new Release($release))->open();
    $job = Job::where('number', 'K-2417')->firstOrFail();
    $joint = Joint::whereIn('main_id', $job->mains()->pluck('id'))->where('state', 'planned')->orderBy('number')->firstOrFail();
    $this->signIn()->enter($joint, 'ambient_c', 12)->assertCreated();
    $this->artisan('journal:verify')->expectsOutputToContain('chain whole')->assertExitCode(0);
})->with('releases');
