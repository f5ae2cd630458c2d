<?php

declare(strict_types=1);

namespace Tests;

use App\Models\Job;
use App\Models\Joint;
use App\Models\Person;
use App\Models\Section;
use Illuminate\Foundation\Testing\TestCase as Base;
use Illuminate\Support\Str;
use Illuminate\Testing\TestResponse;

abstract class TestCase extends Base
{
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
            'id' => $id ?? (string) Str::uuid(), 'kind' => 'reading', 'subject_type' => $subject instanceof Joint ? 'joint' : 'section', 'subject_id' => $subject->id,
            'payload' => ['key' => $key, 'value' => $value], 'device_at' => $at ?? $this->deviceNow(),
        ];
    }

    public function enter(Joint|Section $subject, string $key, mixed $value, ?string $at = null): TestResponse
    {
        return $this->postJson('/api/v1/entries', $this->draft($subject, $key, $value, null, $at));
    }
}
