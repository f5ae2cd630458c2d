<?php

declare(strict_types=1);

use App\Models\Joint;
use App\Models\Main;
use App\PressureTests\Progress;
use App\Procedures\Subject;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Str;

const METRIC = ['system' => 'pe_fused', 'convention' => 'metric', 'size' => 180];

function listedMain(Tests\TestCase $test, array $more = []): Main
{
    $made = $test->signIn()->postJson("/api/v1/jobs/{$test->job()->id}/mains", [
        'name' => 'Listed '.Str::random(5), 'service' => 'water', ...METRIC, 'sdr' => 11, ...$more,
    ])->assertCreated();

    return Main::findOrFail($made->json('main.id'));
}

/** @param  list<string>  $lines */
function listFile(array $lines): UploadedFile
{
    return UploadedFile::fake()->createWithContent('list.csv', implode("\n", $lines));
}

function sentList(Tests\TestCase $test, Main $main, UploadedFile $file, array $more = []): Illuminate\Testing\TestResponse
{
    return $test->post("/api/v1/mains/{$main->id}/joint-list", ['file' => $file, 'unit' => 'm', 'dry' => '1', ...$more], ['Accept' => 'application/json']);
}

it('tries a list, names what it would refuse, and lays it only whole', function () {
    $main = listedMain($this);
    $bad = ['Joint;Chainage;Pipe', '7901;12;L2', '7902;11;L3', '7902;36;L3'];
    $tried = sentList($this, $main, listFile($bad))->assertOk();
    expect($tried->json('mapping'))->toBe(['station' => 1, 'pipe' => 2, 'number' => 0])->and($tried->json('refused_count'))->toBe(2)
        ->and($tried->json('refused.0'))->toBe(['row' => 3, 'said' => 'It does not lie beyond the joint before it.'])->and($tried->json('laid'))->toBeFalse();
    sentList($this, $main, listFile($bad), ['dry' => '0'])->assertStatus(422)
        ->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'Row 3 cannot'));
    expect($main->joints()->count())->toBe(0)->and($main->pipes()->count())->toBe(0);
    $good = listFile(['a,b,c', '7901,12,L2', '7902,24,L3', '7903,36,L4']);
    sentList($this, $main, $good)->assertOk()->assertJsonPath('mapping', [])->assertJsonPath('joints', 0); // nobody can tell which column is which
    $laid = sentList($this, $main, $good, ['dry' => '0', 'mapping' => json_encode(['number' => 0, 'station' => 1, 'pipe' => 2])])->assertCreated();
    expect($laid->json('joints'))->toBe(3)->and($main->joints()->pluck('number')->all())->toBe([7901, 7902, 7903])
        ->and($main->pipes()->pluck('number')->all())->toContain('L2', 'L3', 'L4')->and($main->refresh()->length_m)->toBe(48.0);
    sentList($this, $main, listFile(['station', '47']))->assertOk()->assertJsonPath('refused.0.row', 2); // it goes on where the last pipe ends
    sentList($this, $main, listFile(['station', '48', '60']), ['dry' => '0'])->assertCreated();
    expect($main->joints()->count())->toBe(5);
    $this->signIn('tom@demo');
    sentList($this, $main, $good)->assertForbidden();
    $this->artisan('journal:verify')->assertExitCode(0);
    $this->artisan('journal:replay')->assertExitCode(0);
});

it('brings twenty thousand, tells how far it is, and stores nothing where somebody cancels', function () {
    $main = listedMain($this);
    $list = listFile(['station', ...array_map(static fn (int $k): string => (string) (12 * $k), range(1, 20_000))]);
    $id = (string) Str::uuid();
    $this->delete("/api/v1/mains/{$main->id}/imports/{$id}")->assertNoContent();
    sentList($this, $main, $list, ['dry' => '0', 'import' => $id])->assertStatus(409)->assertJsonPath('title', 'The import was cancelled. Nothing was stored.');
    expect($main->joints()->count())->toBe(0);
    Progress::of($other = (string) Str::uuid())->begin($main->id, 100);
    $this->getJson("/api/v1/imports/{$other}")->assertOk()->assertJsonPath('import.stage', 'reading');
    $begun = microtime(true);
    sentList($this, $main, $list, ['dry' => '0', 'import' => (string) Str::uuid()])->assertCreated();
    fwrite(STDERR, "\n20,000 joints brought in ".round(microtime(true) - $begun, 2)." s\n");
    expect($main->joints()->count())->toBe(20_000)->and($main->pipes()->count())->toBe(20_001);
});

it('takes another pipe from a joint on, and judges that joint by both', function () {
    $main = listedMain($this);
    $url = "/api/v1/mains/{$main->id}/joints";
    $this->postJson($url, ['count' => 2, 'pipe_length_m' => 12])->assertCreated();
    $this->postJson($url, ['count' => 2, 'pipe_length_m' => 12, 'pipe' => [...METRIC, 'size' => 200, 'sdr' => 11]])->assertStatus(422)
        ->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'reducer'));
    $this->postJson($url, ['count' => 2, 'pipe_length_m' => 12, 'pipe' => [...METRIC, 'sdr' => 17]])->assertCreated();
    $this->postJson($url, ['count' => 1, 'pipe_length_m' => 12])->assertCreated(); // it goes on with the new pipe
    $joints = $main->joints()->get();
    $facts = static fn (Joint $j): array => Subject::joint($j->load('main.job.rulebook'))->facts->toArray();
    expect($facts($joints[1]))->toMatchArray(['sdr' => 11.0])->not->toHaveKey('sdr_b')->and($facts($joints[2]))
        ->toMatchArray(['sdr' => 11.0, 'sdr_b' => 17.0, 'wall_mm' => 10.7])->and($facts($joints[3]))->toMatchArray(['sdr' => 17.0, 'sdr_b' => 17.0]);
    $line = $this->getJson("/api/v1/mains/{$main->id}/line")->assertOk();
    expect(array_column($line->json('spans'), 'pipe'))->toBe(['PE 100 SDR 11 dn 180', 'PE 100 SDR 17 dn 180'])
        ->and($line->json('spans.0.to_station_m'))->toEqual(36);
    $section = $main->sections()->first();
    expect(App\PressureTests\KnownFacts::facts($section)['parts'])->toHaveCount(2);
    $this->artisan('journal:replay')->assertExitCode(0);
});

it('lets a main leave another at a joint', function () {
    $tee = Joint::whereIn('main_id', $this->job()->mains()->pluck('id'))->where('method', 'electrofusion.tapping_tee')->firstOrFail();
    $main = listedMain($this, ['leaves_joint' => $tee->number]);
    expect($this->getJson("/api/v1/mains/{$main->id}/line")->assertOk()->json('leaves.joint'))->toBe($tee->number);
    $line = $this->getJson("/api/v1/mains/{$tee->main_id}/line")->assertOk();
    expect($line->json('branches.0'))->toMatchArray(['main_id' => $main->id, 'joint' => $tee->number]);
    $this->postJson("/api/v1/jobs/{$this->job()->id}/mains", ['name' => 'Off a coupler', 'service' => 'water', ...METRIC, 'sdr' => 11, 'leaves_joint' => 3])
        ->assertStatus(422)->assertJsonPath('errors.0.detail', fn (string $t): bool => str_contains($t, 'has no outlet'));
    $this->postJson("/api/v1/jobs/{$this->job()->id}/mains", ['name' => 'X', 'service' => 'water', ...METRIC, 'sdr' => 11, 'leaves_joint' => 99999])
        ->assertStatus(422);
    $this->artisan('journal:replay')->assertExitCode(0);
});

it('takes the numbers that are written on a joint and its pipes, and keeps its record', function () {
    $joint = $this->joint(3);
    $next = $this->joint(4);
    $url = "/api/v1/joints/{$joint->id}/numbers";
    $new = ['number' => 333, 'pipe_a' => $joint->pipe_a, 'pipe_b' => 'HEAT-77'];
    $this->signIn('tom@demo')->putJson($url, $new)->assertForbidden();
    $this->signIn()->putJson($url, [...$new, 'number' => 4])->assertStatus(422)->assertJsonPath('errors.0.field', 'number');
    $this->putJson($url, [...$new, 'pipe_b' => $joint->pipe_a])->assertStatus(422)->assertJsonPath('errors.0.field', 'pipe_b');
    $this->putJson($url, [...$new, 'number' => 'three'])->assertStatus(422);
    $bench = $this->putJson($url, $new)->assertOk();
    expect($bench->json('joint.number'))->toBe(333)->and($bench->json('joint.state'))->toBe('accepted')
        ->and($bench->json('readings.ambient_c.times'))->toBeGreaterThan(0)->and($next->refresh()->pipe_a)->toBe('HEAT-77');
    $this->artisan('journal:verify')->assertExitCode(0);
    $this->artisan('journal:replay')->assertExitCode(0);
});
