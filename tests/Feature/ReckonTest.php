<?php

declare(strict_types=1);

use Symfony\Component\Process\Process;

function reckon(array $arguments, ?string $input = null): Process
{
    $process = new Process([PHP_BINARY, 'artisan', 'reckon', ...$arguments], base_path(), input: $input);
    $process->run();

    return $process;
}

it('answers on standard output and exits 0', function () {
    $process = reckon(['pe.pressure-rating', '--json={"mrs_mpa":10,"sdr":11,"design_coefficient":1.25}']);

    expect($process->getExitCode())->toBe(0)->and(json_decode($process->getOutput(), true))->toEqual([
        'id' => 'pe.pressure-rating', 'result' => ['pn_bar' => 16], 'sources' => ['ISO 4427-1'], 'shown' => ['pn_bar' => '16 bar'],
        'formula' => [[
            'said' => 'pn (bar) = 20 × mrs (MPa) ÷ (design coefficient × (sdr − 1))', 'with' => '16 = 20 × 10 ÷ (1.25 × (11 − 1))',
        ]],
        'picture' => null,
    ])->and($process->getErrorOutput())->toBe('');
});

it('answers bad input with a problem on standard error and exits 2', function (array $arguments, string $says) {
    $process = reckon($arguments);
    $problem = json_decode($process->getErrorOutput(), true);

    expect($process->getExitCode())->toBe(2)->and($process->getOutput())->toBe('')->and($problem['title'])->toContain($says)->and($problem['errors'][0])
        ->toHaveKeys(['field', 'detail']);
})->with([
    'no id' => [[], 'Say which calculation'], 'unknown id' => [['ef.nothing', '--json={}'], 'There is no calculation'],
    'no JSON' => [['ef.energy'], 'not a JSON object'],
    'broken JSON' => [['ef.energy', '--json={"voltage_v":'], 'not a JSON object'], 'a list' => [['ef.energy', '--json=[1]'], 'not a JSON object'],
    'a wrong value' => [['ef.label', '--json={"code":"123"}'], 'must have 24'], 'a missing batch file' => [['--batch=/nowhere.jsonl'], 'cannot be read'],
]);

it('lists every calculation with inputs and units', function () {
    $list = json_decode(reckon(['--list'])->getOutput(), true);

    expect(array_column($list, 'id'))->toContain(
        'pipe.roundness', 'ef.marks', 'ef.label', 'ef.clocks', 'ef.energy', 'pe.pressure-rating', 'test.f2164', 'test.pressure-at-point',
    )
        ->and(collect($list)->firstWhere('id', 'ef.energy')['inputs'][0])->toMatchArray(['name' => 'voltage_v', 'unit' => 'V']);
});

it('answers a batch line by line, right or wrong', function () {
    $process = reckon(
        ['--batch=-'],
        "{\"id\":\"ef.energy\",\"input\":{\"voltage_v\":40,\"resistance_ohm\":0.64,\"time_s\":260}}\n\n"
            ."{\"id\":\"ef.energy\",\"input\":{}}\nnonsense\n{\"id\":\"pe.pressure-rating\",\"input\":{\"mrs_mpa\":8,\"sdr\":11,\"design_coefficient\":1.25}}",
    );
    $lines = array_map(static fn (string $l): array => json_decode($l, true), explode("\n", trim($process->getOutput())));

    expect($process->getExitCode())->toBe(0)->and($lines)->toHaveCount(4)->and($lines[0]['result']['energy_kj'])->toEqual(650)->and($lines[1])
        ->toHaveKey('error')->and($lines[2])->toHaveKey('error')->and($lines[3]['result']['pn_bar'])->toEqual(12.8);
});

it('answers over the API as well', function () {
    $this->signIn()->getJson('/api/v1/reckoner')->assertOk()->assertJsonCount(count(Diastoma\Core\Reckoner\Reckoner::all()), 'calculations');
    $this->postJson(
        '/api/v1/reckoner/ef.energy', ['voltage_v' => 40, 'resistance_ohm' => 0.64, 'time_s' => 260],
    )->assertOk()->assertJsonPath('result.energy_kj', 650);
    $this->postJson(
        '/api/v1/reckoner/ef.energy', ['voltage_v' => 0, 'resistance_ohm' => 0.64, 'time_s' => 260],
    )->assertStatus(422)->assertJsonPath('errors.0.field', 'voltage_v');
});
