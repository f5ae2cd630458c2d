<?php

declare(strict_types=1);

namespace App\PressureTests;

use App\Journal\Journal;
use App\Models\Entry;
use App\Models\PressureTest;
use Carbon\CarbonImmutable;
use Diastoma\Core\PressureTest\Run\HeldAfter;
use Diastoma\Core\Sitting\Entry as Item;

/** Whose names stand under a test, and what it waits for. */
final class Signed
{
    /** What a test waits for at its hold point; null where it waits for nothing. */
    public static function waits(?PressureTest $test): ?string
    {
        if ($test === null || $test->ended_at === null) {
            return null;
        }
        $signatures = self::about($test, Journal::TEST_SIGNED)->map(static fn (Entry $e): array => [
            'by' => (string) ($e->data()['one_with'] ?? $e->person->name), 'role' => (string) ($e->data()['role'] ?? ''),
        ])->all();

        return HeldAfter::said(
            $test->section->main->job->rules(), $test->number, array_values($signatures), self::ranBy($test), $test->ended_at->toRfc3339String(),
        );
    }

    /** @return list<string> joints of its section that were cut out after a test, as the crew calls them */
    public static function cutOutSince(PressureTest $test): array
    {
        if ($test->ended_at === null) {
            return [];
        }
        $joints = $test->section->everyJoint()->reorder('number')->get(['id', 'number', 'suffix'])->keyBy('id');
        $cut = Entry::query()->where('job_id', $test->jobId())->where('kind', Item::CUT_OUT)
            ->whereIn('subject_id', $joints->keys())->get(['subject_id', 'device_at']);
        $since = $cut->filter(static fn (Entry $e): bool => CarbonImmutable::parse($e->device_at) > $test->ended_at);

        return array_values($since->map(static fn (Entry $e): string => (string) $joints->get($e->subject_id)?->label())->unique()->all());
    }

    /** Name of whoever began a test. */
    public static function ranBy(PressureTest $test): string
    {
        return (string) self::about($test, Journal::TEST_BEGUN)->first()?->person->name;
    }

    /** @return \Illuminate\Database\Eloquent\Collection<int, Entry> */
    public static function about(PressureTest $test, string $kind): \Illuminate\Database\Eloquent\Collection
    {
        return Entry::with('person')->where('subject_type', 'test')->where('subject_id', $test->id)->where('kind', $kind)->orderBy('seq')->get();
    }
}
