<?php

declare(strict_types=1);

use App\Models\Entry;
use App\Models\Equipment;
use App\Models\Job;
use App\Models\Person;
use App\Models\Taking;
use App\Office\Crew;
use App\Office\Instruments;
use App\Office\Jobs;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Route;
use Illuminate\Support\Str;

/*
 * What a taking and a token cover, and nothing beside: generated from who sends, in whose name, by which pass, of what kind, made when, and what has become
 * of its author since. What is expected is worked out here once more, from those alone.
 */

/** @return array{Person, Job} a supervisor of the demo's job, who is on another job too */
function rut(Tests\TestCase $test): array
{
    $rut = Person::create(['name' => 'Rut Beck', 'email' => 'rut@demo', 'password' => 'clay ferry olive nine', 'administrator' => true]);
    $other = app(Jobs::class)->make($rut, ['number' => 'E-1', 'title' => 'Elsewhere', 'place' => 'Farrow', 'time_zone' => 'UTC', 'role' => 'supervisor']);
    $rut->update(['administrator' => false]);
    app(Crew::class)->put($test->job(), $test->person('root@demo'), $rut, 'supervisor');

    return [$rut->refresh(), $other];
}

it('takes an entry by nothing but the taking that covers it', function (string $fate, int $nowH) {
    $this->travelTo(now()->subDays(3)->setTime(8, 0));
    [$rut, $other] = rut($this);
    [$job, $joint, $ada, $root] = [$this->job(), $this->joint(9), $this->person(), $this->person('root@demo')];
    $taken = $job->now();
    $take = static fn (Person $by, Job $of, App\Models\Main $main): Taking => Taking::create([
        'id' => (string) Str::uuid(), 'job_id' => $of->id, 'main_id' => $main->id, 'person_id' => $by->id, 'role' => 'supervisor',
        'taken_at' => $taken->format('Y-m-d\TH:i:s.vP'),
    ]);
    [$own, $hers, $elsewhere] = [$take($rut, $job, $joint->main), $take($ada, $job, $joint->main), $take($rut, $other, $joint->main)];
    $this->travel(90)->minutes();
    $fate === 'taken off' && app(Crew::class)->remove($job, $root, $rut);
    $fate === 'left' && $rut->forceFill(['left_at' => now('UTC')])->save();
    $this->travel(60 * $nowH - 90)->minutes();
    $passes = ['own' => $own->pass(), 'own, its id alone' => $own->id, 'own, not its proof' => $own->id.'.'.str_repeat('0', 64),
        'of another person' => $hers->pass(), 'of another job' => $elsewhere->pass(), 'none' => null];
    $senders = ['rut' => $rut, 'ada' => $ada, 'vera' => $this->person('vera@demo'), 'ines' => $this->person('ines@demo')];
    $payloads = ['reading' => ['key' => 'ambient_c', 'value' => 12], 'note' => ['text' => 'Seen.'], 'signature' => ['key' => 'hold.first_of_day'],
        'overrule' => ['rule' => 'ef.ambient', 'reason' => 'The shelter was put up meanwhile.'], 'cut_out' => ['reason' => 'It leaned too far over.']];
    $wrong = [];
    $asked = 0;
    foreach ($senders as $who => $sender) {
        foreach ($who === 'rut' && $fate === 'left' ? [] : ['herself', 'rut'] as $in) {
            foreach ($who === 'rut' || $in === 'rut' ? $passes : array_intersect_key($passes, ['own' => 1, 'none' => 1]) as $which => $pass) {
                foreach ($payloads as $kind => $payload) {
                    foreach (array_filter([-1, 1, 2, 25], static fn (int $h): bool => $h <= $nowH) as $madeH) {
                        $isHandedIn = $in === 'rut' && $who !== 'rut';
                        $isJudgement = in_array($kind, ['signature', 'overrule', 'cut_out'], true);
                        $isOfItsDay = $madeH >= 0 && $madeH <= 24;
                        $isBefore = $fate === 'on the job' || $madeH * 60 <= 90; // what came after, a supervisor answers for who hands it in
                        $may = match (true) {
                            $isHandedIn => $who === 'vera' && $which === 'own' && ! $isJudgement && $isOfItsDay,
                            $who !== 'rut' || $fate === 'on the job' => true, // by the rights of today
                            default => in_array($which, ['own', 'own, its id alone'], true) && ! $isJudgement && $isOfItsDay && $isBefore,
                        };
                        DB::beginTransaction();
                        $reply = $this->actingAs($sender->refresh())->postJson('/api/v1/entries', [
                            'id' => (string) Str::uuid(), 'kind' => $kind, 'subject_type' => 'joint', 'subject_id' => $joint->id, 'payload' => $payload,
                            'device_at' => $taken->addHours($madeH)->format('Y-m-d\TH:i:sP'), 'along' => $pass, 'for' => $in === 'rut' ? $rut->id : null,
                        ]);
                        $status = $reply->baseResponse->getStatusCode();
                        $by = Entry::find($reply->json('entry.id'))?->person_id;
                        DB::rollBack();
                        $asked++;
                        $isShut = in_array($status, [403, 404], true);
                        $isByRole = ! $may || $who === 'rut' || $isHandedIn ? false : $status === 403; // what a jointer or an inspector may not do at all
                        if ($isShut === $may && ! $isByRole || $status >= 500 || $by !== null && $by !== ($in === 'rut' ? $rut->id : $sender->id)) {
                            $wrong[] = "{$who} in the name of {$in}, pass {$which}, {$kind}, made after {$madeH} h: {$status} ".$reply->json('title');
                        }
                    }
                }
            }
        }
    }
    expect($wrong)->toBe([])->and($asked)->toBeGreaterThan(200);
})->with([['on the job', 2], ['taken off', 2], ['taken off', 30], ['left', 30]]);

// Found by this: a retired gauge whose token had been left saw which tests run.
it('lets a token do what its instrument may, while it may, and nothing else', function () {
    [, $other] = rut($this);
    $today = now();
    $make = function (Job $job, string $kind, string $until, bool $isRetired = false): Equipment {
        static $number = 0;

        return Equipment::create(['job_id' => $job->id, 'kind' => $kind, 'name' => "A {$kind}", 'serial' => 'T-'.++$number, 'calibration_until' => $until,
            'retired_at' => $isRetired ? now('UTC') : null]);
    };
    $good = $today->addYear()->format('Y-m-d');
    $tokens = [];
    foreach (['control_unit', 'gauge', 'torque_wrench', 'clamp'] as $kind) {
        $tokens["{$kind}, good"] = Instruments::issue($make($this->job(), $kind, $good), 5);
        $tokens["{$kind}, of another job"] = Instruments::issue($make($other, $kind, $good), 5);
        $tokens["{$kind}, out of calibration"] = Instruments::issue($make($this->job(), $kind, $today->subDay()->format('Y-m-d')), 5);
        $tokens["{$kind}, retired"] = Instruments::issue($make($this->job(), $kind, $good, true), 5);
        if ($kind !== 'gauge') {
            continue; // what opens nothing at all does so whatever it is of
        }
        $late = $make($this->job(), $kind, $good);
        $tokens["{$kind}, run out"] = Instruments::issue($late, 5);
        $late->tokens()->get()->each->update(['expires_at' => now()->subMinute()]);
        $gone = $make($this->job(), $kind, $good);
        $tokens["{$kind}, taken away"] = Instruments::issue($gone, 5);
        $gone->tokens()->get()->each->delete();
        $tokens["{$kind}, changed by a letter"] = substr($tokens["{$kind}, good"], 0, -1).(str_ends_with($tokens["{$kind}, good"], 'a') ? 'b' : 'a');
    }
    $joint = $this->joint(10);
    $bodies = [
        'device/fusion-runs' => ['joint' => $joint->number, 'label' => 'x'], 'device/bolts' => ['joint' => $joint->number, 'bolts' => []],
        'device/pressure-tests' => [],
    ];
    $wrong = [];
    $asked = 0;
    foreach ($tokens as $whose => $token) {
        [$kind, $state] = explode(', ', $whose, 2);
        foreach (Route::getRoutes() as $route) {
            $isDevice = str_starts_with($route->uri(), 'api/v1/device/');
            if (! str_starts_with($route->uri(), 'api/v1/') || $route->isFallback || ! in_array('auth', $route->gatherMiddleware(), true) && ! $isDevice) {
                continue;
            }
            foreach (array_diff($route->methods(), ['HEAD']) as $method) {
                $url = '/'.preg_replace('/\{\w+\}/', (string) Str::uuid(), $route->uri());
                DB::beginTransaction();
                $this->app['auth']->forgetGuards();
                $this->app['auth']->shouldUse('web'); // each request begins with it
                $status = $this->withHeaders(['Authorization' => "Bearer {$token}"])->json($method, $url, $bodies[substr($route->uri(), 7)] ?? [])
                    ->baseResponse->getStatusCode();
                DB::rollBack();
                $asked++;
                $isListOfTests = $route->uri() === 'api/v1/device/pressure-tests' && $kind === 'gauge'
                    && in_array($state, ['good', 'of another job', 'out of calibration'], true);
                if ($status >= 500 || $status < 400 && ! $isListOfTests || ! $isDevice && $status !== 401) {
                    $wrong[] = "{$whose}: {$method} {$route->uri()} {$status}";
                }
                if (in_array($state, ['retired', 'run out', 'taken away', 'changed by a letter'], true) && $status !== 401) {
                    $wrong[] = "{$whose} still opens {$method} {$route->uri()}: {$status}";
                }
            }
        }
    }
    expect($wrong)->toBe([])->and($asked)->toBeGreaterThan(1500);
});
