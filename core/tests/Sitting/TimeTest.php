<?php

declare(strict_types=1);

use Core\Tests\Net\Walk;
use Core\Tests\Sitting\OneMoreQuestion;
use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Rulebooks;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Sitting\Entry;
use Diastoma\Core\Sitting\Kind;
use Diastoma\Core\Sitting\Person;
use Diastoma\Core\Sitting\Sitting;
use Diastoma\Core\Sitting\State;
use Diastoma\Core\Sitting\Story;
use Diastoma\Core\Sitting\Taken;
use Diastoma\Core\Sitting\Work;

/** @return array{Walk, list<Entry>} a coupler made well, each entry received a while after it was taken */
function madeCoupler(int $lateS = 0): array
{
    $walk = new Walk('electrofusion.coupler');
    $entry = static fn (Reading $r, int $k): Entry => new Entry(
        "e{$k}", Entry::READING, ['key' => $r->key, 'value' => $r->value], $r->takenAt, 'Ada', $r->takenAt->modify("{$lateS} seconds"),
    );

    return [$walk, array_map($entry, $walk->made()->history, array_keys($walk->made()->history))];
}

/** @param  list<Entry>  $entries */
function findingOf(string $rule, array $entries): Finding
{
    $walk = new Walk('electrofusion.coupler');
    $found = Sitting::open(new Work(Kind::Joint, $walk->procedure, $walk->facts()), $entries, Rulebooks::iso())->verdict()->findings;

    return array_values(array_filter($found, static fn (Finding $f): bool => $f->rule === $rule))[0];
}

it('says of what was sent more than 15 min after it was taken how much later', function (int $seconds, ?int $minutes) {
    $taken = new DateTimeImmutable('2026-11-23T08:00:00Z');
    expect((new Reading('x', 1.0, $taken, 'Ada', $taken->modify("{$seconds} seconds")))->lateMin())->toBe($minutes);
})->with([
    'at once' => [0, null], 'exactly 15 min' => [900, null], 'a second more' => [901, 15], 'a day' => [86400, 1440],
    'a clock that runs ahead' => [-100, null],
]);

// Found: an entry dated back past the end of a paper was judged by that date alone.
it('judges a paper by the day of the act and by the day the server took it', function (
    string $until, int $lateS, Severity $severity, string $says, int $version = 1,
) {
    [, $entries] = madeCoupler($lateS);
    $day = $entries[0]->takenAt->format('Y-m-d');
    $entries = array_map(static fn (Entry $e): Entry => is_array($e->payload['value']) && isset($e->payload['value']['calibration_until'])
        ? new Entry(
            $e->id, $e->kind,
            [
                ...$e->payload, 'procedure_version' => $version,
                'value' => [
                    ...$e->payload['value'],
                    'calibration_until' => str_replace('DAY', $day, $until) === $day ? $day : (new DateTimeImmutable($day))->modify($until)->format('Y-m-d'),
                ],
            ],
            $e->takenAt, $e->by, $e->receivedAt,
        ) : new Entry($e->id, $e->kind, [...$e->payload, 'procedure_version' => $version], $e->takenAt, $e->by, $e->receivedAt), $entries);
    $finding = findingOf('ef.unit.calibration', $entries);
    expect($finding->severity)->toBe($severity)->and($finding->said)->toContain($says);
})->with([
    'out on both days' => ['-1 day', 0, Severity::Stop, 'ran out on'], 'its last day, sent at once' => ['DAY', 0, Severity::Watch, 'runs out on'],
    'its last day, sent two days later' => ['DAY', 2 * 86400, Severity::Mend, 'and sent on'],
    'the same, of today’s rules' => ['DAY', 2 * 86400, Severity::Stop, 'and sent on', 3],
    'runs for months, sent two days later' => ['+100 days', 2 * 86400, Severity::Go, 'runs until'],
]);

it('refuses what lies before the job began', function (string $takenAt, bool $taken) {
    $walk = new Walk('electrofusion.coupler');
    $sitting = Sitting::open(new Work(Kind::Joint, $walk->procedure, $walk->facts()), [], Rulebooks::iso(), [], new DateTimeImmutable('2026-10-01T00:00:00Z'));
    $answer = $sitting->take(
        new Entry('e', Entry::READING, ['key' => 'ambient_c', 'value' => 12], new DateTimeImmutable($takenAt), 'Ada'), new Person('Ada', 'jointer'),
        new DateTimeImmutable('2026-11-01T00:00:00Z'),
    );
    expect($answer instanceof Taken)->toBe($taken)->and($taken || str_contains($answer->said, 'before the job began on 2026-10-01'))->toBeTrue();
})->with(['the day before' => ['2026-09-30T23:59:59Z', false], 'its first moment' => ['2026-10-01T00:00:00Z', true]]);

// Found: one new question made 9 of 15 accepted joints unaccepted.
it('keeps finished work finished when its procedure asks more, until somebody judges it again', function () {
    [$walk, $entries] = madeCoupler();
    $open = static fn (array $entries): Sitting => Sitting::open(
        new Work(Kind::Joint, new OneMoreQuestion($walk->procedure), $walk->facts()), $entries, Rulebooks::iso(),
    );
    expect($open($entries)->state())->toBe(State::Accepted)->and($open($entries)->version())->toBe(1)
        ->and(array_column($open($entries)->view()['steps'], 'readings', 'id')['gloves'])->toBe([]);
    $again = new Entry('again', Entry::JUDGED_AGAIN, ['procedure_version' => 4], end($entries)->takenAt->modify('+1 day'), 'Vera');
    $judged = $open([...$entries, $again]);
    expect($judged->state())->toBe(State::InWork)->and($judged->verdict()->current()?->missing)->toBe(['gloves']);
    $new = $open([]);
    expect($new->version())->toBe(4)->and($new->take(
        new Entry('e', Entry::READING, ['key' => 'gloves', 'value' => false], $entries[0]->takenAt, 'Ada'), new Person('Ada', 'jointer'),
        $entries[0]->takenAt,
    )->entry->payload)->toMatchArray(['procedure_version' => 4])
        ->and($new->state())->toBe(State::Stop);
});

it('stands under the version it was begun by, whatever was entered later', function (array $versions, ?int $version) {
    $at = new DateTimeImmutable('2026-11-23T08:00:00Z');
    $entries = array_map(static fn (array $v): Entry => new Entry('e', $v[0], $v[1] === null ? [] : ['procedure_version' => $v[1]], $at, 'Ada'), $versions);
    expect(Story::version($entries))->toBe($version);
})->with([
    'nothing yet' => [[], null], 'before there were versions' => [[['reading', null]], 1], 'begun under the second' => [[['reading', 2], ['reading', 3]], 2],
    'an overrule begins nothing' => [[['overrule', null], ['reading', 4]], 4], 'judged again' => [[['reading', 1], ['judged_again', 3], ['reading', 1]], 3],
]);
