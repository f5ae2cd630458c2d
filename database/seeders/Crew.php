<?php

declare(strict_types=1);

namespace Database\Seeders;

use App\Actions\WriteEntry;
use App\Demo\CrewAnswers;
use App\Journal\Draft;
use App\Models\Person;
use App\Procedures\Subject;
use Carbon\CarbonImmutable;
use Diastoma\Core\Procedure\ReadingKind;
use Diastoma\Core\Sitting\Entry;
use Illuminate\Support\Str;

/** A crew that works well, and enters each reading when it is taken. */
final class Crew
{
    public function __construct(private readonly WriteEntry $write)
    {
    }

    /**
     * Answers what a work asks, in order, until it asks nothing any more.
     *
     * @param  int  $most  answers, where the crew is not done yet
     * @param  \Closure(string): mixed  $instead  an answer of their own by key; null for the usual one
     * @param  ?string  $before  id of the step at which they stop
     */
    public function work(
        string $kind, string $id, Person $person, CarbonImmutable $at, int $most = 200, ?\Closure $instead = null, ?string $before = null,
    ): void {
        for ($k = 0; $k < $most; $k++) {
            $subject = Subject::find($kind, $id);
            $standing = $subject->verdict()->current();
            if ($standing === null || $standing->missing === [] || $standing->step === $before) {
                return;
            }
            $key = $standing->missing[0];
            $spec = null;
            foreach ($subject->steps() as $step) {
                $spec ??= $step->reading($key);
            }
            if ($spec === null) {
                return;
            }
            $moment = $at->addSeconds(20 * $k);
            $value = ($instead === null ? null : $instead($key)) ?? CrewAnswers::of($spec, $subject, $moment->toDateTimeImmutable());
            $this->enter($kind, $id, $person, $key, $value, $moment, $spec->kind === ReadingKind::Row);
        }
    }

    public function enter(string $kind, string $id, Person $person, string $key, mixed $value, CarbonImmutable $at, bool $isRow = false): void
    {
        $draft = new Draft(
            (string) Str::uuid(), $isRow ? Entry::ROW : Entry::READING, $kind, $id, ['key' => $key, $isRow ? 'row' : 'value' => $value],
            $at->format('Y-m-d\TH:i:sP'),
        );
        CarbonImmutable::withTestNow($at, fn () => $this->write->execute($person, $draft)); // it arrives as it is taken
    }
}
