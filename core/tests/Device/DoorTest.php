<?php

declare(strict_types=1);

use Diastoma\Core\Device\Door;
use Diastoma\Core\Electrofusion\Coupler;
use Diastoma\Core\Quantity\Written;
use Diastoma\Core\Rulebook\Rulebooks;
use Diastoma\Core\Sitting\Protocol;

/** What a tablet asks, as text, and what it is told. */
function askDoor(string $ask, array $given): array
{
    return json_decode(Door::answer((string) json_encode(['ask' => $ask, 'given' => $given])), true, 512, JSON_THROW_ON_ERROR);
}

function deskAsked(array $more = []): array
{
    return [
        'people' => [['name' => 'Ada', 'role' => 'jointer', 'certificates' => ['electrofusion' => '2099-01-01']]], 'for' => 'Ada',
        'work' => ['kind' => 'joint', 'procedure' => Coupler::ID, 'facts' => ['dn_mm' => 180, 'sdr' => 11, 'wall_mm' => 16.4]],
        'rulebook' => 'iso', 'now' => '2026-11-26T10:00:00Z', 'history' => [], 'entries' => [], ...$more,
    ];
}

function doorEntry(string $key, mixed $value, string $at = '2026-11-26T09:00:00Z', string $by = 'Ada'): array
{
    return ['id' => "e-{$key}-{$at}-{$by}", 'kind' => 'reading', 'payload' => ['key' => $key, 'value' => $value], 'taken_at' => $at, 'by' => $by];
}

it('judges by text in and text out, and says the same as the protocol', function () {
    $given = deskAsked(['entries' => [doorEntry('ambient_c', 46), doorEntry('ambient_c', 'warm', '2026-11-26T09:01:00Z')]]);
    $said = askDoor('desk', $given);
    expect($said['desk']['stands']['state'])->toBe('stop')->and($said['taken'])->toHaveCount(1)->and($said['refused'][0]['said'])->toContain('“warm”')
        ->and($said)->toEqual(json_decode((string) json_encode(Protocol::desk($given)), true));
});

it('is told once what all works of a main are judged by, and asks for it where it was not', function () {
    $given = array_diff_key(deskAsked(['main' => 'lane', 'rulebook' => 'r1', 'entries' => [doorEntry('ambient_c', 12)]]), ['people' => 1]);
    expect(askDoor('desk', $given))->toBe(['unknown' => 'lane']);
    $told = ['main' => 'lane', 'people' => deskAsked()['people'], 'rulebooks' => ['r1' => Rulebooks::us()->toArray()]];
    expect(askDoor('know', $told))->toBe(['known' => 'lane'])->and(askDoor('desk', $given)['desk']['readings']['ambient_c']['value'])->toEqual(12)
        ->and(askDoor('desk', [...$given, 'rulebook' => 'another']))->toBe(['unknown' => 'lane']);
});

it('never throws: what cannot be answered says why', function (string $question) {
    $said = json_decode(Door::answer($question), true, 512, JSON_THROW_ON_ERROR);
    expect(isset($said['fault']) || isset($said['refused']))->toBeTrue($question);
})->with([
    'nothing' => [''], 'null' => ['null'], 'a list' => ['[]'], 'a text' => ['"desk"'], 'not given' => ['{"ask":"desk"}'],
    'work that is none' => ['{"ask":"desk","given":{"work":5}}'],
    'history that is none' => ['{"ask":"desk","given":{"for":"Ada","now":"x","history":[{"id":1}]}}'],
    'no such calculation' => ['{"ask":"reckon","given":{"id":"none"}}'], 'no rulebook' => ['{"ask":"know","given":{"rulebooks":{"a":7}}}'],
    'something else' => ['{"ask":"else","given":{}}'], 'no text at all' => ["{\xff"],
]);

it('knows a fitting whose code was scanned without signal, where its figures were read before', function () {
    $code = '731204181801400645260007';
    $known = [['label_code' => $code, 'figures' => ['fitting_length_mm' => 210], 'by' => 'Olaf', 'joint' => '4']];
    $facts = askDoor('desk', deskAsked(['entries' => [doorEntry('label_code', $code)], 'known' => $known]))['desk']['facts'];
    expect($facts['known.fitting_length_mm'])->toEqual(210)->and($facts['known.by'])->toBe('Olaf at joint 4')
        ->and(askDoor('desk', deskAsked(['entries' => [doorEntry('label_code', '')], 'known' => $known]))['desk']['facts'])->not->toHaveKey('known.by');
});

it('takes the shift sheet as it stands on the device', function () {
    $sheet = ['id' => 's1', 'title' => 'Thursday', 'work' => ['kind' => 'day', 'procedure' => 'shift.'.Coupler::ID, 'facts' => deskAsked()['work']['facts']],
        'history' => [doorEntry('ambient_c', 14, '2026-11-26T08:00:00Z')], 'entries' => [doorEntry('sheltered', true, '2026-11-26T09:30:00Z')]];
    $shift = askDoor('desk', deskAsked(['sheet' => $sheet]))['desk']['shift'];
    expect($shift['sheet'])->toBe('s1')->and(array_column($shift['offers'], 'key'))->toBe(['ambient_c', 'sheltered'])
        ->and(askDoor('desk', deskAsked(['sheet' => $sheet, 'now' => '2026-11-26T12:30:00Z']))['desk']['shift']['offers'])->toHaveCount(1); // four hours
});

it('writes figures to 1e-6, and zero without a sign', function () {
    expect(Written::rounded(['a' => -0.0000001, 'b' => 1 / 3, 'c' => ['d' => 1e300, 'e' => NAN], 'f' => '0.12345678']))
        ->toMatchArray(['b' => 0.333333, 'f' => '0.12345678'])->and(json_encode(Written::rounded(-0.0)))->toBe('0');
});
