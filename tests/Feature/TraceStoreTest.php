<?php

declare(strict_types=1);

use App\Traces\TraceStore;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

it('gives every sample back bit for bit', function () {
    mt_srand(7);
    $samples = [];
    for ($k = 0; $k < 4500; $k++) {
        $samples[] = ['t' => fdiv($k, 3), 'p' => fdiv(mt_rand(), 997), 'c' => $k % 5 === 0 ? null : 12 + sin($k)];
    }
    $id = (string) Str::uuid();
    app(TraceStore::class)->execute('test', $id, $samples);

    expect(app(TraceStore::class)->read('test', $id) === $samples)->toBeTrue(); // not toBe: its report on 4500 samples takes minutes
});

it('keeps the smallest and largest of each block', function () {
    $id = (string) Str::uuid();
    app(TraceStore::class)->execute(
        'test', $id, array_map(static fn (int $k): array => ['t' => (float) $k, 'p' => (float) ($k % 100), 'c' => null], range(0, 4595)),
    );
    $blocks = DB::table('trace_blocks')->where('subject_id', $id)->orderBy('block')->get(['from_s', 'to_s', 'minimum', 'maximum', 'count']);

    expect($blocks)->toHaveCount(2)->and((array) $blocks[0])->toEqual([
        'from_s' => 0, 'to_s' => 4095, 'minimum' => 0, 'maximum' => 99, 'count' => 4096,
    ])->and($blocks[1]->count)->toBe(500);
});

it('holds traces of one id apart by what they are of', function () {
    $id = (string) Str::uuid();
    app(TraceStore::class)->execute('test', $id, [['t' => 0.0, 'p' => 1.0, 'c' => null], ['t' => 1.0, 'p' => 2.0, 'c' => null]]);

    expect(app(TraceStore::class)->read('fusion', $id))->toBe([]);
});
