<?php

declare(strict_types=1);

namespace App\Pages;

use App\Journal\Journal;
use App\Models\Entry;
use App\Models\Job;
use App\Models\Joint;
use App\Models\Person;
use App\Models\Rulebook;
use Diastoma\Core\Catalogue\Bites;
use Diastoma\Core\PressureTest\TestMethods;
use Diastoma\Core\Procedure\Listing;
use Diastoma\Core\Rulebook\Limit;
use Diastoma\Core\Rulebook\Rulebook as CoreRulebook;
use Diastoma\Core\Rulebook\Rulebooks;
use Diastoma\Core\Rulebook\School;
use Diastoma\Core\Rulebook\Schools;
use Diastoma\Core\Sitting\CertificateKind;
use Diastoma\Core\Sitting\Certified;
use Diastoma\Core\Sitting\State;

/** Every limit a job works by: value, source, who changed it and why; and the joints that were judged before the last change. */
final class RulebookPage
{
    private const GROUPS = [
        'ef.' => 'Electrofusion', 'gs.' => 'Gasketed joints', 'mc.' => 'Couplings and taps', 'test.' => 'Pressure tests', 'tr.' => 'Trench and cover',
        'yd.' => 'Yard', 'shift.' => 'Shift sheet',
    ];

    /** @return array<string, mixed> */
    public static function of(Job $job, Person $person): array
    {
        $rulebook = $job->rules();
        $versions = self::versions($job);
        $shipped = Rulebooks::of(explode('-', $rulebook->id)[0]);
        $all = array_values($rulebook->all());
        $crafts = array_flip([...array_values(self::GROUPS), 'Other']);
        $at = static fn (Limit $l): array => [$crafts[self::group($l->id)], Bites::order($l->id)];
        usort($all, static fn (Limit $a, Limit $b): int => $at($a) <=> $at($b)); // craft by craft, as the work goes
        $limits = array_map(static fn (Limit $l): array => [
            'id' => $l->id, 'title' => $l->title, 'value' => $l->value, 'unit' => $l->unit->value, 'display' => $rulebook->units->display($l->unit),
            'source' => $l->source->tag(),
            'changed_by' => $l->changedBy, 'reason' => $l->reason, 'shipped' => $shipped?->optional($l->id), 'group' => self::group($l->id),
            'bites' => self::bites($l->id),
        ], $all);

        return [
            'id' => $rulebook->id, 'version' => $rulebook->version, 'title' => $rulebook->title, 'units' => $rulebook->units->value, 'limits' => $limits,
            'choices' => (object) $rulebook->choices,
            'schools' => array_map(
                static fn (School $s): array => ['id' => $s->id, 'title' => $s->title, 'chosen' => $s->isChosen($rulebook), 'source' => $s->source->tag()],
                Schools::of($rulebook),
            ),
            'hold_points' => HoldPoints::kept($job, $person),
            'certificates' => array_map(static fn (string $kind): array => [
                'id' => $kind, 'title' => CertificateKind::from($kind)->title(), 'asked' => in_array($kind, $rulebook->choices[Certified::CHOICE] ?? [], true),
            ], Certified::askable()),
            'one_by_one' => $rulebook->choices[Listing::CHOICE] ?? [],
            'base' => explode('-', $rulebook->id)[0],
            'bases' => array_map(static fn (CoreRulebook $r): array => ['id' => $r->id, 'title' => $r->title], Rulebooks::all()),
            'versions' => $versions, 'old_joints' => self::oldJoints($job, $versions),
        ];
    }

    /** @return list<array{step: string, readings: list<string>}> at which steps of its craft, or in which method of a test */
    private static function bites(string $id): array
    {
        foreach (str_starts_with($id, 'test.') ? TestMethods::all() : [] as $method) {
            if (str_starts_with($id, "test.{$method->id()}.")) {
                return [['step' => $method->title(), 'readings' => []]];
            }
        }

        return Bites::of($id);
    }

    private static function group(string $id): string
    {
        foreach (self::GROUPS as $start => $name) {
            if (str_starts_with($id, $start)) {
                return $name;
            }
        }

        return 'Other';
    }

    /** @return list<array<string, mixed>> the newest first */
    private static function versions(Job $job): array
    {
        $versions = [];
        foreach (Entry::with('person')->where('job_id', $job->id)->where('kind', Journal::RULEBOOK)->orderByDesc('seq')->limit(200)->get() as $entry) {
            $data = $entry->data();
            $versions[] = ['version' => (int) $data['version'], 'title' => (string) $data['rulebook'], 'changes' => [[
                'limit' => (string) $data['limit'], 'title' => (string) $data['title'], 'from' => (string) $data['from'], 'to' => (string) $data['to'],
                'by' => $entry->person->name, 'reason' => (string) $data['reason'], 'at' => $entry->device_at,
            ]]];
        }

        return $versions;
    }

    /**
     * Finished joints whose verdict names another version.
     *
     * @param  list<array<string, mixed>>  $versions  that the job has worked by
     * @return list<array<string, mixed>>
     */
    private static function oldJoints(Job $job, array $versions): array
    {
        $keys = [...array_column($versions, 'title'), $job->rules()->id, ...array_map(static fn (CoreRulebook $r): string => $r->id, Rulebooks::all())];
        $earlier = Rulebook::query()->whereIn('key', array_unique($keys))->whereKeyNot($job->rulebook_id)->toBase()->pluck('id');
        $joints = Joint::with('rulebook')->whereIn('main_id', $job->mains()->pluck('id'))->whereIn('rulebook_id', $earlier)
            ->whereIn('state', State::settled())->orderBy('number')->limit(1000)->get(['id', 'number', 'rulebook_id', 'state']);

        return array_values($joints->map(static fn (Joint $j): array => [
            'id' => $j->id, 'number' => $j->number, 'version' => (int) $j->rulebook?->version, 'state' => $j->state,
        ])->all());
    }
}
