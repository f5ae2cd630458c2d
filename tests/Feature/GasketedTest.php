<?php

declare(strict_types=1);

use App\Demo\CrewAnswers;
use App\Models\Entry;
use App\Models\Joint;
use App\Models\Main;
use App\Procedures\Subject;
use Diastoma\Core\Simulation\GoodAnswers;
use Illuminate\Http\UploadedFile;
use Tests\TestCase;

/** Answers everything that a joint still wants as a good crew would; some answers may be given instead. */
function makeGasketed(TestCase $test, Joint $joint, array $instead = []): Joint
{
    for ($k = 0; $k < 120; $k++) {
        $subject = Subject::joint($joint->refresh()->load('main.job.rulebook'));
        $standing = $subject->verdict()->current();
        if ($standing === null) {
            break;
        }
        $step = collect($subject->steps())->first(fn ($step): bool => $step->reading($standing->missing[0]) !== null);
        $spec = $step->reading($standing->missing[0]);
        $test->enter($joint, $spec->key, $instead[$spec->key] ?? CrewAnswers::of($spec, $subject))->assertCreated();
    }

    return $joint->refresh();
}

it('is made to the end and accepted, in every system', function (int $number) {
    $this->signIn();
    $joint = makeGasketed($this, $this->joint($number));
    $bad = array_values(array_filter($joint->verdict['findings'], static fn (array $f): bool => in_array($f['severity'], ['mend', 'stop'], true)));

    expect(array_column($bad, 'said'))->toBe([])->and($joint->state)->toBe('accepted')->and($joint->test_at)->toBeNull();
    $this->get("/api/v1/joints/{$joint->id}/record.pdf")->assertOk();
    $this->get("/api/v1/joints/{$joint->id}/tag.pdf")->assertOk();
})->with([
    'PVC' => 301, 'ductile iron push-on' => 401, 'restrained' => 501, 'concrete, rolling ring' => 601, 'concrete, skid ring' => 701,
    'corrugated HDPE' => 801, 'GRP' => 905,
]);

it('stops at a rolled gasket, and asks everything again from cleaning on once the joint was pulled', function () {
    $this->signIn();
    $joint = makeGasketed($this, $this->joint(906), ['feeler_mm' => [62, 62, 62, 71.5, 74, 62, 62, 62, 62, 62, 62, 62]]);
    $finding = collect($joint->verdict['findings'])->firstWhere('rule', 'gs.feeler');
    expect($joint->state)->toBe('stop')->and($finding['said'])
        ->toBe("Gasket rolled or displaced at 3, 4 o'clock: up to 12 mm deeper than the median of 62 mm; 5 mm allowed.");

    $this->travel(5)->seconds();
    $this->enter($joint, 'pulled_apart_at', $this->deviceNow())->assertCreated();
    $bench = $this->getJson("/api/v1/joints/{$joint->id}")->json();
    $stale = collect($bench['procedure']['steps'])->flatMap(fn (array $s): array => $s['stale'])->unique();
    expect($joint->refresh()->state)->toBe('in_work')->and($joint->current_step)->toBe('clean')->and($stale->all())->toContain(
        'feeler_mm', 'socket_clean', 'lubricant',
    )->not->toContain('pipe_right');

    $this->travel(5)->seconds();
    // the first try stays in the journal
    expect(makeGasketed($this, $joint)->state)->toBe('accepted')->and(Entry::where('subject_id', $joint->id)->count())->toBeGreaterThan(40);
});

it('watches a joint over its share and mends one over what is allowed', function (float $turn, string $severity, string $state) {
    $this->signIn();
    $joint = makeGasketed($this, $this->joint(907), ['joint_gaps_mm' => GoodAnswers::gaps(8, 25.0, 616.0, $turn, 0.0)]);

    expect(collect($joint->verdict['findings'])->firstWhere('rule', 'gs.deflection')['severity'])->toBe($severity)->and($joint->state)->toBe($state);
})->with(['inside the share' => [1.5, 'go', 'accepted'], 'over the share' => [1.8, 'watch', 'accepted'], 'over the allowed' => [2.2, 'mend', 'mend']]);

it('never lubricates a rolling ring and never takes petroleum', function (int $number, string $lubricant, string $severity) {
    $this->signIn()->enter($this->joint($number), 'lubricant', $lubricant)->assertCreated();
    expect(collect($this->joint($number)->verdict['findings'])->firstWhere('rule', 'gs.lubricant')['severity'])->toBe($severity);
})->with([
    'rolling ring, lubricated' => [602, "the maker's, clean", 'stop'], 'rolling ring, dry' => [602, 'none', 'go'], 'PVC, dry' => [302, 'none', 'mend'],
    'PVC with petroleum' => [302, 'petroleum-based grease or oil', 'stop'],
    'corrugated with soil' => [802, 'some that touched soil', 'mend'], 'skid ring' => [702, "the maker's, clean", 'go'],
]);

it('does not sweep a restrained joint with a feeler but counts its segments', function () {
    $this->signIn();
    $steps = array_column($this->getJson("/api/v1/joints/{$this->joint(502)->id}")->json('procedure.steps'), null, 'id');
    expect($steps)->not->toHaveKey('feeler')->toHaveKey('locking')->and($steps['look']['instruction'])->toContain('A feeler cannot verify this joint');
    $this->enter($this->joint(502), 'segments', 7)->assertCreated();
    expect($this->joint(502)->state)->toBe('stop')->and(collect($this->joint(502)->verdict['findings'])->firstWhere('rule', 'gs.segments')['said'])
        ->toBe('Locking segments 7; at least 8 wanted.');
});

it('adds a joint system that works on the bench at once, and keeps old joints on their version', function () {
    $systems = $this->signIn()->getJson("/api/v1/jobs/{$this->job()->id}/joint-systems")->assertOk()->json('systems');
    $generic = collect($systems)->firstWhere('key', 'grp_coupling');
    $mine = [
        ...collect($generic)->except(['version', 'procedure', 'home_said', 'shipped'])->all(), 'key' => 'test_grp', 'title' => 'Test GRP',
        'source' => 'invented for a test', 'sizes' => [['dn_mm' => 300, 'insertion_mm' => 101, 'allowed_deg' => 2.5]],
    ];
    $this->postJson("/api/v1/jobs/{$this->job()->id}/joint-systems", $mine)->assertCreated()->assertJsonPath('procedure', 'gasketed.test_grp');
    $setout = $this->postJson(
        "/api/v1/jobs/{$this->job()->id}/mains",
        ['name' => 'Test main', 'service' => 'water', 'system' => 'test_grp', 'dn_mm' => 300, 'pn_bar' => 10, 'od_mm' => 324, 'wall_mm' => 8],
    )->assertCreated();
    expect($setout->json('allowed_deg'))->toEqual(2.5)->and($setout->json('allowed_source'))->toBe('maker: invented for a test');
    $id = $setout->json('main.id');
    $this->postJson(
        "/api/v1/mains/{$id}/alignment",
        ['points' => [['easting_m' => 0, 'northing_m' => 0, 'level_m' => 5], ['easting_m' => 0, 'northing_m' => 36, 'level_m' => 5]]],
    )->assertCreated();
    $plan = $this->postJson("/api/v1/mains/{$id}/plans", ['lengths' => [['length_m' => 12]]])->assertCreated()->json('plan');
    $this->postJson("/api/v1/plans/{$plan['id']}/adopt")->assertOk();
    $joint = Joint::where('main_id', $id)->orderBy('station_m')->firstOrFail();
    $this->enter($joint, 'mark_mm', 106)->assertCreated(); // 5 mm off 101; 3 allowed
    expect(collect($joint->refresh()->verdict['findings'])->firstWhere('rule', 'gs.mark')['severity'])->toBe('mend');

    $changed = [...$mine, 'sizes' => [['dn_mm' => 300, 'insertion_mm' => 106, 'allowed_deg' => 2.5]]];
    $this->postJson("/api/v1/jobs/{$this->job()->id}/joint-systems", $changed)->assertForbidden(); // a jointer adds, a supervisor changes
    $this->signIn('vera@demo')->postJson("/api/v1/jobs/{$this->job()->id}/joint-systems", $changed)->assertCreated()->assertJsonPath('version', 2)
        ->assertJsonPath('procedure', 'gasketed.test_grp~2');
    $this->signIn()->enter($joint, 'mark_mm', 106)->assertCreated();
    expect(collect($joint->refresh()->verdict['findings'])->firstWhere('rule', 'gs.mark')['severity'])->toBe('mend');
    $this->artisan('journal:verify')->assertExitCode(0);
});

// Found: with the key of a system that ships, a jointer of one job wrote other figures for the joints of every job.
it('lets nobody change what ships, what is another job\'s, or what is everybody\'s', function () {
    [$job, $root] = [$this->job(), $this->person('root@demo')];
    $generic = collect($this->signIn('vera@demo')->getJson("/api/v1/jobs/{$job->id}/joint-systems")->json('systems'))->firstWhere('key', 'grp_coupling');
    $given = [...collect($generic)->except(['version', 'procedure', 'home_said', 'shipped'])->all(), 'title' => 'Softer', 'source' => 'made up'];
    $add = fn (string $job, array $more) => $this->postJson("/api/v1/jobs/{$job}/joint-systems", [...$given, ...$more]);
    $add($job->id, [])->assertStatus(422)->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'comes with the application'));
    $card = App\Procedures\Systems::cards(null)[0]->toArray();
    $this->postJson("/api/v1/jobs/{$job->id}/cards", $card)->assertStatus(422)->assertJsonPath('errors.0.field', 'key');

    $other = App\Models\Job::findOrFail($this->signIn('root@demo')->postJson('/api/v1/jobs', [
        'number' => 'K-9', 'title' => 'Another', 'place' => 'Far', 'time_zone' => 'UTC', 'rulebook' => 'iso', 'simulated' => true, 'role' => 'supervisor',
    ])->assertCreated()->json('id'));
    $add($other->id, ['key' => 'far_grp'])->assertCreated();
    $keys = fn (string $job): array => array_column($this->getJson("/api/v1/jobs/{$job}/joint-systems")->assertOk()->json('systems'), 'key');
    expect($keys($other->id))->toContain('far_grp')
        ->and(array_column($this->getJson('/api/v1/joint-systems')->json('systems'), 'key'))->not->toContain('far_grp');
    $this->signIn('vera@demo');
    expect($keys($job->id))->not->toContain('far_grp');
    $add($job->id, ['key' => 'far_grp'])->assertStatus(422)->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'is taken'));
    $main = ['name' => 'Borrowed', 'service' => 'water', 'system' => 'far_grp', 'dn_mm' => 300, 'pn_bar' => 10, 'od_mm' => 324, 'wall_mm' => 8];
    $this->postJson("/api/v1/jobs/{$job->id}/mains", $main)->assertStatus(422);
    $this->postJson("/api/v1/mains/{$this->joint(3)->main_id}/joints", ['count' => 1, 'pipe_length_m' => 6, 'method' => 'gasketed.far_grp'])->assertStatus(422);

    $add($job->id, ['key' => 'every_grp', 'for_all' => true])->assertForbidden();
    $this->signIn('root@demo');
    $add($other->id, ['key' => 'every_grp', 'for_all' => true])->assertCreated();
    $this->signIn('vera@demo');
    expect($keys($job->id))->toContain('every_grp');
    $add($job->id, ['key' => 'every_grp'])->assertForbidden();
    $told = fn (): int => Entry::where('job_id', $job->id)->where('kind', 'joint_system')->where('payload', 'like', '%every_grp%')->count();
    expect($told())->toBe(0);
    $this->postJson("/api/v1/jobs/{$job->id}/mains", [...$main, 'system' => 'every_grp'])->assertCreated();
    $this->postJson("/api/v1/jobs/{$job->id}/mains", [...$main, 'name' => 'Once more', 'system' => 'every_grp'])->assertCreated();
    expect($told())->toBe(1); // in the journal of each job that uses it, once
});

it('refuses a joint system with every fault at once', function () {
    $reply = $this->signIn()->postJson(
        "/api/v1/jobs/{$this->job()->id}/joint-systems",
        [
            'key' => 'No Good', 'title' => 'x', 'material' => 'wood', 'home' => 'somewhere', 'source' => 'made up',
            'sizes' => [['dn_mm' => -5], ['dn_mm' => 300, 'insertion_mm' => 120, 'second_line_mm' => 100]],
        ],
    )->assertStatus(422);
    expect(array_column($reply->json('errors'), 'field'))->toContain('key', 'title', 'material', 'home', 'sizes.0.dn_mm', 'sizes.1.second_line_mm');
    $this->signIn('ines@demo')->postJson("/api/v1/jobs/{$this->job()->id}/joint-systems", [])->assertStatus(403);
});

it('rejects a pipe with its reason and picture, for good', function () {
    $main = Main::where('name', 'Weir Street')->firstOrFail();
    $png = UploadedFile::fake()->createWithContent(
        'chip.png', (string) base64_decode('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==', true),
    );
    $made = $this->signIn()->post(
        "/api/v1/mains/{$main->id}/rejects", ['pipe' => 'G-88', 'reason' => 'spigot damaged', 'note' => 'chip of 30 mm', 'picture' => $png],
        ['Accept' => 'application/json'],
    )->assertCreated();
    $this->get($made->json('picture'))->assertOk()->assertHeader('Content-Type', 'image/png');
    $entry = Entry::where('kind', 'pipe.rejected')->latest('seq')->firstOrFail();
    expect($entry->data())->toMatchArray(['pipe' => 'G-88', 'reason' => 'spigot damaged', 'picture_sha256' => $made->json('picture_sha256')]);
    $this->post("/api/v1/mains/{$main->id}/rejects", ['pipe' => '', 'reason' => 'ugly'], ['Accept' => 'application/json'])->assertStatus(422);
    $this->post(
        "/api/v1/mains/{$main->id}/rejects",
        ['pipe' => 'G-89', 'reason' => 'other', 'picture' => UploadedFile::fake()->create('page.html', 2, 'text/html')], ['Accept' => 'application/json'],
    )->assertStatus(422);
    $this->getJson("/api/v1/mains/{$main->id}/rejects")->assertOk()->assertJsonPath('rejects.0.pipe', 'G-88');
});
