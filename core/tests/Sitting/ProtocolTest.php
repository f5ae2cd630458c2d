<?php

declare(strict_types=1);

use Core\Tests\Net\Walk;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Gasketed\Systems\JointSystems;
use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Quantity\Moment;
use Diastoma\Core\Rulebook\Rulebooks;
use Diastoma\Core\Sitting\Protocol;

/** @return array{int, array<string, mixed>, array<string, mixed>} exit code, standard output and standard error of core/bin/sit in PHP alone */
function sit(string $input): array
{
    $process = proc_open([PHP_BINARY, '-n', dirname(__DIR__, 2).'/bin/sit'], [['pipe', 'r'], ['pipe', 'w'], ['pipe', 'w']], $pipes, sys_get_temp_dir(), []);
    fwrite($pipes[0], $input);
    fclose($pipes[0]);
    [$out, $err] = [(string) stream_get_contents($pipes[1]), (string) stream_get_contents($pipes[2])];

    return [proc_close($process), json_decode($out, true) ?? [], json_decode($err, true) ?? []];
}

/** @return array<string, mixed> a good joint as somebody would send it */
function wholeJoint(): array
{
    $walk = new Walk('electrofusion.coupler');
    $entries = array_map(
        static fn (Reading $r, int $k): array => [
            'id' => "e{$k}", 'kind' => 'reading',
            'payload' => ['key' => $r->key, 'value' => is_array($r->value) && isset($r->value['calibration_until']) ? $r->value['id'] : $r->value],
            'taken_at' => $r->takenAt->format(DateTimeInterface::RFC3339), 'by' => 'Ada',
        ],
        $walk->made()->history, array_keys($walk->made()->history),
    );

    return [
        'work' => ['kind' => 'joint', 'procedure' => 'electrofusion.coupler', 'facts' => $walk->facts()->toArray(), 'from_m' => 96, 'to_m' => 96],
        'rulebook' => 'iso', 'now' => '2026-11-24T08:00:00Z',
        'people' => [['name' => 'Ada', 'role' => 'jointer', 'certificate_until' => '2027-03-01']],
        'instruments' => [['id' => 'control_unit-1', 'kind' => 'control_unit', 'name' => 'Unit', 'serial' => 'S-1', 'calibration_until' => '2027-05-01']],
        'entries' => $entries,
    ];
}

it('answers with PHP alone: a joint made well is accepted, but for the record that only a unit can send', function () {
    $given = wholeJoint();
    [$code, $out] = sit((string) json_encode($given));
    $refused = array_column($out['refused'], 'said', 'id');
    $records = array_values(array_filter($given['entries'], static fn (array $e): bool => $e['payload']['key'] === 'fusion'));
    expect($code)->toBe(0)->and(array_keys($refused))->toContain($records[0]['id'])->and($out['view']['state'])->not->toBe('accepted')
        ->and(count($out['taken']))->toBeGreaterThan(40)->and($out['view']['from_m'])->toEqual(96);
});

it('knows a joint system that it is given, and says what is wrong with one', function () {
    $system = JointSystems::shipped()[0]->toArray();
    $given = [
        'work' => ['kind' => 'joint', 'procedure' => 'gasketed.invented', 'facts' => ['dn_mm' => 200.0, 'wall_mm' => 7.7, 'od_mm' => 200.0]],
        'rulebook' => 'iso', 'now' => '2026-11-23T08:05:00Z', 'systems' => [[...$system, 'key' => 'invented']],
    ];
    expect(Protocol::answer($given)['view']['state'] ?? null)->toBe('planned')
        ->and(fn () => Protocol::answer([...$given, 'systems' => []]))->toThrow(InvalidInput::class, 'no procedure “gasketed.invented”')
        ->and(fn () => Protocol::answer([...$given, 'systems' => [[...$system, 'key' => 'No']]]))->toThrow(InvalidInput::class);
});

it('does what docs/sitting.md says', function () {
    preg_match("/echo '(\{.*?\n\})' \|/s", (string) file_get_contents(dirname(__DIR__, 3).'/docs/sitting.md'), $found);
    [$code, $out] = sit($found[1]);
    expect($code)->toBe(0)->and(array_column($out['taken'], 'id'))->toBe(['1'])->and($out['refused'][0]['id'])->toBe('2')->and($out['refused'][0]['why'])
        ->toBe('forbidden')->and($out['view']['state'])->toBe('stop')
        ->and(array_column($out['view']['verdict']['findings'], 'said'))->toContain('Air 46 °C; -10 °C to 45 °C allowed.');
});

it('says what is wrong with its input, exits 2 and prints nothing', function (Closure $spoil, string $field) {
    [$code, $out, $err] = sit((string) json_encode($spoil(wholeJoint())));
    expect($code)->toBe(2)->and($out)->toBe([])->and($err['errors'][0]['field'])->toBe($field)->and($err['title'])->not->toBe('');
})->with([
    'nothing' => [static fn (): array => [], 'input'], 'no work' => [static fn (array $g): array => array_diff_key($g, ['work' => 1]), 'work'],
    'a procedure nobody knows' => [static fn (array $g): array => [...$g, 'work' => [...$g['work'], 'procedure' => 'magic']], 'work.procedure'],
    'no rulebook' => [static fn (array $g): array => [...$g, 'rulebook' => 'none'], 'rulebook'],
    'half a rulebook' => [static fn (array $g): array => [...$g, 'rulebook' => ['id' => 'iso']], 'rulebook'],
    'a rulebook without limits' => [
        static fn (array $g): array => [...$g, 'rulebook' => [...Rulebooks::iso()->toArray(), 'limits' => []]], 'rulebook',
    ],
    'limits that are words' => [
        static fn (array $g): array => [...$g, 'rulebook' => [...Rulebooks::iso()->toArray(), 'limits' => ['all of them']]], 'rulebook',
    ],
    '31 February' => [static fn (array $g): array => [...$g, 'now' => '2026-02-31T08:00:00Z'], 'now'],
    'somebody not given' => [static fn (array $g): array => [...$g, 'people' => []], 'entries.0.by'],
    'an entry without an id' => [static fn (array $g): array => [...$g, 'entries' => [['kind' => 'reading']]], 'entries.0.id'],
    'a fact that is a list' => [static fn (array $g): array => [...$g, 'work' => [...$g['work'], 'facts' => ['dn_mm' => [1]]]], 'work.facts.dn_mm'],
]);

it('spells a moment one way, and knows which are none', function (string $given, ?string $spelled) {
    expect(Moment::spelled($given))->toBe($spelled);
})->with([
    ['2026-11-23T14:05:00Z', '2026-11-23T14:05:00+00:00'], ['2026-11-23T14:05:00.25+01:00', '2026-11-23T14:05:00.25+01:00'],
    ['2028-02-29T00:00:00Z', '2028-02-29T00:00:00+00:00'], ['2026-02-29T00:00:00Z', null], ['2026-02-31T10:00:00Z', null], ['0000-01-01T00:00:00Z', null],
    ['1999-12-31T23:59:59Z', null], ['2000-01-01T00:00:00Z', '2000-01-01T00:00:00+00:00'], ['2026-11-23T24:00:00Z', null], ['2026-11-23T23:60:00Z', null],
    ['2026-11-23 14:05', null], ['', null],
]);
