<?php

declare(strict_types=1);

use App\Models\Entry;
use App\Models\Equipment;
use App\Models\Section;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

function sewerSection(): Section
{
    return Section::whereHas('main', static fn ($q) => $q->where('name', 'Sluice Lane sewer'))->firstOrFail();
}

it('offers first what suits service, material and rulebook', function (string $section, string $first) {
    $found = $section === 'sewer' ? sewerSection() : $this->section($section);
    $reply = $this->signIn('tom@demo')->getJson("/api/v1/sections/{$found->id}/tests")->assertOk();
    expect($reply->json('methods.0.id'))->toBe($first)->and($reply->json('chosen'))->toBe($first)->and($reply->json('plan.phases'))->not->toBe([]);
})->with([['O1', 'en805-pe'], ['Q', 'gas-plastic'], ['sewer', 'en1610-air'], ['P', 'rtp-staged']]);

it('runs each service to its end on the simulated logger', function (string $section, string $method, string $fault, string $state) {
    $test = $section === 'sewer' ? plannedOn($this, sewerSection()->name, $method) : plannedOn($this, $section, $method);
    $this->postJson("/api/v1/tests/{$test->id}/run", ['speed' => 100000, 'fault' => $fault, 'seed' => 4])->assertOk();
    $this->travel(2)->seconds();
    $this->artisan('runs:settle')->assertSuccessful();
    $done = $this->getJson("/api/v1/tests/{$test->id}/trace")->assertOk();
    $said = implode(' | ', array_column($done->json('test.verdict.findings'), 'said'));
    expect($done->json('test.state'))->toBe($state, $said)->and($state === 'advised' || $done->json('test.verdict.arithmetic') !== [])->toBeTrue();
})->with([
    'PE water, tight' => ['O1', 'en805-pe', 'none', 'passed'], 'PE water with a leak' => ['O1', 'en805-pe', 'leak', 'failed'],
    'gravity sewer with air' => ['sewer', 'en1610-air', 'none', 'passed'], 'gravity sewer with water' => ['sewer', 'en1610-water', 'none', 'passed'],
    'PE gas' => ['Q', 'gas-plastic', 'none', 'passed'], 'PE gas with a leak' => ['Q', 'gas-plastic', 'leak', 'failed'],
    'composite in steps' => ['P', 'rtp-staged', 'none', 'passed'], 'an advising method' => ['O1', 'pe-decay', 'leak', 'advised'],
]);

it('refuses a method that was not made for the section', function () {
    $this->signIn('tom@demo')->postJson("/api/v1/sections/{$this->section('Q')->id}/tests", ['method' => 'f2164'])->assertStatus(409)->assertJsonPath(
        'title', fn (string $t): bool => str_contains($t, 'was not made for this section'),
    );
});

it('writes down what is known of a section, and plans by it', function () {
    $section = $this->section('O1');
    $facts = $this->signIn('tom@demo')->getJson("/api/v1/sections/{$section->id}/tests")->json('section.facts');
    // 1.5 · 600
    $this->postJson("/api/v1/sections/{$section->id}/facts", ['facts' => [...$facts, 'working_kpa' => 600.0]])->assertOk()->assertJsonPath('plan.low_kpa', 900);
    expect(Entry::where('kind', 'section.facts')->where('subject_id', $section->id)->count())->toBeGreaterThan(1);
    $this->postJson(
        "/api/v1/sections/{$section->id}/facts", ['facts' => [...$facts, 'working_kpa' => 'much', 'parts' => []]],
    )->assertStatus(422)->assertJsonCount(2, 'errors');
    $this->signIn('ada@demo')->postJson("/api/v1/sections/{$section->id}/facts", ['facts' => $facts])->assertStatus(403);
});

it('says where to split a section that climbs too far', function () {
    $section = $this->section('O1');
    $facts = $this->signIn('tom@demo')->getJson("/api/v1/sections/{$section->id}/tests")->json('section.facts');
    $reply = $this->postJson("/api/v1/sections/{$section->id}/facts", ['facts' => [...$facts, 'profile' => [[0, 40], [24, 130]]]])->assertOk();
    // 1050 low, 700 high: 350 kPa are 35.69 m of water; the line climbs 3.75 m a metre, so 9.5 m fit
    expect($reply->json('plan.window.feasible'))->toBeFalse()->and($reply->json('plan.window.splits_m'))->toBe([9.5, 19])
        ->and(collect($reply->json('gates'))->firstWhere('id', 'plan')['may_overrule'])->toBeFalse();
});

it('takes readings by hand, once however often they are sent, in the order of their times', function () {
    $test = plannedOn($this, 'O1', 'f2164');
    $this->postJson("/api/v1/tests/{$test->id}/run", ['mode' => 'hand'])->assertOk()->assertJsonPath('mode', 'hand');
    $start = $test->refresh()->started_at;
    $read = fn (int $minute, float $kpa, ?string $id = null) => $this->postJson(
        "/api/v1/tests/{$test->id}/readings",
        ['id' => $id ?? (string) Str::uuid(), 'at' => $start->addMinutes($minute)->format('Y-m-d\TH:i:sP'), 'pressure_kpa' => $kpa],
    );
    $this->job()->increment('clock_ahead_s', 3600);
    $id = (string) Str::uuid();
    $read(20, 1000.0, $id)->assertCreated();
    $read(20, 1000.0, $id)->assertCreated();
    $read(20, 900.0, $id)->assertStatus(409); // found: 201, and the value was lost
    $note = (string) Str::uuid();
    $this->postJson("/api/v1/tests/{$test->id}/notes", ['id' => $note, 'text' => 'Walked the line'])->assertCreated();
    $this->postJson("/api/v1/tests/{$test->id}/notes", ['id' => $note, 'text' => 'Walked the line'])->assertCreated();
    $this->postJson("/api/v1/tests/{$test->id}/notes", ['id' => $note, 'text' => 'Saw a leak'])->assertStatus(409);
    $read(10, 500.0)->assertCreated();
    $read(300, 500.0)->assertStatus(422)->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'future'));
    expect(array_column($this->getJson("/api/v1/tests/{$test->id}/trace")->json('samples'), 'p'))->toEqual([500, 1000]);
});

it('judges a test read by hand with the phases its tester marked', function () {
    $test = plannedOn($this, 'Q', 'gas-plastic', ['leak' => '20']);
    $this->postJson("/api/v1/tests/{$test->id}/run", ['mode' => 'hand'])->assertOk();
    $start = $test->refresh()->started_at;
    $this->postJson("/api/v1/tests/{$test->id}/finish", [])->assertStatus(409)->assertJsonPath(
        'title', fn (string $t): bool => str_contains($t, 'fewer than two readings'),
    );
    $this->postJson(
        "/api/v1/tests/{$test->id}/notes", ['id' => (string) Str::uuid(), 'phase' => 'test'],
    )->assertCreated()->assertJsonPath('notes.0.phase', 'test');
    $this->job()->increment('clock_ahead_s', 7200);
    foreach ([[0, 620.0, 12.0], [30, 619.0, 11.5], [61, 618.0, 11.1]] as [$minute, $kpa, $celsius]) {
        $this->postJson(
            "/api/v1/tests/{$test->id}/readings",
            ['id' => (string) Str::uuid(), 'at' => $start->addMinutes($minute)->format('Y-m-d\TH:i:sP'), 'pressure_kpa' => $kpa, 'temperature_c' => $celsius],
        )->assertCreated();
    }
    // expected: (620 + 101.325)·(284.25/285.15) − 101.325 = 617.72; 618.0 read, tolerance 0.5: passes
    $this->postJson(
        "/api/v1/tests/{$test->id}/finish", ['measured' => ['gauge_tolerance_kpa' => 0.5, 'baro_start_kpa' => 101.325, 'baro_end_kpa' => 101.325]],
    )->assertOk()->assertJsonPath('state', 'passed')->assertJsonPath('verdict.figures.expected_end_kpa', fn (float $v): bool => abs($v - 617.72) < 0.05);
});

it('does not end a test before its time unless somebody says why', function () {
    $test = plannedOn($this, 'O1', 'en805-pe');
    $this->postJson("/api/v1/tests/{$test->id}/run", ['speed' => 60, 'seed' => 2])->assertOk();
    $this->travel(80)->seconds(); // 80 min in: the hold has only begun
    $this->postJson("/api/v1/tests/{$test->id}/finish", ['measured' => []])->assertStatus(409);
    $this->postJson(
        "/api/v1/tests/{$test->id}/finish", ['broken_off' => 'the end cap moved'],
    )->assertOk()->assertJsonPath('state', 'failed')->assertJsonPath('verdict.broken_off', 'the end cap moved');
});

it('keeps everything when logging is stopped and taken up again', function () {
    $test = plannedOn($this, 'O1', 'f2164');
    $this->postJson("/api/v1/tests/{$test->id}/run", ['speed' => 600, 'seed' => 2])->assertOk();
    $this->travel(2)->seconds();
    $this->postJson("/api/v1/tests/{$test->id}/logging", ['on' => false])->assertOk()->assertJsonPath('logging', false);
    $this->travel(2)->seconds();
    $stopped = $this->getJson("/api/v1/tests/{$test->id}/trace")->json('samples');
    $this->postJson("/api/v1/tests/{$test->id}/logging", ['on' => true])->assertOk()->assertJsonPath('logging', true);
    $this->travel(2)->seconds();
    $later = $this->getJson("/api/v1/tests/{$test->id}/trace")->json('samples');
    $gap = max(array_map(static fn (array $a, array $b): float => $b['t'] - $a['t'], array_slice($later, 0, -1), array_slice($later, 1)));
    expect(end($stopped)['t'])->toBeLessThanOrEqual(1600.0)->and(array_slice($later, 0, count($stopped)))->toEqual($stopped)->and($gap)
        ->toBeGreaterThan(1000.0)->and(count($later))->toBeGreaterThan(count($stopped));
});

it('takes the samples of a logger with its own token, once', function () {
    $test = plannedOn($this, 'O1', 'f2164');
    $this->postJson("/api/v1/tests/{$test->id}/run", ['mode' => 'device'])->assertOk();
    $logger = Equipment::where('serial', 'PL-204')->firstOrFail();
    $token = $logger->createToken('t', [Equipment::SEND_PRESSURE], now()->addDay())->plainTextToken;
    $this->app['auth']->forgetGuards();
    $send = fn (array $samples, string $with) => $this->withHeader('Authorization', "Bearer {$with}")->postJson(
        "/api/v1/device/pressure-tests/{$test->id}/samples", ['samples' => $samples],
    );
    $samples = [['time_s' => 0, 'pressure_kpa' => 1.5], ['time_s' => 5, 'pressure_kpa' => 2.5, 'temperature_c' => 12.5]];
    $this->travel(10)->seconds();
    $this->withHeader('Authorization', "Bearer {$token}")->getJson('/api/v1/device/pressure-tests')->assertOk()->assertJsonPath('tests.0.id', $test->id);
    $send($samples, $token)->assertOk()->assertJsonPath('taken', 2);
    $send([...$samples, ['time_s' => 10, 'pressure_kpa' => 3.5]], $token)->assertOk()->assertJsonPath('taken', 1);
    $this->app['auth']->forgetGuards();
    $other = Equipment::where('serial', 'CU-31')->firstOrFail()->createToken('t', [Equipment::SEND_SAMPLES], now()->addDay())->plainTextToken;
    $send($samples, $other)->assertStatus(403);
    $this->app['auth']->forgetGuards();
    expect(array_column($this->signIn('tom@demo')->getJson("/api/v1/tests/{$test->id}/trace")->json('samples'), 'p'))->toEqual([1.5, 2.5, 3.5]);
});

// Found: 5.4 h of samples were sent and the test was ended as passed 1.3 s after its begin; one sample at 10⁹ s shut the section until 2058.
it('takes no sample from the future, and judges none', function () {
    $test = plannedOn($this, 'O1', 'f2164');
    $this->postJson("/api/v1/tests/{$test->id}/run", ['mode' => 'device'])->assertOk();
    $headers = fn (): array => loggerHeaders($this, 'PL-204');
    $send = fn (array $times) => $this->postJson("/api/v1/device/pressure-tests/{$test->id}/samples", [
        'samples' => array_map(static fn (float $t): array => ['time_s' => $t, 'pressure_kpa' => 900.0], $times),
    ], $headers());
    foreach ([[0, 5.4 * 3600], [1e9], [150], [0, 60, 1e300]] as $times) {
        $send($times)->assertStatus(422)->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'in the future'));
    }
    expect(DB::table('trace_blocks')->where('subject_id', $test->id)->count())->toBe(0);
    $send([0, 30, 60, 100])->assertOk(); // a clock that runs ahead
    $this->app['auth']->forgetGuards();
    $this->signIn('tom@demo');
    $this->postJson("/api/v1/tests/{$test->id}/finish", ['broken_off' => 'tried'])->assertStatus(409)
        ->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'fewer than two readings'));
    $this->travel(70)->seconds();
    $this->postJson("/api/v1/tests/{$test->id}/finish", ['broken_off' => 'tried'])->assertOk();
    $judged = Entry::where('subject_id', $test->id)->where('kind', 'test.judged')->firstOrFail()->data();
    expect($judged['samples'])->toBe(3)->and(strtotime($judged['ended_at']))->toBeLessThanOrEqual($this->job()->refresh()->now()->timestamp);
});

it('takes samples of the logger with which the test was begun, as long as its calibration runs', function () {
    $test = plannedOn($this, 'O1', 'f2164');
    $this->postJson("/api/v1/tests/{$test->id}/run", ['mode' => 'device'])->assertOk();
    expect(Entry::where('subject_id', $test->id)->where('kind', 'test.begun')->firstOrFail()->data()['logger']['name'])->toContain('PL-204');
    $send = fn (string $serial) => $this->postJson("/api/v1/device/pressure-tests/{$test->id}/samples", ['samples' => [['time_s' => 0, 'pressure_kpa' => 9]]],
        loggerHeaders($this, $serial));
    $send('PL-310')->assertStatus(403)->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'begun with Logger 40 bar (PL-204)'));
    $this->getJson('/api/v1/device/pressure-tests', loggerHeaders($this, 'PL-310'))->assertOk()->assertJsonCount(0, 'tests');
    $send('PL-204')->assertOk();
    Equipment::where('serial', 'PL-204')->update(['calibration_until' => '2020-01-01']);
    $send('PL-204')->assertStatus(403)->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'ran out on 2020-01-01'));
});

it('is begun at an earlier moment by hand only', function () {
    $test = plannedOn($this, 'O1', 'f2164');
    $this->travel(6)->hours();
    $at = now()->addSeconds($this->job()->clock_ahead_s)->subHours(6)->format('Y-m-d\TH:i:sP');
    $this->lookAgain($this->section('O1'))->postJson("/api/v1/tests/{$test->id}/run", ['mode' => 'device', 'id' => (string) Str::uuid(), 'at' => $at]);
    expect($test->refresh()->started_at === null || $test->started_at->gt($this->job()->now()->subMinute()))->toBeTrue();
});

it('puts the phase of a running test on everyone’s clocks', function () {
    $test = plannedOn($this, 'O1', 'f2164');
    $this->postJson("/api/v1/tests/{$test->id}/run", ['mode' => 'hand'])->assertOk();
    $clock = collect($this->signIn('ada@demo')->getJson("/api/v1/jobs/{$this->job()->id}/clocks")->json('clocks'))->firstWhere('kind', 'test_phase');
    expect($clock['section'])->toBe('O1')->and($clock['title'])->toBe('Raise')->and($clock['then'])->toContain('Expansion');
});

it('lets a supervisor overrule a gate on record, and nobody else', function () {
    $section = $this->section('O2');
    $overrule = fn (string $who, string $gate) => $this->signIn($who)->postJson(
        '/api/v1/entries',
        [
            'id' => (string) Str::uuid(), 'kind' => 'overrule', 'subject_type' => 'section', 'subject_id' => $section->id,
            'payload' => ['rule' => "gate.{$gate}", 'reason' => 'The engineer agreed on the telephone'], 'device_at' => $this->deviceNow(),
        ],
    );
    App\Models\Joint::where('section_id', $section->id)->update(['state' => 'mend']);
    $overrule('tom@demo', 'joints')->assertStatus(403);
    $overrule('ines@demo', 'joints')->assertStatus(403);
    $overrule('vera@demo', 'joints')->assertCreated();
    $gates = collect($this->getJson("/api/v1/sections/{$section->id}/tests")->json('gates'))->keyBy('id');
    expect($gates['joints']['holds'])->toBeTrue()->and($gates['joints']['overrule']['by'])->toBe('Vera Holm');
    $reply = $this->lookAgain($section)->postJson("/api/v1/sections/{$section->id}/tests", ['method' => 'en805-pe'])->assertCreated();
    expect(collect($reply->json('ready.gates'))->firstWhere('id', 'joints')['overrule']['reason'])->toContain('telephone');
});

it('wants the pressure lowered before anything is mended, and the mend on record before a repeat', function () {
    $section = $this->section('O2');
    $test = $section->tests()->firstOrFail();
    DB::table('pressure_tests')->where('id', $test->id)->update(['ended_at' => now()->subDay()]);
    $mend = fn (array $more) => $this->signIn('ada@demo')->postJson(
        "/api/v1/tests/{$test->id}/mends",
        ['id' => (string) Str::uuid(), 'joint' => 1202, 'what' => 'Cut out and made again', 'pressure_lowered' => true, ...$more],
    );
    $mend(['pressure_lowered' => false])->assertStatus(422)->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'Lower the pressure first'));
    $mend(['joint' => 3])->assertStatus(422)->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'no joint 3'));
    $mend([])->assertCreated()->assertJsonCount(2, 'mends');
    expect(collect($this->getJson("/api/v1/sections/{$section->id}/tests")->json('gates'))->firstWhere('id', 'mend')['holds'])->toBeTrue();
    $this->lookAgain($section)->postJson("/api/v1/sections/{$section->id}/tests", ['method' => 'en805-pe'])->assertCreated()->assertJsonPath('repeat_of', 1);
});

it('is signed once by each who may', function () {
    $test = $this->section('O2')->tests()->firstOrFail();
    $sign = fn (string $who) => $this->signIn($who)->postJson("/api/v1/tests/{$test->id}/signatures", ['id' => (string) Str::uuid(), 'remark' => 'seen']);
    $sign('ada@demo')->assertStatus(403);
    $sign('tom@demo')->assertCreated();
    $sign('tom@demo')->assertCreated()->assertJsonCount(1, 'signatures');
    $sign('ines@demo')->assertCreated()->assertJsonPath('signatures.1.role', 'inspector');
    expect(pdfText((string) $this->get("/api/v1/tests/{$test->id}/package.pdf")->assertOk()->getContent()))->toContain('NOT PASSED')->toContain('Ines Marl')
        ->toContain('Wet at the coupler')->toContain('draw-off');
});

it('does not start what was ready when it was planned and is not any more', function () {
    $test = plannedOn($this, 'O1', 'f2164');
    App\Models\Joint::where('section_id', $test->section_id)->update(['state' => 'mend']);
    $this->postJson("/api/v1/tests/{$test->id}/run", ['mode' => 'hand'])->assertStatus(409)->assertJsonPath(
        'title', fn (string $t): bool => str_contains($t, 'not ready any more') && str_contains($t, '1201'),
    );
    App\Models\Joint::where('section_id', $test->section_id)->update(['state' => 'accepted']);
    $this->enter($this->section('O1'), 'zone_kept', false)->assertCreated();
    $this->postJson("/api/v1/tests/{$test->id}/run", ['mode' => 'hand'])->assertStatus(409)->assertJsonPath(
        'title', fn (string $t): bool => str_contains($t, 'No exclusion zone'),
    );
});

it('reads a section in the units of its rulebook', function () {
    $this->job()->update(['rulebook_id' => App\Models\Rulebook::where('key', 'us')->value('id')]);
    $reply = $this->signIn('tom@demo')->getJson("/api/v1/sections/{$this->section('O1')->id}/tests")->assertOk();
    expect($reply->json('chosen'))->toBe('f2164')->and($reply->json('display.pressure.symbol'))->toBe('psi')
        ->and($reply->json('facts_display.length.symbol'))->toBe('ft')->and(json_encode($reply->json('plan')))->toContain('psi');
    $sewer = $this->getJson('/api/v1/sections/'.sewerSection()->id.'/tests')->assertOk();
    expect($sewer->json('chosen'))->toBe('f1417')->and($sewer->json('plan.gauge_kpa'))->toEqualWithDelta(27.579, 0.001)
        ->and($sewer->json('display.pressure.decimals'))->toBe(2);
});

it('says what a section lacks before any test of it can be planned', function () {
    $section = $this->section('B');
    $section->update(['to_station_m' => $section->from_station_m]);
    $this->signIn('tom@demo')->getJson("/api/v1/sections/{$section->id}/tests")->assertStatus(422)->assertJsonPath(
        'title', fn (string $t): bool => str_contains($t, 'has no length yet: plan its line in Set-out'),
    );
    $section->update(['to_station_m' => 216]);
    $section->main->update(['material' => 'Clay']);
    $this->getJson("/api/v1/sections/{$section->id}/tests")->assertStatus(422)->assertJsonPath(
        'title', fn (string $t): bool => str_contains($t, 'how Clay stretches'),
    );
});

it('takes what was read, begun and ended without signal at the time it was done, and ends nothing twice', function () {
    $test = plannedOn($this, 'Q', 'gas-plastic', ['leak' => '20']);
    $this->postJson("/api/v1/tests/{$test->id}/run", ['mode' => 'hand'])->assertOk()->assertJsonPath('hand.test.method', 'gas-plastic')
        ->assertJsonPath('hand.samples', []);
    $start = $test->refresh()->started_at;
    $this->job()->increment('clock_ahead_s', 7200); // two hours later there is signal again, and all of it arrives at once
    $at = fn (int $minute): string => $start->addMinutes($minute)->format('Y-m-d\TH:i:s.vP');
    $note = fn (string $when) => $this->postJson("/api/v1/tests/{$test->id}/notes", ['id' => (string) Str::uuid(), 'phase' => 'test', 'at' => $when]);
    $note($at(2))->assertCreated()->assertJsonPath('notes.0.t', 120)->assertJsonPath('now.began_s', 120);
    $note($at(-1))->assertStatus(422);
    $note($at(300))->assertStatus(422)->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'future'));
    foreach ([[2, 620.0], [32, 619.5], [64, 619.8]] as [$minute, $kpa]) {
        $this->postJson("/api/v1/tests/{$test->id}/readings", [
            'id' => (string) Str::uuid(), 'at' => $at($minute), 'pressure_kpa' => $kpa, 'temperature_c' => 12.0,
        ])->assertCreated();
    }
    $hand = $this->getJson("/api/v1/sections/{$test->section_id}/tests")->assertOk()->json('tests.'.($test->number - 1).'.hand');
    // what a tablet is given says there what the server says here
    $measured = ['gauge_tolerance_kpa' => 0.5, 'baro_start_kpa' => 101.325, 'baro_end_kpa' => 101.325];
    $asked = ['ask' => 'test', 'given' => [...$hand, 'notes' => [['t' => 120, 'phase' => 'test', 'text' => '']], 'entries' => [
        ['path' => 'finish', 'at' => $at(65), 'payload' => ['measured' => $measured]],
    ], 'now' => $at(70)]];
    $here = json_decode(Diastoma\Core\Device\Door::answer((string) json_encode($asked)), true);
    $end = ['id' => (string) Str::uuid(), 'measured' => $measured];
    $there = $this->postJson("/api/v1/tests/{$test->id}/finish", $end)->assertOk()->assertJsonPath('state', 'passed')->json();
    $this->postJson("/api/v1/tests/{$test->id}/finish", $end)->assertOk(); // sent again after a lost answer
    $this->postJson("/api/v1/tests/{$test->id}/finish", ['id' => (string) Str::uuid()] + $end)->assertStatus(409);
    expect($here['state'])->toBe('passed')->and($here['verdict']['findings'])->toEqual($there['verdict']['findings'])
        ->and($here['verdict']['arithmetic'])->toEqual($there['verdict']['arithmetic'])
        ->and(Entry::where('subject_id', $test->id)->where('kind', 'test.judged')->count())->toBe(1);
});
