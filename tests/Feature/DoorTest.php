<?php

declare(strict_types=1);

use App\Models\FusionRun;
use App\Models\Joint;
use App\Models\PressureTest;
use Illuminate\Database\Events\QueryExecuted;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Route;

/** A fusion that is over and that nobody has asked about since. */
function unsettled(Tests\TestCase $test, Joint $joint): string
{
    $test->signIn()->enterUpTo($joint, 'fusion');
    $run = $test->postJson("/api/v1/joints/{$joint->id}/fusion-runs", ['speed' => 1, 'seed' => 4])->assertCreated()->json('id');
    $test->travel(10)->minutes();

    return $run;
}

// Found: a simulated fusion could be started on a real job.
it('lets no simulated device onto a real job', function (Closure $send) {
    $joint = $this->joint(9);
    $this->signIn()->enterUpTo($joint, 'fusion');
    $this->job()->update(['simulated' => false]);
    $send->call($this->signIn('vera@demo'), $joint)->assertStatus(409)->assertJsonPath('title', fn (string $said): bool => str_contains($said, 'real job'));
    expect(FusionRun::where('joint_id', $joint->id)->exists())->toBeFalse();
})->with([
    'a fusion' => [fn (Joint $joint) => $this->postJson("/api/v1/joints/{$joint->id}/fusion-runs")],
    'a pressure test' => [fn (Joint $joint) => $this->postJson('/api/v1/tests/'.PressureTest::firstOrFail()->id.'/run', ['mode' => 'simulated'])],
    'a clock put forward' => [fn (Joint $joint) => $this->postJson("/api/v1/jobs/{$this->job()->id}/clock", ['to' => now()->addHour()->toIso8601String()])],
]);

// Found: whoever looked at a joint or a test ended what had run out on it.
it('writes nothing when somebody looks', function () {
    $joint = $this->joint(9);
    $run = unsettled($this, $joint);
    $ids = [
        'job' => $this->job()->id, 'joint' => $joint->id, 'run' => $run,
        'id' => App\Models\Entry::where('payload', 'like', '%"samples_sha256"%')->firstOrFail()->id, 'main' => $joint->main_id, 'section' => $joint->section_id,
        'test' => PressureTest::firstOrFail()->id,
    ];
    $wrote = [];
    DB::listen(function (QueryExecuted $query) use (&$wrote): void {
        if (preg_match('/\A\s*(insert|update|delete|replace)\b(?!.*\b(sessions|cache)\b)/i', $query->sql) === 1) {
            $wrote[] = $query->sql;
        }
    });
    $asked = 0;
    foreach (Route::getRoutes() as $route) {
        preg_match_all('/\{(\w+)\}/', $route->uri(), $names);
        if (
            str_starts_with($route->uri(), 'api/v1/') && ! str_contains($route->uri(), '/device/') && ! $route->isFallback
            && in_array('GET', $route->methods(), true) && ! in_array($route->uri(), ['api/v1/entries', 'api/v1/people', 'api/v1/office/jobs'], true)
            && array_diff($names[1], array_keys($ids)) === []
        ) {
            expect($this->get('/'.preg_replace_callback(
                '/\{(\w+)\}/', static fn (array $m): string => (string) $ids[$m[1]], $route->uri(),
            ))->baseResponse->getStatusCode())->toBe(200, $route->uri());
            $asked++;
        }
    }
    $this->getJson("/api/v1/entries?subject_type=joint&subject_id={$joint->id}")->assertOk();
    expect($wrote)->toBe([])->and($asked)->toBeGreaterThan(15)->and(FusionRun::findOrFail($run)->finished)->toBeFalse();
});

it('ends what has run out when somebody asks, under the name of the unit', function (Closure $ask) {
    $joint = $this->joint(9);
    $run = unsettled($this, $joint);
    expect($this->getJson("/api/v1/fusion-runs/{$run}")->assertOk()->json())->toMatchArray(['finished' => false, 'over' => true]);
    $this->signIn('ines@demo');
    $ask->call($this, $joint, $run);
    $this->getJson("/api/v1/joints/{$joint->id}")->assertOk()->assertJsonPath('joint.state', 'cooling')->assertJsonPath('fusion_run', null)
        ->assertJsonPath('readings.fusion.by', 'Simulated control unit, started by Ada Brook');
})->with([
    'on the screen' => [fn (Joint $joint, string $run) => $this->postJson("/api/v1/fusion-runs/{$run}/settle")->assertOk()->assertJsonPath('finished', true)],
    'with the next entry' => [fn (Joint $joint, string $run) => $this->signIn()->enter($joint, 'ambient_c', 12)->assertCreated()],
    'by the scheduler' => [fn (Joint $joint, string $run) => $this->artisan('runs:settle')->assertSuccessful()],
]);
