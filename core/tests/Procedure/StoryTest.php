<?php

declare(strict_types=1);

use Core\Tests\Net\Walk;
use Diastoma\Core\PressureTest\Readiness;
use Diastoma\Core\Procedure\Clock;
use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Story\StoryOf;
use Diastoma\Core\Procedure\Story\Unusual;
use Diastoma\Core\Procedure\Verdict;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Sitting\DeviceStart;
use Diastoma\Core\Sitting\Entry;
use Diastoma\Core\Sitting\Kind;
use Diastoma\Core\Sitting\Person;
use Diastoma\Core\Sitting\Refused;
use Diastoma\Core\Sitting\Sitting;
use Diastoma\Core\Sitting\Taken;
use Diastoma\Core\Sitting\Work;

/** The same work with some readings gone. */
function storyWithout(Readings $readings, string ...$keys): Readings
{
    return new Readings(array_values(array_filter($readings->history, static fn (Reading $r): bool => ! in_array($r->key, $keys, true))), $readings->overrules);
}

/** The same work with a reading taken so much later (or earlier), told in the order of time. */
function storyMoved(Readings $readings, string $key, string $by, mixed $value = null): Readings
{
    $history = array_map(static fn (Reading $r): Reading => $r->key !== $key ? $r : new Reading(
        $key, $value ?? (str_ends_with($key, '_at') ? $r->takenAt->modify($by)
            ->format(DateTimeInterface::RFC3339) : $r->value), $r->takenAt->modify($by), $r->by,
    ), $readings->history);
    usort($history, static fn (Reading $a, Reading $b): int => $a->takenAt <=> $b->takenAt);

    return new Readings($history);
}

/** @return array<string, string> what was found of the story that is not go, by rule */
function storyFound(Verdict $verdict): array
{
    return array_filter(Walk::found($verdict), static fn (string $rule): bool => str_starts_with($rule, 'story.') || str_contains($rule, 'unprepared'),
        ARRAY_FILTER_USE_KEY);
}

it('accepts no coupler that was fused with no wiping, scraping, clamp or gap on record', function () {
    $walk = new Walk('electrofusion.coupler');
    $keys = ['wiped_a_at', 'dry_a_at', 'wiped_b_at', 'dry_b_at', 'od_after_a_mm', 'od_after_b_mm', 'ink_gone', 'clamped', 'gap_a_mm', 'gap_b_mm'];
    $verdict = $walk->verdict(storyWithout($walk->made(), ...$keys));
    expect($verdict->isAccepted())->toBeFalse()->and(storyFound($verdict))->toBe(['story.seen.fuse' => 'stop']);
});

it('lets no gap that is first entered after the fusion count, nor one that is entered again', function () {
    $walk = new Walk('electrofusion.coupler');
    $late = storyMoved($walk->made(), 'gap_a_mm', '+10 minutes', [4.0, 4.0, 4.0, 4.0]);
    $again = $late->with(new Reading('gap_a_mm', [0.3, 0.3, 0.3, 0.3], $late->lastAt()->modify('+1 minute'), 'Crew'));
    foreach ([$late, $again] as $told) {
        expect(storyFound($walk->verdict($told)))->toHaveKey('story.seen.fuse', 'stop')->and($walk->verdict($told)->isAccepted())->toBeFalse();
    }
});

it('keeps what was found before the fusion, whatever is entered after it', function () {
    $walk = new Walk('electrofusion.coupler');
    $bad = $walk->changed($walk->made(), 'gap_a_mm', [4.0, 4.0, 4.0, 4.0]);
    $put = $bad->with(new Reading('gap_a_mm', [0.3, 0.3, 0.3, 0.3], $bad->lastAt()->modify('+1 minute'), 'Crew'));
    expect(Walk::found($walk->verdict($put))['ef.fused_unprepared'] ?? '')->toBe('stop');
});

it('lets what can still be read come later, and says so', function () {
    $walk = new Walk('electrofusion.coupler');
    $verdict = $walk->verdict(storyMoved($walk->made(), 'print_line_ok', '+1 hour'));
    $seen = collect($verdict->findings)->first(static fn ($f): bool => $f->rule === 'story.seen.fuse');
    expect($seen->severity->value)->toBe('go')->and($seen->said)->toContain('Read later, from what can still be seen: print lines');
});

it('notices what goes stale', function (string $id, string $key, string $by, string $rule, string $severity) {
    $walk = new Walk($id);
    expect(storyFound($walk->verdict(storyMoved($walk->made(), $key, $by)))[$rule] ?? 'none')->toBe($severity);
})->with([
    'scraped 40 days before' => ['electrofusion.coupler', 'od_after_a_mm', '-40 days', 'story.age.scraped_a', 'stop'],
    'wiped five hours before' => ['electrofusion.coupler', 'wiped_a_at', '-5 hours', 'story.age.wiped_a_at', 'mend'],
    'wiped yesterday, dry today' => ['electrofusion.coupler', 'wiped_b_at', '-1 day', 'story.age.wiped_b_at', 'mend'],
    'a large end wiped 54 min before its pull' => ['electrofusion.large_bore', 'wiped_a_at', '-54 minutes', 'story.age.wiped_a_at', 'mend'],
    'lubricated an hour before' => ['gasketed.pvc_pressure', 'lubricated_where', '-1 hour', 'story.age.lubricant', 'stop'],
    'services located a month before' => ['cover.stretch', 'located', '-30 days', 'story.age.located', 'stop'],
]);

it('keeps a scraped end longer where it is wrapped', function () {
    $walk = new Walk('electrofusion.coupler');
    $made = storyMoved(storyMoved($walk->made(), 'od_after_a_mm', '-5 hours'), 'od_after_b_mm', '-5 hours');
    $wrapped = new Readings([new Reading('wrapped', true, $made->history[0]->takenAt, 'Crew'), ...$made->history]);
    expect(storyFound($walk->verdict($made)))->toHaveKey('story.age.scraped_a')
        ->and(storyFound($walk->verdict($wrapped)))->not->toHaveKey('story.age.scraped_a')
        ->and(storyFound($walk->verdict(storyMoved($wrapped, 'od_after_a_mm', '-20 hours'))))->toHaveKey('story.age.scraped_a');
});

it('notices two figures that cannot both be true', function (string $id, string $key, mixed $value, string $rule, string $severity) {
    $walk = new Walk($id);
    $told = new Readings(array_map(static fn (Reading $r): Reading => $r->key === $key ? new Reading($key, $value, $r->takenAt, $r->by) : $r,
        $walk->made()->history));
    expect(storyFound($walk->verdict($told))[$rule] ?? 'none')->toBe($severity);
})->with([
    '600 in the line and 60 in the main' => ['mechanical.live_tap', 'main_kpa', 60.0, 'story.agree.main', 'stop'],
    'feeler at nothing all round' => ['gasketed.pvc_pressure', 'feeler_mm', array_fill(0, 8, 0.0), 'story.agree.feeler_low', 'mend'],
    'feeler at 400 all round' => ['gasketed.pvc_pressure', 'feeler_mm', array_fill(0, 8, 400.0), 'story.agree.feeler_high', 'mend'],
    'a trench half as deep as planned' => ['cover.stretch', 'depth_m', 0.9, 'story.agree.depth', 'mend'],
    'a far end 2 m off' => ['gasketed.pvc_pressure', 'home_off_mm', 2.0, 'story.agree.far_end', 'none'],
]);

it('notices a far end that no joint takes back', function (float $up, string $severity) {
    $walk = new Walk('gasketed.pvc_pressure');
    $made = $walk->made();
    $told = $made->with(new Reading('far_up_mm', $up, $made->lastAt(), 'Crew'));
    expect(storyFound($walk->verdict($told))['story.agree.far_end'] ?? 'go')->toBe($severity);
})->with(['at the limit' => [300.0, 'go'], 'beyond' => [301.0, 'mend'], '2 m' => [2000.0, 'mend']]);

it('notices a unit that fused two things at once', function () {
    $walk = new Walk('electrofusion.repair_spool');
    $made = $walk->made();
    $left = $made->record('left_fusion') ?? [];
    $told = new Readings(array_map(static fn (Reading $r): Reading => $r->key !== 'right_fusion' || ! is_array($r->value) ? $r : new Reading(
        'right_fusion', [...$r->value, 'started_at' => $left['started_at'], 'ended_at' => $left['ended_at']], $r->takenAt, $r->by,
    ), $made->history));
    expect(storyFound($walk->verdict($told)))->toHaveKey('story.agree.unit.right_fusion', 'mend');
    $elsewhere = new Readings(array_map(static fn (Reading $r): Reading => $r->key !== 'left_fusion' || ! is_array($r->value) ? $r : new Reading(
        'left_fusion', [...$r->value, 'unit_elsewhere' => 'K-12'], $r->takenAt, $r->by,
    ), $made->history));
    expect(storyFound($walk->verdict($elsewhere)))->toBe(['story.agree.unit.left_fusion' => 'mend']);
});

it('asks about a number in another unit, and says what may have been meant', function (float $value, float $low, float $high, Unit $unit, array $instead) {
    expect(Unusual::of('x', 'X', $value, $low, $high, $unit)->instead())->toBe($instead);
})->with([
    '4000 N·m on DN 200' => [4000.0, 60.0, 200.0, Unit::NewtonMetre, []],
    '400 where 40 was meant' => [400.0, 15.0, 60.0, Unit::NewtonMetre, [40.0, 45.194]],
    'metres for mm' => [0.21, 84.0, 376.0, Unit::Millimetre, [210.0]],
    'psi for kPa' => [87.0, 100.0, 2000.0, Unit::KiloPascal, [870.0, 599.8439]],
    '6 for 600 kPa' => [6.0, 100.0, 2000.0, Unit::KiloPascal, [600.0]],
    '21 for 210 mm' => [21.0, 84.0, 376.0, Unit::Millimetre, [210.0]],
    'inches for mm' => [8.0, 84.0, 376.0, Unit::Millimetre, [203.2]],
]);

/** A sitting that goes on from these readings. */
function storySitting(Walk $walk, Readings $before): Sitting
{
    $entries = [];
    foreach ($before->history as $k => $r) {
        $entries[] = new Entry("e{$k}", Entry::READING, ['key' => $r->key, 'value' => $r->value, 'procedure_version' => 2], $r->takenAt, 'Ada', $r->takenAt);
    }

    return Sitting::open(new Work(Kind::Joint, $walk->procedure, $walk->facts()), $entries, $walk->rulebook);
}

function storyPerson(string $role, string $name = 'Ada'): Person
{
    return new Person($name, $role, '2027-12-31', ['electrofusion' => '2027-12-31', 'mechanical' => '2027-12-31']);
}

it('takes an unusual number only where whoever entered it keeps it, and keeps that in sight', function () {
    $walk = new Walk('mechanical.wide_range');
    $sitting = storySitting($walk, new Readings);
    $at = new DateTimeImmutable('2026-11-23T08:00:00Z');
    $entry = static fn (array $more): Entry => new Entry('a', Entry::READING, ['key' => 'line_kpa', 'value' => 6.0, ...$more], $at, 'Ada');
    $asked = $sitting->take($entry([]), storyPerson('jointer'), $at);
    expect($asked)->toBeInstanceOf(Refused::class)->and($asked->errors[0]['detail'])->toBe('unusual')
        ->and(array_column($asked->errors[0]['instead'], 'value'))->toBe([600.0])->and($asked->said)->toContain('Usual here is');
    $kept = $sitting->take($entry([Entry::KEPT => true]), storyPerson('jointer'), $at);
    expect($kept)->toBeInstanceOf(Taken::class)->and($kept->entry->payload[Entry::KEPT])->toBeTrue()
        ->and(storyFound($sitting->verdict()))->toBe(['story.usual.receive' => 'watch']);
    $usual = $sitting->take(new Entry('b', Entry::READING, ['key' => 'line_kpa', 'value' => 600.0, 'kept' => true], $at->modify('+1 second'), 'Ada'),
        storyPerson('jointer'), $at);
    expect($usual->entry->payload)->not->toHaveKey(Entry::KEPT)->and(storyFound($sitting->verdict()))->toBe([]);
});

it('starts no device before everything it hides has been seen, is good and fresh', function () {
    $walk = new Walk('electrofusion.coupler');
    $made = $walk->made();
    $fused = $made->reading('fusion')?->takenAt ?? throw new LogicException;
    $before = $made->until($fused->modify('-259 seconds'));
    $refusal = static fn (Readings $r, string $later = '+1 minute', ?Person $who = null): string => DeviceStart::refusal(
        storySitting($walk, $r), 'fusion', $who ?? storyPerson('jointer'), $r->lastAt()->modify($later),
    )->said ?? '';
    expect($refusal($before))->toBe('')
        ->and($refusal(storyWithout($before, 'gap_a_mm', 'ink_gone')))->toContain('“Scrape”')->toContain('“Assemble” are not complete')
        ->and($refusal($before, '+5 hours'))->toContain('too long ago')
        ->and($refusal($before->with(new Reading('gap_a_mm', [0.7, 0.7, 0.7, 0.7], $before->lastAt(), 'Ada'))))->toContain('First put this right')
        // what a real unit began by itself is recorded and judged
        ->and(DeviceStart::refusal(storySitting($walk, storyWithout($before, 'gap_a_mm')), 'fusion', null, $before->lastAt()))->toBeNull();
});

it('keeps both times of what was written on paper first, and has somebody else accept it', function () {
    $walk = new Walk('gasketed.pvc_pressure');
    $made = $walk->made();
    $told = storyWithout($made, 'socket_clean');
    $sitting = storySitting($walk, $told);
    $doneAt = $made->reading('socket_clean')?->takenAt ?? throw new LogicException;
    $evening = $made->lastAt()->modify('+3 hours');
    $paper = static fn (string $key, mixed $value): Entry => new Entry(
        "p{$key}", Entry::READING, ['key' => $key, 'value' => $value, Entry::DONE_AT => $doneAt->format(DateTimeInterface::RFC3339)], $evening, 'Ada',
    );
    expect(storyFound($sitting->verdict()))->toHaveKey('story.seen.push', 'stop');
    $again = $sitting->take($paper('spigot_clean', true), storyPerson('jointer'), $evening);
    expect($again)->toBeInstanceOf(Refused::class)->and($again->said)->toContain('has an answer already');
    $future = new Entry('f', Entry::READING, ['key' => 'socket_clean', 'value' => true, Entry::DONE_AT => $evening->modify('+1 hour')->format(DATE_RFC3339)],
        $evening, 'Ada');
    expect($sitting->take($future, storyPerson('jointer'), $evening))->toBeInstanceOf(Refused::class);
    $taken = $sitting->take($paper('socket_clean', true), storyPerson('jointer'), $evening);
    expect($taken)->toBeInstanceOf(Taken::class)->and($sitting->readings()->reading('socket_clean')?->enteredAfterMin())->toBeGreaterThan(175)
        ->and(storyFound($sitting->verdict()))->toBe(['story.paper.push' => 'mend']);
    $accept = static fn (Person $who): Taken|Refused => $sitting->take(new Entry(
        'o'.$who->name, Entry::OVERRULE, ['rule' => 'story.paper.push',
            'reason' => 'I have seen the sheet, signed by the crew.'], $evening->modify('+1 minute'), $who->name,
    ), $who, $evening->modify('+1 minute'));
    expect($accept(storyPerson('supervisor')))->toBeInstanceOf(Refused::class) // Ada entered it herself
        ->and($accept(storyPerson('inspector', 'Ines')))->toBeInstanceOf(Refused::class)->and($accept(storyPerson('jointer',
            'Bo')))->toBeInstanceOf(Refused::class)
        ->and($accept(storyPerson('supervisor', 'Vera')))->toBeInstanceOf(Taken::class)->and($sitting->verdict()->isAccepted())->toBeTrue();
});

it('takes no paper of another day for evidence, but for as many days as the rulebook lets it', function (int $days, float $limit, string $severity) {
    $walk = new Walk('gasketed.pvc_pressure');
    $made = $walk->made();
    $told = new Readings(array_map(static fn (Reading $r): Reading => $r->key !== 'socket_clean' ? $r : new Reading(
        $r->key, $r->value, $r->takenAt, 'Ada', null, $r->how, $r->takenAt->modify("+{$days} days +1 hour"),
    ), $made->history));
    $rulebook = $walk->rulebook->withLimit('story.paper_days', $limit, 'Vera', 'moved for a test');
    expect(storyFound($walk->procedure->judge($told, $walk->facts(), $rulebook))['story.paper.push'] ?? 'go')->toBe($severity);
})->with(['the same day' => [0, 0.0, 'mend'], 'the next day' => [1, 0.0, 'stop'], 'the next day, let' => [1, 1.0, 'mend'], 'two days, one let' => [2, 1.0,
    'stop']]);

it('shows how long what was done may still be relied on, an hour before it runs out', function () {
    $walk = new Walk('electrofusion.coupler');
    $made = $walk->made();
    $before = $made->until($made->reading('dry_b_at')?->takenAt ?? throw new LogicException);
    $clocks = array_column(array_map(static fn (Clock $c): array => [$c->id, $c], array_filter(
        $walk->verdict($before)->clocks, static fn (Clock $c): bool => $c->kind === Clock::AGE,
    )), 1, 0);
    $wiped = $clocks['age_wiped_a_at'];
    expect(array_keys($clocks))->toBe(['age_conditions', 'age_scraped_a', 'age_wiped_a_at'])
        ->and($wiped->dueAt->getTimestamp() - $wiped->startsAt->getTimestamp())->toBe(1800)
        ->and(Clock::isShown(Clock::AGE, $wiped->dueAt, $wiped->dueAt->modify('-61 minutes')))->toBeFalse()
        ->and(Clock::isShown(Clock::AGE, $wiped->dueAt, $wiped->dueAt->modify('+5 minutes')))->toBeTrue()
        ->and(array_filter($walk->verdict($made)->clocks, static fn (Clock $c): bool => $c->kind === Clock::AGE))->toBe([]);
});

it('has talk, zone, gauge and relief looked at again before a test', function (string $key, string $limit, string $step) {
    $walk = new Walk('test.preparation');
    $made = $walk->made();
    $s = new Situation($made, $walk->facts(), $walk->rulebook);
    $end = $made->reading($key)?->takenAt ?? throw new LogicException;
    $minutes = (int) $walk->rulebook->value($limit);
    expect(StoryOf::stale($walk->procedure, $s, $end->modify("+{$minutes} minutes")))->not->toHaveKey($step)
        ->and(StoryOf::stale($walk->procedure, $s, $end->modify("+{$minutes} minutes +1 second")))->toHaveKey($step);
    $gates = Readiness::of([], $walk->verdict($made), $end, oneLength: true, alsoOpen: [$step => 'Seen to too long ago.'])->gates;
    expect(array_column($gates, 'holds', 'id')[$step])->toBeFalse();
})->with(['talk' => ['talk_held', 'pt.age.talk_min', 'people'], 'gauge' => ['relief_set', 'pt.age.gauge_min', 'gauge']]);

it('asks nothing of this of work that was begun before', function () {
    $walk = new Walk('electrofusion.coupler');
    $late = storyMoved($walk->made(), 'gap_a_mm', '+10 minutes');
    expect(storyFound($walk->procedure->judge($late, $walk->facts(), $walk->rulebook, 1)))->toBe([]);
});

it('takes off no more of a wall than the gap can stand', function (float $after, string $severity) {
    $walk = new Walk('electrofusion.coupler'); // 180.3 mm before; a wall of 16.4, a gap of 0.5 mm at the most
    $told = new Readings(array_map(static fn (Reading $r): Reading => $r->key === 'od_after_a_mm' ? new Reading($r->key, $after, $r->takenAt, $r->by) : $r,
        $walk->made()->history));
    expect(Walk::found($walk->verdict($told))['ef.scrape.a'] ?? 'go')->toBe($severity);
})->with(['0.5 mm' => [179.3, 'go'], '0.55 mm' => [179.2, 'mend'], '5 mm' => [170.3, 'mend']]);

it('tests no branch at more than the main takes', function (float $kpa, string $severity) {
    $walk = new Walk('electrofusion.tapping_tee'); // PE 100 SDR 11: 16 bar, so 24 bar in a test [ISO 4427-1]
    $told = new Readings(array_map(static fn (Reading $r): Reading => str_starts_with($r->key, 'branch_') && str_ends_with($r->key, 'kpa')
        ? new Reading($r->key, $kpa, $r->takenAt, $r->by) : $r, $walk->made()->history));
    expect(Walk::found($walk->verdict($told))['ef.branch_wanted'] ?? 'go')->toBe($severity);
})->with(['24 bar' => [2400.0, 'go'], '24.1 bar' => [2410.0, 'stop'], '40 bar' => [4000.0, 'stop']]);

it('tells bolts that were tightened round from a star, and one star of four from another', function (int $bolts, array $order, string $severity) {
    $walk = (new Walk('mechanical.flange'));
    $made = $walk->made(['label_bolts' => (float) $bolts]);
    $rows = array_values(array_filter($made->history, static fn (Reading $r): bool => $r->key === 'bolt'));
    $told = [];
    foreach ($made->history as $r) {
        if ($r->key === 'bolt' && is_array($r->value)) {
            $k = count(array_filter($told, static fn (Reading $t): bool => $t->key === 'bolt'));
            $last = max(array_map(static fn (Reading $b): float => is_array($b->value) ? $b->value['pass'] : 0.0, $rows));
            $bolt = $r->value['pass'] < $last ? $order[$k % $bolts] : $r->value['bolt'];
            $told[] = new Reading('bolt', [...$r->value, 'bolt' => (float) $bolt], $r->takenAt, $r->by);
        } else {
            $told[] = $r;
        }
    }
    expect(Walk::found($walk->verdict(new Readings($told)))['mc.bolt.order'] ?? 'go')->toBe($severity);
})->with([
    'the star' => [4, [1, 3, 2, 4], 'go'], 'another star' => [4, [2, 4, 1, 3], 'go'], 'a third star' => [4, [1, 3, 4, 2], 'go'],
    'eight across' => [8, [1, 5, 3, 7, 2, 6, 4, 8], 'go'], 'eight round' => [8, [1, 2, 3, 4, 5, 6, 7, 8], 'mend'],
]);

it('lets a main stand below its design pressure, but not at a tenth of it', function (float $main, string $severity) {
    $walk = (new Walk('mechanical.live_tap'))->knowing(['line_kpa' => 800.0]);
    $told = new Readings(array_map(static fn (Reading $r): Reading => $r->key === 'main_kpa' ? new Reading($r->key, $main, $r->takenAt, $r->by) : $r,
        $walk->made()->history));
    expect(storyFound($walk->verdict($told))['story.agree.main'] ?? 'go')->toBe($severity);
})->with(['600 of 800' => [600.0, 'go'], '240 of 800' => [240.0, 'go'], '239 of 800' => [239.0, 'stop'], '80 of 800' => [80.0, 'stop']]);

it('takes the line for the main within a fifth of the larger', function (float $main, string $severity) {
    $walk = new Walk('mechanical.live_tap');
    $of = $walk->made()->number('line_kpa') ?? 0.0;
    $told = new Readings(array_map(static fn (Reading $r): Reading => $r->key === 'main_kpa' ? new Reading($r->key, $main * $of, $r->takenAt, $r->by) : $r,
        $walk->made()->history));
    expect(storyFound($walk->verdict($told))['story.agree.main'] ?? 'go')->toBe($severity);
})->with(['a fifth below' => [0.8, 'go'], 'more below' => [0.79, 'stop'], 'a fifth of the larger' => [1.25, 'go'], 'more above' => [1.26, 'stop']]);

it('holds the length of a record against its start and its end', function (int $seconds, string $severity) {
    $walk = new Walk('electrofusion.coupler');
    $told = new Readings(array_map(static function (Reading $r) use ($seconds): Reading {
        if ($r->key !== 'fusion' || ! is_array($r->value)) {
            return $r;
        }
        $ended = (new DateTimeImmutable($r->value['started_at']))->modify('+'.(round($r->value['duration_s']) + $seconds).' seconds');

        return new Reading($r->key, [...$r->value, 'ended_at' => $ended->format('Y-m-d\TH:i:s.vP')], $r->takenAt, $r->by);
    }, $walk->made()->history));
    expect(storyFound($walk->verdict($told))['story.agree.length.fusion'] ?? 'go')->toBe($severity);
})->with(['as long' => [0, 'go'], '5 s longer' => [5, 'go'], '7 s longer' => [7, 'mend'], '10 min longer' => [600, 'mend']]);

it('does not hold against a restraint what went stale only after it was fused', function (string $later, string $ready, string $age) {
    $walk = new Walk('electrofusion.large_bore');
    $made = $walk->made();
    $pulled = $made->reading('pulled_at')?->takenAt;
    $upTo = array_values(array_filter($made->history, static fn (Reading $r): bool => $r->takenAt < $pulled));
    $last = array_pop($upTo) ?? throw new LogicException('nothing was read');
    $told = new Readings([...$upTo, new Reading($last->key, $last->value, $last->takenAt->modify($later), $last->by)]);
    $found = storyFound($walk->verdict($told));
    expect([$found['ef.r1.fused_unprepared'] ?? 'go', $found['story.age.conditions'] ?? 'go'])->toBe([$ready, $age]);
})->with(['at once' => ['+0 min', 'go', 'go'], 'a day later' => ['+1 day', 'go', 'mend']]);

it('holds against a fusion what was stale when the ends went together', function (int $minutes, string $fused) {
    $walk = new Walk('electrofusion.coupler');
    $made = $walk->made();
    $at = static fn (string $key): DateTimeImmutable => $made->reading($key)?->takenAt ?? throw new LogicException("no {$key}");
    $idle = 60 * $minutes - ($at('marks_at_edge')->getTimestamp() - $at('wiped_a_at')->getTimestamp());
    $later = static fn (Reading $r): Reading => $r->takenAt < $at('marks_at_edge') ? $r : new Reading(
        $r->key, is_array($r->value) && isset($r->value['started_at']) ? [...$r->value, ...array_map(
            static fn (string $t): string => (new DateTimeImmutable($t))->modify("+{$idle} seconds")->format('Y-m-d\TH:i:s.vP'),
            array_intersect_key($r->value, ['started_at' => true, 'ended_at' => true]),
        )] : $r->value, $r->takenAt->modify("+{$idle} seconds"), $r->by,
    );
    expect(storyFound($walk->verdict(new Readings(array_map($later, $made->history))))['ef.fused_unprepared'] ?? 'go')->toBe($fused);
})->with(['29 min after it was wiped' => [29, 'go'], '31 min' => [31, 'stop']]);
