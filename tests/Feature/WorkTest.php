<?php

declare(strict_types=1);

use App\Models\Joint;
use App\Models\Work;
use App\Procedures\Subject;
use Diastoma\Core\Gasketed\BellAndSpigot;
use Diastoma\Core\Mechanical\MechanicalProcedure;
use Diastoma\Core\Sitting\Entry;
use Illuminate\Support\Str;
use Symfony\Component\Process\Process;

/** A stretch of main, made as the next kinds will be: no procedure that ships is made for one yet, so its row is written here. */
function stretchOfMain(Tests\TestCase $test): Work
{
    $row = [
        'id' => (string) Str::uuid(), 'job_id' => $test->job()->id, 'main_id' => $test->joint(1)->main_id, 'kind' => 'stretch',
        'procedure' => 'electrofusion.coupler', 'title' => 'Trench 96 to 108', 'facts' => [], 'from_station_m' => 96.0, 'to_station_m' => 108.0,
    ];

    return Work::create($row)->refresh();
}

it('takes entries about work of another kind by the routes, tables and controllers that there are', function () {
    $work = stretchOfMain($this);
    $this->signIn();
    $this->postJson(
        '/api/v1/entries', about($work, 'reading', ['key' => 'ambient_c', 'value' => 14]),
    )->assertCreated()->assertJsonPath('bench.subject_type', 'stretch')->assertJsonPath('bench.work.title', 'Trench 96 to 108');
    $this->postJson(
        '/api/v1/entries', about($work, 'note', ['text' => 'Water at the east end.']),
    )->assertCreated()->assertJsonPath('bench.remarks.0.text', 'Water at the east end.');
    $this->signIn('vera@demo')->postJson('/api/v1/entries', about($work, 'reading', ['key' => 'ambient_c', 'value' => 46]))->assertCreated();
    $this->postJson('/api/v1/entries', about($work, 'overrule', ['rule' => 'ef.ambient', 'reason' => 'The maker allows it, by telephone.']))->assertCreated();
    $shown = $this->getJson("/api/v1/works/{$work->id}")->assertOk();
    expect($shown->json('work.state'))->toBe('in_work')->and($shown->json('readings.ambient_c.times'))->toBe(2)->and($work->refresh()->rulebook_id)
        ->toBe($this->job()->rulebook_id);
    $this->getJson("/api/v1/jobs/{$this->job()->id}/works?kind=stretch&main_id={$work->main_id}")->assertOk()->assertJsonPath('works.0.id', $work->id)
        ->assertJsonPath('works.0.from_m', 96);
    $this->getJson("/api/v1/jobs/{$this->job()->id}/works?kind=day")->assertOk()->assertJsonPath('works', []);
    $this->getJson("/api/v1/entries?subject_type=stretch&subject_id={$work->id}")->assertOk()->assertJsonCount(4, 'entries');
});

it('refuses as the core does', function (string $who, string $kind, array $payload, int $status, string $says) {
    $work = stretchOfMain($this);
    $this->signIn($who)->postJson('/api/v1/entries', about($work, $kind, $payload))->assertStatus($status)->assertJsonPath(
        'title', fn (string $said): bool => str_contains($said, $says),
    );
})->with([
    'an inspector reads' => ['ines@demo', 'reading', ['key' => 'ambient_c', 'value' => 14], 403, 'Ask a jointer'],
    'a stretch is cut out' => ['vera@demo', 'cut_out', ['reason' => 'It was in the way.'], 409, 'Only what was joined'],
    'a kind of entry that there is not' => ['ada@demo', 'poem', ['text' => 'x'], 422, 'are not taken here'],
]);

it('finds no work of a kind that there is not, and none of another kind', function () {
    $work = stretchOfMain($this);
    $this->signIn();
    $this->postJson(
        '/api/v1/entries', [...about($work, 'note', ['text' => 'x']), 'subject_type' => 'poem'],
    )->assertStatus(422)->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'no kind of work “poem”'));
    $this->postJson('/api/v1/entries', [...about($work, 'note', ['text' => 'x']), 'subject_type' => 'day'])->assertNotFound();
});

it('opens work only by a procedure that is made for its kind', function (array $change, int $status, string $says) {
    $given = [
        'id' => (string) Str::uuid(), 'kind' => 'stretch', 'procedure' => 'electrofusion.coupler', 'title' => 'Trench', 'from_m' => 1, 'to_m' => 2,
        ...$change,
    ];
    $this->signIn()->postJson("/api/v1/jobs/{$this->job()->id}/works", $given)->assertStatus($status)->assertJsonPath(
        'title', fn (string $t): bool => str_contains($t, $says),
    );
})->with([
    'of another kind' => [[], 422, 'is not made for a stretch'], 'no such procedure' => [['procedure' => 'magic'], 422, 'no procedure “magic”'],
    'no such kind' => [['kind' => 'poem'], 422, 'no kind of work “poem”'],
    'it ends before it begins' => [['to_m' => 0.5], 422, 'ends before it begins'],
]);

it('says that a joint was cut out, and takes no more readings of it', function () {
    $joint = $this->joint(3);
    $entry = static fn (string $kind, array $payload): array => [
        'id' => (string) Str::uuid(), 'kind' => $kind, 'subject_type' => 'joint', 'subject_id' => $joint->id, 'payload' => $payload,
        'device_at' => now()->toIso8601String(),
    ];
    $this->signIn('vera@demo')->postJson(
        '/api/v1/entries', $entry('cut_out', ['reason' => 'It leaked at the test.']),
    )->assertCreated()->assertJsonPath('bench.joint.state', 'cut_out');
    $this->postJson(
        '/api/v1/entries', $entry('reading', ['key' => 'ambient_c', 'value' => 12]),
    )->assertStatus(409)->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'This was cut out on'));
    expect($joint->refresh()->state)->toBe('cut_out');
    $this->getJson("/api/v1/joints/{$joint->id}")->assertOk()->assertJsonPath('readings.ambient_c.times', 1);
});

it('gives the same view as core/bin/sit with PHP alone, byte for byte, of every joint of the demo', function () {
    $spelled = static fn (?DateTimeImmutable $at): ?string => $at?->format('Y-m-d\TH:i:s.vP');
    $seen = $added = 0;
    foreach (Joint::with('main.job.rulebook')->whereIn('id', App\Models\Entry::where('subject_type', 'joint')->select('subject_id'))->get() as $joint) {
        $subject = Subject::joint($joint);
        $input = [
            'work' => [
                'kind' => 'joint', 'procedure' => $subject->procedure->id(), 'facts' => $subject->facts->toArray(), 'from_m' => $joint->station_m,
                'to_m' => $joint->station_m,
            ],
            'systems' => match (true) {
                $subject->procedure instanceof BellAndSpigot => [$subject->procedure->system()->toArray()],
                $subject->procedure instanceof MechanicalProcedure => [$subject->procedure->card->toArray()],
                default => [],
            },
            'rulebook' => $subject->rulebook()->toArray(), 'now' => '2099-01-01T00:00:00Z', 'people' => [], 'instruments' => [], 'entries' => [],
            'history' => array_map(
                static fn (Entry $e): array => [
                    'id' => $e->id, 'kind' => $e->kind, 'payload' => $e->payload, 'taken_at' => $spelled($e->takenAt),
                    'received_at' => $spelled($e->receivedAt), 'by' => $e->by,
                ],
                $subject->told(),
            ),
        ];
        $sit = new Process(
            [PHP_BINARY, '-n', base_path('core/bin/sit')], sys_get_temp_dir(), [], json_encode($input, JSON_PRESERVE_ZERO_FRACTION | JSON_THROW_ON_ERROR),
        );
        $sit->mustRun();
        preg_match('/"view":(\{.*\})\}\s*\z/s', $sit->getOutput(), $view);
        $own = json_encode($subject->sitting()->view(), JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_PRESERVE_ZERO_FRACTION);
        expect($view[1] ?? '')->toBe($own, "joint {$joint->number}");
        $seen++;
        $added += Diastoma\Core\Catalogue\Procedures::find($subject->procedure->id()) === null ? 1 : 0;
    }
    expect($seen)->toBeGreaterThan(14)->and($added)->toBeGreaterThan(0); // some of a joint system that somebody added
});

it('keeps a picture by its hash, and takes no entry about one that is not here', function () {
    $work = stretchOfMain($this);
    $this->signIn();
    $file = Illuminate\Http\UploadedFile::fake()->image('hold.png', 20, 20);
    $hash = hash('sha256', (string) $file->get());
    $entry = about($work, 'picture', ['sha256' => str_repeat('0', 64), 'type' => 'image/png', 'caption' => 'The hold']);
    $this->postJson('/api/v1/entries', $entry)->assertStatus(422)->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'has not arrived yet'));
    $kept = $this->post('/api/v1/pictures', ['file' => $file], ['Accept' => 'application/json'])->assertCreated()->assertJsonPath('sha256', $hash);
    $this->postJson(
        '/api/v1/entries', about($work, 'picture', ['sha256' => $hash, 'type' => 'image/png', 'caption' => 'The hold']),
    )->assertCreated()->assertJsonPath('bench.remarks.0.sha256', $hash);
    expect(hash('sha256', (string) $this->get("/api/v1/pictures/{$hash}")->assertOk()->assertHeader('Content-Type', 'image/png')->getContent()))->toBe($hash);
    Illuminate\Support\Facades\Storage::disk('pictures')->put('pictures/'.substr($hash, 0, 2)."/{$hash}", 'another picture');
    $this->get("/api/v1/pictures/{$hash}")->assertNotFound(); // what lies there is not what the journal names
    $this->get('/api/v1/pictures/'.str_repeat('1', 64))->assertNotFound();
    $this->post(
        '/api/v1/pictures', ['file' => Illuminate\Http\UploadedFile::fake()->createWithContent('x.svg', '<svg/>')], ['Accept' => 'application/json'],
    )->assertStatus(422);
    expect($kept->json('bytes'))->toBeGreaterThan(10);
});

it('describes the input of core/bin/sit by a schema that its sample keeps to', function () {
    $schema = (string) file_get_contents(base_path('docs/sitting.schema.json'));
    $sample = json_decode((string) file_get_contents(base_path('docs/samples/sitting.json')));
    expect((new Opis\JsonSchema\Validator)->validate($sample, $schema)->isValid())->toBeTrue();
    $sample->entries[0]->kind = 'poem';
    expect((new Opis\JsonSchema\Validator)->validate($sample, $schema)->isValid())->toBeFalse();
    $named = json_decode($schema, true);
    expect($named['properties']['work']['properties']['kind']['enum'])->toBe(array_column(Diastoma\Core\Sitting\Kind::cases(), 'value'))
        ->and($named['properties']['people']['items']['properties']['role']['enum'])->toBe(array_column(Diastoma\Core\Sitting\Role::cases(), 'value'));
});
