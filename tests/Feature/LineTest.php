<?php

declare(strict_types=1);

use App\Models\Joint;

it('says of each joint what is to do, and who entered something last; a note changes neither', function () {
    $this->signIn('ada@demo');
    $joint = Joint::query()->where('number', 9)->firstOrFail();
    $said = fn (): array => collect($this->getJson("/api/v1/mains/{$joint->main_id}/line")->assertOk()->json('joints'))->firstWhere('id', $joint->id);
    $write = function (string $id, string $kind, array $payload, string $who, int $minute) use ($joint): void {
        $this->signIn("{$who}@demo")->postJson('/api/v1/entries', [
            'id' => $id, 'kind' => $kind, 'subject_type' => 'joint', 'subject_id' => $joint->id, 'payload' => $payload,
            'device_at' => now()->subMinutes(10 - $minute)->format('Y-m-d\TH:i:sP'),
        ])->assertCreated();
    };
    expect($said())->toMatchArray(['state' => 'planned', 'to_do' => 'Begin', 'last_at' => null, 'last_by' => null]);
    $write('51515151-0000-4000-8000-000000000001', 'reading', ['key' => 'ambient_c', 'value' => 12], 'ada', 1);
    $first = $said();
    expect($first)->toMatchArray(['state' => 'in_work', 'to_do' => 'Conditions', 'last_by' => 'Ada Brook'])->and($first['last_at'])->toEndWith('+00:00');
    $write('51515151-0000-4000-8000-000000000002', 'note', ['text' => 'Rain is coming.'], 'vera', 5);
    expect($said())->toMatchArray(['last_by' => 'Ada Brook', 'last_at' => $first['last_at']]);
    $write('51515151-0000-4000-8000-000000000003', 'reading', ['key' => 'ambient_c', 'value' => 60, 'kept' => true], 'ada', 6);
    expect($said())->toMatchArray(['state' => 'stop', 'to_do' => 'Cut out, or overrule', 'release_at' => null, 'test_at' => null]);
});

it('draws the main from above where it has an alignment', function () {
    $this->signIn('ada@demo');
    $plan = fn (int $number): array => $this->getJson(
        '/api/v1/mains/'.Joint::query()->where('number', $number)->value('main_id').'/line',
    )->assertOk()->json('plan');
    $weir = $plan(901);
    expect($plan(3))->toBe([])->and(count($weir))->toBeGreaterThan(2)
        ->and(array_column($weir, 'station_m'))->toBe(collect($weir)->pluck('station_m')->sort()->values()->all());
});
