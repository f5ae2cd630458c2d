<?php

declare(strict_types=1);

use App\Models\Main;
use App\Models\Section;

it('lays a plan over several sections into each of them', function () {
    $id = $this->signIn()->postJson(
        "/api/v1/jobs/{$this->job()->id}/mains",
        ['name' => 'Two sections', 'service' => 'water', 'system' => 'grp_coupling', 'dn_mm' => 300, 'od_mm' => 324, 'wall_mm' => 8, 'pn_bar' => 10],
    )->json('main.id');
    $main = Main::findOrFail($id);
    $first = $main->sections()->firstOrFail();
    $first->update(['to_station_m' => 30]);
    $second = Section::create([
        ...$first->only(['main_id', 'low_level_m', 'high_level_m', 'gauge_level_m', 'design_pressure_kpa']), 'name' => 'TS9', 'from_station_m' => 30,
        'to_station_m' => 60,
    ]);
    $this->postJson(
        "/api/v1/mains/{$id}/alignment",
        ['points' => [['easting_m' => 0, 'northing_m' => 0, 'level_m' => 4], ['easting_m' => 60, 'northing_m' => 0, 'level_m' => 7]]],
    )->assertCreated();
    $plan = $this->postJson("/api/v1/mains/{$id}/plans", ['lengths' => [['length_m' => 6]]])->assertCreated()->json('plan');
    $this->postJson("/api/v1/plans/{$plan['id']}/adopt")->assertOk();

    expect($first->joints()->max('station_m'))->toBeLessThanOrEqual(30.01)->and($first->joints()->count())->toBeGreaterThan(3)
        ->and($second->joints()->count())->toBeGreaterThan(3)
        ->and((float) $second->refresh()->low_level_m)->toBeGreaterThan((float) $first->refresh()->low_level_m);
});

it('takes no text for a number in a plan', function () {
    $main = Main::where('name', 'Orchard Row')->firstOrFail();
    $this->signIn()->postJson(
        "/api/v1/mains/{$main->id}/plans", ['lengths' => [['length_m' => 6]], 'band_mm' => '5O'],
    )->assertStatus(422)->assertJsonPath('errors.0.field', 'band_mm');
});
