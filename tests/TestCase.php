<?php

declare(strict_types=1);

namespace Tests;

use App\Models\Job;
use App\Models\Joint;
use App\Models\Person;
use App\Models\Section;
use App\Procedures\Subject;
use Diastoma\Core\Simulation\GoodCrew;
use Illuminate\Foundation\Testing\TestCase as Base;
use Illuminate\Support\Str;
use Illuminate\Testing\TestResponse;

abstract class TestCase extends Base
{
    private ?Losing $losing = null;

    /** With DIASTOMA_LOSE=N in the environment the N-th write of each request loses against others, once: every test holds all the same. */
    public function call($method, $uri, $parameters = [], $cookies = [], $files = [], $server = [], $content = null)
    {
        $at = (int) getenv('DIASTOMA_LOSE');
        $at > 0 && ($this->losing ??= Losing::at($at))->again($at);

        $reply = parent::call($method, $uri, $parameters, $cookies, $files, $server, $content);
        $this->losing?->again(0); // what a test writes itself never loses

        return $reply;
    }

    public function person(string $email = 'ada@demo'): Person
    {
        return Person::where('email', $email)->firstOrFail();
    }

    public function signIn(string $email = 'ada@demo'): static
    {
        return $this->actingAs($this->person($email));
    }

    public function job(): Job
    {
        return Job::where('number', 'K-2417')->firstOrFail();
    }

    public function joint(int $number): Joint
    {
        return Joint::whereIn('main_id', $this->job()->mains()->pluck('id'))->where('number', $number)->firstOrFail();
    }

    public function section(string $name): Section
    {
        return Section::whereIn('main_id', $this->job()->mains()->pluck('id'))->where('name', $name)->firstOrFail();
    }

    public function unit(string $serial = 'CU-31'): string
    {
        return (string) $this->job()->equipment()->where('serial', $serial)->value('id');
    }

    /** The time on the job as a device would write it. */
    public function deviceNow(int $secondsAgo = 0): string
    {
        return $this->job()->now()->subSeconds($secondsAgo)->format('Y-m-d\TH:i:sP');
    }

    /** @return array<string, mixed> */
    public function draft(Joint|Section $subject, string $key, mixed $value, ?string $id = null, ?string $at = null): array
    {
        return [
            'id' => $id ?? (string) Str::uuid(), 'kind' => 'reading', 'subject_type' => $subject instanceof Joint ? 'joint' : 'section',
            'subject_id' => $subject->id,
            'payload' => ['key' => $key, 'value' => $value], 'device_at' => $at ?? $this->deviceNow(),
        ];
    }

    public function enter(Joint|Section $subject, string $key, mixed $value, ?string $at = null): TestResponse
    {
        return $this->postJson('/api/v1/entries', $this->draft($subject, $key, $value, null, $at));
    }

    /**
     * What a good crew enters up to a reading, and not that reading itself, ending now.
     *
     * @param  array<string, mixed>  $change  other answers; null leaves one out
     * @return list<array{string, mixed, string}> key, value, time
     */
    public function crewUpTo(Joint $joint, string $until, array $change = []): array
    {
        $subject = Subject::joint($joint->refresh()->load('main.job.rulebook'));
        $instead = array_filter($change, static fn (mixed $v): bool => $v !== null);
        $history = (new GoodCrew(
            $subject->procedure, $subject->facts, $subject->rulebook(), array_map(static fn (mixed $v): mixed => is_int($v) ? (float) $v : $v, $instead),
        ))->readings(new \DateTimeImmutable('2026-01-01T08:00:00+00:00'))->history;
        $entries = [];
        foreach ($history as $reading) {
            if ($reading->key === $until) {
                $shift = now()->getTimestamp() - 10 - $reading->takenAt->getTimestamp() + (int) (
                    is_array($reading->value) ? ceil((float) ($reading->value['duration_s'] ?? 0)) : 0
                );

                return array_values(array_map(
                    fn (array $e): array => [
                        $e[0],
                        is_array($e[1]) && isset($e[1]['calibration_until']) ? $this->unit()
                            : ($e[1] instanceof \DateTimeImmutable ? $e[1]->modify("{$shift} seconds")->format('Y-m-d\TH:i:sP') : $e[1]),
                        $e[2]->modify("{$shift} seconds")->format('Y-m-d\TH:i:sP'),
                    ],
                    $entries,
                ));
            }
            if (! (array_key_exists($reading->key, $change) && $change[$reading->key] === null)) {
                $now = is_string($reading->value) && preg_match('/\A\d{4}-\d\d-\d\dT/', $reading->value) === 1;
                $entries[] = [
                    $reading->key,
                    $now && ! array_key_exists($reading->key, $change) ? new \DateTimeImmutable($reading->value) : ($change[$reading->key] ?? $reading->value),
                    $reading->takenAt,
                ];
            }
        }
        throw new \LogicException("The crew never came to {$until}.");
    }

    /** @param  array<string, mixed>  $change */
    public function enterUpTo(Joint $joint, string $until, array $change = []): static
    {
        foreach ($this->crewUpTo($joint, $until, $change) as [$key, $value, $at]) {
            $this->enter($joint, $key, $value, $at)->assertCreated();
        }

        return $this;
    }

    /** Talk, zone, gauge and relief are looked at again before a test: what was seen hours ago is stale. */
    public function lookAgain(Section $section): static
    {
        foreach (['talk_held', 'zone_kept', 'relief_set'] as $key) {
            $this->signIn('tom@demo')->enter($section, $key, true)->assertCreated();
        }

        return $this;
    }
}
