<?php

declare(strict_types=1);

use Illuminate\Support\Facades\Route;
use Opis\JsonSchema\Validator;

/** @return array<string, mixed> */
function openApi(): array
{
    return json_decode((string) file_get_contents(base_path('docs/openapi.json')), true, flags: JSON_THROW_ON_ERROR);
}

/** Holds a reply against the schema that docs/openapi.json names for it; says what differs. */
function differs(string $method, string $path, int $status, string $json): string
{
    $document = json_decode((string) file_get_contents(base_path('docs/openapi.json')), flags: JSON_THROW_ON_ERROR);
    $responses = $document->paths->{$path}->{$method}->responses;
    $content = (array) ($responses->{(string) $status} ?? $responses->default)->content;
    $schema = (object) ['$id' => 'https://example.test/api', ...(array) array_values($content)[0]->schema, 'components' => $document->components];
    $result = (new Validator)->validate(json_decode($json), $schema);

    return $result->isValid() ? '' : json_encode((new Opis\JsonSchema\Errors\ErrorFormatter)->format($result->error()), JSON_THROW_ON_ERROR);
}

it('describes every route and no other', function () {
    $routes = [];
    foreach (Route::getRoutes() as $route) {
        if (str_starts_with($route->uri(), 'api/v1/') && ! $route->isFallback) {
            foreach (array_diff($route->methods(), ['HEAD']) as $method) {
                $routes[] = strtolower($method).' '.substr($route->uri(), 6);
            }
        }
    }
    $described = [];
    foreach (openApi()['paths'] as $path => $operations) {
        foreach (array_diff(array_keys($operations), ['parameters']) as $method) {
            $described[] = "{$method} {$path}";
        }
    }
    sort($routes);
    sort($described);
    expect($described)->toBe($routes);
});

it('can fail', fn () => expect(differs('get', '/session', 200, '{"id":5}'))->not->toBe(''));

it('answers as described', function (string $method, string $path, Closure $url, array $body, int $status) {
    $url = $url->call($this->signIn('vera@demo'));
    $reply = $this->json($method, "/api/v1{$url}", $body)->assertStatus($status);

    expect(differs($method, $path, $status, (string) $reply->getContent()))->toBe('');
})->with([
    'session' => ['get', '/session', fn () => '/session', [], 200],
    'jobs' => ['get', '/jobs', fn () => '/jobs', [], 200],
    'job' => ['get', '/jobs/{job}', fn () => "/jobs/{$this->job()->id}", [], 200],
    'clocks' => ['get', '/jobs/{job}/clocks', fn () => "/jobs/{$this->job()->id}/clocks", [], 200],
    'line' => ['get', '/mains/{main}/line', fn () => "/mains/{$this->job()->mains()->value('id')}/line", [], 200],
    'bench of a joint not begun' => ['get', '/joints/{joint}', fn () => "/joints/{$this->joint(12)->id}", [], 200],
    'bench of a joint made' => ['get', '/joints/{joint}', fn () => "/joints/{$this->joint(3)->id}", [], 200],
    'bench of a stopped joint' => ['get', '/joints/{joint}', fn () => "/joints/{$this->joint(11)->id}", [], 200],
    'entries' => ['get', '/entries', fn () => "/entries?subject_type=joint&subject_id={$this->joint(3)->id}", [], 200],
    'tests' => ['get', '/sections/{section}/tests', fn () => "/sections/{$this->section('A')->id}/tests", [], 200],
    'rulebook' => ['get', '/jobs/{job}/rulebook', fn () => "/jobs/{$this->job()->id}/rulebook", [], 200],
    'a limit changed' => [
        'post', '/jobs/{job}/rulebook', fn () => "/jobs/{$this->job()->id}/rulebook",
        ['limit' => 'ef.drying_s', 'value' => 180, 'reason' => 'Cold days: three minutes'], 201,
    ],
    'a joint judged again' => ['post', '/joints/{joint}/judge', fn () => "/joints/{$this->joint(3)->id}/judge", [], 200],
    'bench of a large bore' => ['get', '/joints/{joint}', fn () => "/joints/{$this->joint(101)->id}", [], 200],
    'bench of a saddle' => ['get', '/joints/{joint}', fn () => "/joints/{$this->joint(202)->id}", [], 200],
    'heat model' => [
        'post', '/reckoner/{id}', fn () => '/reckoner/heat.coupler',
        [
            'dn_mm' => 180, 'pipe_wall_mm' => 16.4, 'fitting_wall_mm' => 20, 'heated_length_mm' => 140, 'voltage_v' => 40, 'resistance_ohm' => 0.64,
            'time_s' => 260, 'ambient_c' => 15,
        ],
        200,
    ],
    'reckoner' => ['get', '/reckoner', fn () => '/reckoner', [], 200],
    'reckon' => ['post', '/reckoner/{id}', fn () => '/reckoner/ef.energy', ['voltage_v' => 40, 'resistance_ohm' => 0.64, 'time_s' => 260], 200],
    'a problem' => ['post', '/reckoner/{id}', fn () => '/reckoner/ef.energy', [], 422],
    'an unready section' => ['post', '/sections/{section}/tests', fn () => "/sections/{$this->section('B')->id}/tests", ['method' => 'f2164'], 409],
    'cards' => ['get', '/cards', fn () => '/cards', [], 200],
    'joint systems' => ['get', '/joint-systems', fn () => '/joint-systems', [], 200],
    'cards of a job' => ['get', '/jobs/{job}/cards', fn () => "/jobs/{$this->job()->id}/cards", [], 200],
    'joint systems of a job' => ['get', '/jobs/{job}/joint-systems', fn () => "/jobs/{$this->job()->id}/joint-systems", [], 200],
    'set-out of a curve' => ['get', '/mains/{main}/setout', fn () => '/mains/'.App\Models\Main::where('name', 'Weir Street')->value('id').'/setout', [], 200],
    'set-out without an alignment' => [
        'get', '/mains/{main}/setout', fn () => '/mains/'.App\Models\Main::where('name', 'Northgate trunk')->value('id').'/setout', [], 200,
    ],
    'a plan' => [
        'post', '/mains/{main}/plans', fn () => '/mains/'.App\Models\Main::where('name', 'Orchard Row')->value('id').'/plans',
        ['lengths' => [['length_m' => 6, 'count' => 9]]], 201,
    ],
    'rejects' => ['get', '/mains/{main}/rejects', fn () => '/mains/'.App\Models\Main::where('name', 'Weir Street')->value('id').'/rejects', [], 200],
    'bench of a gasketed joint' => ['get', '/joints/{joint}', fn () => "/joints/{$this->joint(903)->id}", [], 200],
    'a new main' => [
        'post', '/jobs/{job}/mains', fn () => "/jobs/{$this->job()->id}/mains",
        ['name' => 'Brook End', 'service' => 'water', 'system' => 'pvc_pressure', 'dn_mm' => 200, 'od_mm' => 200, 'wall_mm' => 9.6], 201,
    ],
    'clock forward' => ['post', '/jobs/{job}/clock', fn () => "/jobs/{$this->job()->id}/clock", ['to' => '2020-01-01T00:00:00Z'], 200],
]);

it('answers writing, fusing and testing as described', function () {
    $entry = $this->signIn()->enter($this->joint(9), 'ambient_c', 12)->assertCreated();
    $this->enterUpTo($this->joint(10), 'fusion');
    $fusion = $this->postJson("/api/v1/joints/{$this->joint(10)->id}/fusion-runs", ['speed' => 2])->assertCreated();
    $going = $this->getJson("/api/v1/fusion-runs/{$fusion->json('id')}")->assertOk();
    $settled = $this->postJson("/api/v1/fusion-runs/{$fusion->json('id')}/settle");
    $test = planned($this->signIn('tom@demo'), $this->section('A'));
    $run = $this->postJson("/api/v1/tests/{$test->id}/run", ['speed' => 100000])->assertOk();
    $this->travel(1)->seconds();
    $this->postJson("/api/v1/tests/{$test->id}/settle")->assertOk();
    $trace = $this->getJson("/api/v1/tests/{$test->id}/trace")->assertOk();

    expect(differs('post', '/tests/{test}/run', 200, (string) $run->getContent()))->toBe('')
        ->and(differs('get', '/tests/{test}/trace', 200, (string) $trace->getContent()))->toBe('')
        ->and($trace->json('test.state'))->toBe('passed')
        ->and(differs('post', '/entries', 201, (string) $entry->getContent()))->toBe('')
        ->and(differs('post', '/joints/{joint}/fusion-runs', 201, (string) $fusion->getContent()))->toBe('')
        ->and(differs('post', '/fusion-runs/{run}/settle', 200, (string) $settled->getContent()))->toBe('')
        ->and(differs('get', '/fusion-runs/{run}', 200, (string) $going->getContent()))->toBe('');
});

it('answers a test from its plan to its papers as described', function () {
    $test = plannedOn($this, 'O1', 'f2164');
    $section = $test->section_id;
    $id = static fn (): string => (string) Illuminate\Support\Str::uuid();
    $facts = $this->getJson("/api/v1/sections/{$this->section('O2')->id}/tests")->json('section.facts');
    $replies = [
        ['get', '/sections/{section}/tests', 200, $this->getJson("/api/v1/sections/{$section}/tests")],
        ['post', '/sections/{section}/facts', 200, $this->postJson("/api/v1/sections/{$this->section('O2')->id}/facts", ['facts' => $facts])],
        ['post', '/tests/{test}/run', 200, $this->postJson("/api/v1/tests/{$test->id}/run", ['mode' => 'hand'])],
        ['post', '/tests/{test}/notes', 201, $this->postJson("/api/v1/tests/{$test->id}/notes", ['id' => $id(), 'text' => 'rain'])],
        [
            'post', '/tests/{test}/readings', 201,
            $this->postJson("/api/v1/tests/{$test->id}/readings", ['id' => $id(), 'at' => $this->deviceNow(), 'pressure_kpa' => 12.5]),
        ],
        ['post', '/tests/{test}/logging', 200, $this->postJson("/api/v1/tests/{$test->id}/logging", ['on' => false])],
        ['get', '/tests/{test}/trace', 200, $this->getJson("/api/v1/tests/{$test->id}/trace")],
        ['get', '/jobs/{job}/clocks', 200, $this->getJson("/api/v1/jobs/{$this->job()->id}/clocks")],
        ['post', '/tests/{test}/finish', 409, $this->postJson("/api/v1/tests/{$test->id}/finish", [])],
        ['get', '/imports/{import}', 200, $this->getJson('/api/v1/imports/'.$id())],
    ];
    $this->travel(20)->seconds();
    $this->postJson("/api/v1/tests/{$test->id}/readings", ['id' => $id(), 'at' => $this->deviceNow(), 'pressure_kpa' => 13])->assertCreated();
    $replies[] = ['post', '/tests/{test}/settle', 200, $this->postJson("/api/v1/tests/{$test->id}/settle")];
    $replies[] = ['post', '/tests/{test}/finish', 200, $this->postJson("/api/v1/tests/{$test->id}/finish", ['broken_off' => 'the hose burst'])];
    $replies[] = [
        'post', '/tests/{test}/mends', 201,
        $this->postJson("/api/v1/tests/{$test->id}/mends", ['id' => $id(), 'what' => 'a new hose', 'pressure_lowered' => true]),
    ];
    $replies[] = ['post', '/tests/{test}/signatures', 201, $this->postJson("/api/v1/tests/{$test->id}/signatures", ['id' => $id()])];
    $replies[] = ['get', '/tests/{test}/trace', 200, $this->getJson("/api/v1/tests/{$test->id}/trace?bare=1")];
    foreach ($replies as [$method, $path, $status, $reply]) {
        $reply->assertStatus($status);
        expect(differs($method, $path, $status, (string) $reply->getContent()))->toBe('', "{$method} {$path}");
    }
    $json = json_decode($this->get("/api/v1/tests/{$test->id}/test.json")->assertOk()->streamedContent(), true);
    expect($json['test']['state'])->toBe('failed')->and($json['test']['verdict']['broken_off'])->toBe('the hose burst')
        ->and($json['trace'][0]['pressure_kpa'])->toEqual([12.5, 13])->and($json['section']['facts']['parts'][0]['material'])->toBe('pe');
});
