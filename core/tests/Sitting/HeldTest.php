<?php

declare(strict_types=1);

use Core\Tests\Net\Walk;
use Diastoma\Core\Catalogue\Procedures;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Procedure\Holds;
use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Procedure\ReadingKind;
use Diastoma\Core\Rulebook\HoldPoint;
use Diastoma\Core\Rulebook\Occasion;
use Diastoma\Core\Rulebook\Rulebook;
use Diastoma\Core\Rulebook\Rulebooks;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Sitting\DeviceStart;
use Diastoma\Core\Sitting\Entry;
use Diastoma\Core\Sitting\HoldPlan;
use Diastoma\Core\Sitting\Kind;
use Diastoma\Core\Sitting\Person;
use Diastoma\Core\Sitting\Refused;
use Diastoma\Core\Sitting\Sitting;
use Diastoma\Core\Sitting\Taken;
use Diastoma\Core\Sitting\Work;

/** @param  list<HoldPoint>  $holds */
function heldRules(?array $holds = null): Rulebook
{
    return Rulebooks::iso()->withHoldPoints($holds ?? HoldPoint::usual());
}

/** A reading as an entry; the first of a joint that begins its kind today says so. */
function heldEntry(Reading $reading, int $k): Entry
{
    $flag = $k === 0 ? [Holds::FIRST_OF_DAY => true] : [];

    return new Entry("e{$k}", Entry::READING, ['key' => $reading->key, 'value' => $reading->value, ...$flag], $reading->takenAt, 'Ada');
}

/** @return list<Entry> a joint made well */
function heldStory(Walk $walk): array
{
    $history = $walk->made()->history;

    return array_map(heldEntry(...), $history, array_keys($history));
}

/** @param  list<Entry>  $entries */
function heldSitting(Walk $walk, array $entries, ?Rulebook $rules = null, array $facts = []): Sitting
{
    $kind = $walk->procedure->kind() === 'section' ? Kind::Section : Kind::Joint;

    return Sitting::open(new Work($kind, $walk->procedure, $walk->knowing($facts)->facts()), $entries, $rules ?? heldRules());
}

/** @return int how many of the entries lie before the step that joins the ends */
function heldBefore(Walk $walk, array $entries): int
{
    $steps = heldSitting($walk, $entries)->steps();
    $joining = $walk->procedure->joiningStep($steps);
    foreach ($entries as $k => $entry) {
        foreach ($steps as $step) {
            if ($step->id === $joining && $step->reading($entry->payload['key']) !== null) {
                return $k;
            }
        }
    }

    return count($entries);
}

function heldSign(string $key, DateTimeImmutable $at, array $more = []): Entry
{
    return new Entry("s{$at->getTimestamp()}", Entry::SIGNATURE, ['key' => $key, ...$more], $at, 'Ines');
}

$ada = new Person('Ada', 'jointer', '2099-03-01', ['electrofusion' => '2099-03-01', 'mechanical' => '2099-03-01']);
$ines = new Person('Ines', 'inspector');
$first = HoldPoint::KEY.'first_of_day';
$joints = array_values(array_filter(Procedures::ids(), static fn (string $id): bool => Procedures::find($id)?->kind() === 'joint'));

it('lets nobody join the ends of the first joint of a day before somebody has looked and signed', function (string $id) use ($ada, $ines, $first) {
    $walk = new Walk($id);
    $story = heldStory($walk);
    $at = heldBefore($walk, $story);
    expect($at)->toBeGreaterThan(3)->toBeLessThan(count($story));
    $done = array_slice($story, 0, $at);
    $now = end($done)->takenAt->modify('+20 minutes');
    $sitting = heldSitting($walk, $done);
    expect($sitting->next())->toBe($first)->and($sitting->verdict()->isAccepted())->toBeFalse();
    $steps = $sitting->steps();
    $behind = array_slice($steps, 1 + array_search($first, array_column($steps, 'id'), true));
    expect($behind)->not->toBe([]);
    foreach ($behind as $step) {
        expect($step->gate?->isShutAt($now))->toBeTrue("{$step->id} is open");
    }
    $next = $story[$at];
    $spec = $sitting->steps()[array_search($first, array_column($steps, 'id'), true) + 1]->reading($next->payload['key']);
    if ($spec?->kind === ReadingKind::Record) {
        expect(DeviceStart::refusal($sitting, $next->payload['key'], $ada, $now)?->said)->toContain('hold point')
            ->and(DeviceStart::refusal($sitting, $next->payload['key'], null, $now)?->said)->toContain('hold point');
    } else {
        expect($sitting->take(new Entry('x', Entry::READING, $next->payload, $now, 'Ada'), $ada, $now)->said)->toContain('hold point');
    }
    $signed = $sitting->take(heldSign($first, $now, ['remark' => 'Seen.']), $ines, $now);
    expect($signed)->toBeInstanceOf(Taken::class)->and($sitting->next())->not->toBe($first);
    foreach ($sitting->steps() as $step) {
        expect($step->gate?->said ?? '')->not->toContain('hold point');
    }
})->with($joints);

it('stops what was joined without the signature, however it came in', function (string $id) use ($first) {
    $walk = new Walk($id);
    $story = heldStory($walk);
    $late = heldSign($first, end($story)->takenAt->modify('+1 hour'));
    $late = new Entry($late->id, $late->kind, [...$late->payload, 'value' => ['name' => 'Ines', 'role' => 'inspector']], $late->takenAt, 'Ines');
    foreach ([$story, [...$story, $late]] as $entries) {
        $verdict = heldSitting($walk, $entries)->verdict();
        $stops = array_filter($verdict->findings, static fn ($f): bool => $f->rule === $first && $f->severity === Severity::Stop);
        expect($stops)->toHaveCount(1)->and($verdict->isAccepted())->toBeFalse();
    }
    $at = heldBefore($walk, $story);
    $intime = new Entry('s', Entry::SIGNATURE, ['key' => $first, 'value' => ['name' => 'Ines']], $story[$at - 1]->takenAt->modify('+1 second'), 'Ines');
    expect(heldSitting($walk, [...$story, $intime])->verdict()->isAccepted())->toBeTrue();
})->with($joints);

it('is not signed in blank, nor by who made it, nor by another role', function (string $id) use ($first, $ines) {
    $walk = new Walk($id);
    $story = heldStory($walk);
    $at = heldBefore($walk, $story);
    $now = $story[$at - 1]->takenAt->modify('+20 minutes');
    foreach ([1, intdiv($at, 2), $at - 1] as $so) {
        $refused = heldSitting($walk, array_slice($story, 0, $so))->take(heldSign($first, $now), $ines, $now);
        expect($refused)->toBeInstanceOf(Refused::class)->and($refused->said)->toContain('there is nothing to sign');
    }
    $done = heldSitting($walk, array_slice($story, 0, $at));
    foreach ([
        [new Person('Ada', 'inspector'), 'another looks'], [new Person('Ivo', 'inspector', oneWith: ['Ada']), 'do not count as two'],
        [new Person('Ann', 'jointer'), 'is signed by: supervisor, inspector'],
        [new Person('Tom', 'tester'), 'is signed by'], [new Person('Otto', 'admin'), 'is signed by'],
        [new Person('Ines', 'inspector', '', ['inspector' => '2020-01-01']), 'ran out on 2020-01-01'],
    ] as [$person, $says]) {
        $refused = $done->take(heldSign($first, $now), $person, $now);
        expect($refused)->toBeInstanceOf(Refused::class)->and($refused->why)->toBe(Refused::FORBIDDEN)->and($refused->said)->toContain($says);
    }
})->with(['electrofusion.coupler', 'electrofusion.tapping_tee', 'gasketed.pvc_pressure', 'gasketed.di_restrained']);

it('is signed again where something that was seen is read again', function () use ($first, $ada, $ines) {
    $walk = new Walk('electrofusion.coupler');
    $story = heldStory($walk);
    $at = heldBefore($walk, $story);
    $now = $story[$at - 1]->takenAt->modify('+5 minutes');
    $sitting = heldSitting($walk, array_slice($story, 0, $at));
    $sitting->take(heldSign($first, $now), $ines, $now);
    expect($sitting->next())->toBe('fuse');
    $again = new Entry('again', Entry::READING, ['key' => 'ambient_c', 'value' => 15.0], $now->modify('+1 minute'), 'Ada');
    expect($sitting->take($again, $ada, $now->modify('+1 minute')))->toBeInstanceOf(Taken::class)->and($sitting->next())->toBe($first)
        ->and(DeviceStart::refusal($sitting, 'fusion', $ada, $now->modify('+2 minutes'))?->said)->toContain('hold point');
});

it('marks the first of its kind today, and everyone begun before it is signed', function (array $facts, ?Rulebook $rules, bool $is) use ($ada) {
    $walk = new Walk('electrofusion.coupler');
    $sitting = heldSitting($walk, [], $rules, ['time_zone' => 'America/Denver', ...$facts]);
    $at = new DateTimeImmutable('2026-11-24T03:00:00Z'); // the evening of the 23rd there
    $taken = $sitting->take(new Entry('e', Entry::READING, ['key' => 'ambient_c', 'value' => 14.0], $at, 'Ada'), $ada, $at);
    expect($taken)->toBeInstanceOf(Taken::class)->and($taken->entry->payload[Holds::FIRST_OF_DAY] ?? false)->toBe($is)
        ->and($sitting->readings()->yes(Holds::FIRST_OF_DAY) ?? false)->toBe($is);
    $second = $sitting->take(new Entry('f', Entry::READING, ['key' => 'ambient_c', 'value' => 15.0], $at, 'Ada'), $ada, $at);
    expect($second->entry->payload)->not->toHaveKey(Holds::FIRST_OF_DAY);
})->with([
    'none was signed ever' => [[], null, true],
    'one was signed yesterday' => [['kind_signed_on' => '2026-11-22'], null, true],
    'one was signed today' => [['kind_signed_on' => '2026-11-23'], null, false],
    'no such hold point' => [[], Rulebooks::iso(), false],
]);

it('holds after a stop was overruled, until another has looked', function () use ($ada, $ines) {
    $walk = new Walk('electrofusion.coupler');
    $key = HoldPoint::KEY.'overruled';
    $rules = heldRules([new HoldPoint('overruled', Occasion::Overruled, ['supervisor', 'inspector'])]);
    $story = array_slice(heldStory($walk), 0, 1);
    $hot = new Entry('hot', Entry::READING, ['key' => 'ambient_c', 'value' => 46.0], $story[0]->takenAt->modify('+1 second'), 'Ada');
    $sitting = heldSitting($walk, [...$story, $hot], $rules);
    $now = $hot->takenAt->modify('+1 minute');
    $vera = new Person('Vera', 'supervisor');
    $word = new Entry('o', Entry::OVERRULE, ['rule' => 'ef.ambient', 'reason' => 'The maker allows it, by telephone.'], $now, 'Vera');
    expect($sitting->take($word, $vera, $now))->toBeInstanceOf(Taken::class);
    $steps = array_column($sitting->steps(), 'id');
    expect(array_search($key, $steps, true))->toBe(1); // behind the step at which it was overruled
    $next = new Entry('n', Entry::READING, ['key' => 'pipe_ok', 'value' => true], $now->modify('+1 minute'), 'Ada');
    $behind = $sitting->steps()[2]->readings[0]->key;
    $next = new Entry('n', Entry::READING, ['key' => $behind, 'value' => true], $now->modify('+1 minute'), 'Ada');
    expect($sitting->take($next, $ada, $next->takenAt)->said)->toContain('hold point');
    foreach ($sitting->steps()[0]->missing($sitting->readings()) as $k => $missing) { // finish what lies before
        $good = array_values(array_filter($walk->made()->history, static fn (Reading $r): bool => $r->key === $missing))[0];
        $entry = new Entry("g{$k}", Entry::READING, ['key' => $missing, 'value' => $good->value], $now->modify('+2 minutes'), 'Ada');
        expect($sitting->take($entry, $ada, $entry->takenAt))->toBeInstanceOf(Taken::class);
    }
    $later = $now->modify('+5 minutes');
    expect($sitting->take(heldSign($key, $later), $vera, $later)->said)->toContain('another looks')
        ->and($sitting->take(heldSign($key, $later), $ines, $later))->toBeInstanceOf(Taken::class)
        ->and($sitting->take(new Entry('n2', $next->kind, $next->payload, $later, 'Ada'), $ada, $later))->toBeInstanceOf(Taken::class);
});

it('asks for none of what was done before it was in force', function () use ($first) {
    $walk = new Walk('electrofusion.coupler');
    $story = heldStory($walk);
    $rules = heldRules([
        new HoldPoint('first_of_day', Occasion::FirstOfDay, ['inspector'], from: end($story)->takenAt->modify('+1 second')->format(DATE_RFC3339)),
    ]);
    expect(array_column(heldSitting($walk, $story, $rules)->steps(), 'id'))->not->toContain($first)
        ->and(array_column(heldSitting($walk, array_slice($story, 0, 5), $rules)->steps(), 'id'))->toContain($first);
});

it('holds before any step that a job names', function () {
    $walk = new Walk('electrofusion.coupler');
    $hold = new HoldPoint('before_step.electrofusion.coupler.clean', Occasion::BeforeStep, ['tester'], 'electrofusion.coupler', 'clean');
    $steps = array_column(heldSitting($walk, [], heldRules([$hold]))->steps(), 'id');
    expect($steps[array_search('clean', $steps, true) - 1])->toBe($hold->key());
    $other = new Walk('electrofusion.tapping_tee');
    expect(array_column(heldSitting($other, [], heldRules([$hold]))->steps(), 'id'))->not->toContain($hold->key());
});

it('signs for a section only when its joints are accepted, and again for the next test', function () use ($ines) {
    $walk = new Walk('test.preparation');
    $key = HoldPoint::KEY.'before_test';
    $rules = heldRules([new HoldPoint('before_test', Occasion::BeforeTest, ['inspector']), new HoldPoint('before_backfill', Occasion::BeforeBackfill,
        ['inspector'])]);
    $at = new DateTimeImmutable('2026-11-23T06:00:00+00:00');
    $backfill = HoldPoint::KEY.'before_backfill';
    $blank = heldSitting($walk, [], $rules, ['open_joints' => 2]);
    expect($blank->steps()[0]->id)->toBe($backfill)->and($blank->steps()[1]->gate?->said)->toContain('hold point')
        ->and($blank->take(heldSign($backfill, $at), $ines, $at)->said)->toContain('2 joints of this section are not accepted');
    $sitting = heldSitting($walk, [], $rules, ['open_joints' => 0]);
    expect($sitting->take(heldSign($backfill, $at), $ines, $at))->toBeInstanceOf(Taken::class);
    $signed = new Entry('s', Entry::SIGNATURE, ['key' => $backfill, 'value' => ['name' => 'Ines']], $at, 'Ines');
    $story = [$signed, ...array_map(heldEntry(...), $walk->made()->history, range(1, count($walk->made()->history)))];
    $end = end($story)->takenAt->modify('+1 minute');
    $ready = heldSitting($walk, $story, $rules, ['open_joints' => 0]);
    expect($ready->next())->toBe($key)->and($ready->take(heldSign($key, $end), $ines, $end))->toBeInstanceOf(Taken::class)->and($ready->next())->toBeNull();
    $all = [...$story, new Entry('t', Entry::SIGNATURE, ['key' => $key, 'value' => ['name' => 'Ines']], $end, 'Ines')];
    $next = heldSitting($walk, $all, $rules, ['open_joints' => 0, 'held_since' => $end->modify('+2 hours')->format(DATE_RFC3339)]);
    expect($next->verdict()->isAccepted())->toBeFalse(); // tested meanwhile: looked at again before the next
});

it('is put up by a crew, and taken off by nobody who may not sign it', function () {
    $now = new DateTimeImmutable('2026-11-23T08:00:00Z');
    $known = [['id' => 'electrofusion.coupler', 'steps' => [['id' => 'clean', 'title' => 'Clean']]]];
    $all = HoldPlan::add(HoldPoint::usual(), 'before_step', ['inspector'], 'electrofusion.coupler', 'clean', $now, $known);
    $added = end($all);
    expect($added->id)->toBe('before_step.electrofusion.coupler.clean')->and($added->from)->toBe('2026-11-23T08:00:00+00:00')
        ->and(HoldPoint::fromArray($added->toArray()))->toEqual($added)
        ->and(HoldPlan::remove($all, $added->id, new Person('Vera', 'supervisor')))->toBeInstanceOf(Refused::class)
        ->and(HoldPlan::remove($all, $added->id, new Person('Ines', 'inspector')))->toEqual(HoldPoint::usual())
        ->and(HoldPlan::remove($all, $added->id, new Person('Otto', 'admin')))->toEqual(HoldPoint::usual())
        ->and(HoldPlan::remove($all, 'overruled', new Person('Vera', 'supervisor')))->toHaveCount(5)
        ->and(HoldPlan::remove($all, 'nothing', new Person('Vera', 'supervisor')))->toBeInstanceOf(Refused::class);
    $bad = [
        ['poem', ['inspector'], '', ''], ['before_test', ['inspector'], '', ''], ['before_step', [], 'electrofusion.coupler', 'clean'],
        ['before_step', ['jointer'], 'electrofusion.coupler', 'clean'], ['before_step', ['inspector', 'admin'], 'electrofusion.coupler', 'clean'],
        ['before_step', ['inspector'], 'electrofusion.coupler', 'dance'], ['before_step', ['inspector'], 'magic', 'clean'],
    ];
    foreach ($bad as [$occasion, $roles, $procedure, $step]) {
        expect(static fn () => HoldPlan::add(HoldPoint::usual(), $occasion, $roles, $procedure, $step, $now, $known))->toThrow(InvalidInput::class);
    }
});

it('keeps hold points through every change of a rulebook, and an old one has none', function () {
    $rules = heldRules();
    expect(Rulebook::fromArray($rules->toArray())->holdPoints)->toEqual($rules->holdPoints)
        ->and($rules->withLimit('ef.ambient.max_c', 44.0, 'Vera', 'The owner asks for it.')->holdPoints)->toEqual($rules->holdPoints)
        ->and($rules->copiedFor('J1')->inVersion(3)->holdPoints)->toEqual($rules->holdPoints)
        ->and(Rulebooks::iso()->toArray())->not->toHaveKey('hold_points')->and(Rulebook::fromArray(Rulebooks::iso()->toArray())->holdPoints)->toBe([]);
});

it('asks whoever pushes a gasketed joint home for a certificate in date, where there is one or the job wants one', function (
    array $papers, array $wanted, ?string $says,
) {
    $walk = new Walk('gasketed.pvc_pressure');
    $story = heldStory($walk);
    $at = heldBefore($walk, $story);
    $data = [...Rulebooks::iso()->toArray(), 'choices' => [...Rulebooks::iso()->choices, 'certificates' => $wanted]];
    $sitting = heldSitting($walk, array_slice($story, 0, $at), Rulebook::fromArray($data));
    $now = $story[$at]->takenAt;
    $answer = $sitting->take($story[$at], new Person('Ada', 'jointer', '', $papers), $now);
    $says === null ? expect($answer)->toBeInstanceOf(Taken::class) : expect($answer->said)->toContain($says);
    $before = $story[0];
    $again = new Entry('b', Entry::READING, $before->payload, $now, 'Ada');
    expect($sitting->take($again, new Person('Ada', 'jointer', '', $papers), $now))->toBeInstanceOf(Taken::class); // only that step asks
})->with([
    'none, and none is asked for' => [[], [], null],
    'none, and one is asked for' => [[], ['mechanical'], 'this job asks for one'],
    'one of another kind' => [['electrofusion' => '2099-01-01'], ['mechanical'], 'this job asks for one'],
    'in date' => [['mechanical' => '2099-01-01'], ['mechanical'], null],
    'its last day' => [['mechanical' => '2026-11-23'], [], null],
    'the day after' => [['mechanical' => '2026-11-22'], [], 'ran out on 2026-11-22'],
]);
