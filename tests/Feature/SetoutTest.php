<?php

declare(strict_types=1);

use App\Imports\AlignmentFile;
use App\Models\Main;
use App\Models\Plan;
use App\Reports\SetoutExport;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\Artisan;

it('reads the same line from CSV, GeoJSON and LandXML', function () {
    $csv = AlignmentFile::of("northing,Easting (m),Chainage,level\n100,50,0,8.0\n130,90,50,8.2\n130,150,110,8.5\n")->alignment();
    $comma = AlignmentFile::of("station;easting;northing;level\n0;50,0;100,0;8,0\n50;90,0;130,0;8,2\n110;150,0;130,0;8,5\n")->alignment();
    $geo = AlignmentFile::of('{"type":"FeatureCollection","features":[{"type":"Feature","properties":{"name":"x"},'
        .'"geometry":{"type":"LineString","coordinates":[[50,100,8],[90,130,8.2],[150,130,8.5]]}}]}')->alignment();
    $xml = AlignmentFile::of('<?xml version="1.0"?><LandXML version="1.2" xmlns="http://www.landxml.org/schema/LandXML-1.2"><Units><Metric '
        .'linearUnit="meter"/></Units><Alignments><Alignment name="a" length="110" staStart="0"><CoordGeom><Line><Start>100 50</Start><End>130 '
            .'90</End></Line><Line><Start>130 90</Start><End>130 150</End></Line></CoordGeom><Profile><ProfAlign name="p"><PVI>0 8.0</PVI><PVI>50 '
                .'8.2</PVI><PVI>110 8.5</PVI></ProfAlign></Profile></Alignment></Alignments></LandXML>')->alignment();
    foreach ([$comma, $geo, $xml] as $line) {
        foreach ([0.0, 30.0, 50.0, 77.0, 110.0] as $s) {
            expect($line->place($s)->distanceTo($csv->place($s)))->toBeLessThan(1e-9);
        }
    }
    expect($csv->length())->toEqualWithDelta(110.0, 1e-9)->and($xml->name)->toBe('a');
});

it('follows arcs and vertical curves of LandXML', function () {
    // a quarter circle of R 100 to the right about (100 N, 100 E): from (100, 0) heading north to (200, 100)
    $xml = static fn (string $inner): string => '<LandXML version="1.2"><Units><Imperial linearUnit="foot"/></Units><Alignments><Alignment name="q" '
        .'length="1" staStart="10"><CoordGeom>'
        .$inner
        .'</CoordGeom><Profile><ProfAlign name="p"><PVI>0 0</PVI><ParaCurve length="40">100 5</ParaCurve><PVI>200 '
            .'5</PVI></ProfAlign></Profile></Alignment></Alignments></LandXML>';
    $line = AlignmentFile::of($xml('<Curve rot="cw"><Start>100 0</Start><Center>100 100</Center><End>200 100</End></Curve>'))->alignment();
    $feet = 0.3048;
    $middle = $line->place($line->from() + 50 * M_PI / 2 * $feet);

    expect($line->length())->toEqualWithDelta(50 * M_PI * $feet, 1e-9)->and($middle->easting)->toEqualWithDelta((100 - 100 * M_SQRT1_2) * $feet, 1e-9)
        ->and($middle->northing)->toEqualWithDelta((100 + 100 * M_SQRT1_2) * $feet, 1e-9)
        ->and($line->profile->at(100 * $feet)[0])->toEqualWithDelta((5 - 40 * 0.05 / 8) * $feet, 1e-9); // a parabola hangs L·Δg/8 below its corner
    expect(AlignmentFile::of($xml('<Curve rot="ccw"><Start>100 0</Start><Center>100 -100</Center><End>200 '
        .'-100</End></Curve>'))->alignment()->plan->turns()[0]->angle)->toEqualWithDelta(-M_PI / 2, 1e-9);
});

it('says what in a file cannot be read and stores nothing', function (string $text, string $said) {
    $main = Main::where('name', 'Weir Street')->firstOrFail();
    $before = $main->alignment->id;
    $reply = $this->signIn()->post(
        "/api/v1/mains/{$main->id}/alignment", ['file' => UploadedFile::fake()->createWithContent('a.csv', $text)], ['Accept' => 'application/json'],
    )->assertStatus(422);
    expect($reply->json('title'))->toContain($said)->and($main->refresh()->alignment->id)->toBe($before);
})->with([
    'empty' => ['', 'empty'], 'no northing' => ["easting,level\n1,2\n3,4\n", 'no column for the northing'],
    'text for a number' => ["easting,northing\n1,2\nx,4\n", 'is not a number'], 'one point' => ["easting,northing\n1,2\n1,2\n", 'two points'],
    'stations that do not fit' => ["station,easting,northing\n0,0,0\n90,0,10\n", 'Point 2 has station 90'],
    'degrees' => ['{"type":"LineString","coordinates":[[8.68412345,50.1145],[8.68512345,50.1146]]}', 'look like degrees'],
    'broken JSON' => ['{"type":', 'cannot be read'], 'no GeoJSON' => ['{"a":1}', 'no GeoJSON'],
    'a spiral' => ['<LandXML><Alignments><Alignment><CoordGeom><Spiral/></CoordGeom></Alignment></Alignments></LandXML>', 'Spiral'],
    'an entity' => ['<!DOCTYPE x [<!ENTITY e SYSTEM "file:///etc/passwd">]><LandXML>&e;</LandXML>', 'document type'],
    'no alignment' => ['<LandXML></LandXML>', 'no Alignment'], 'not XML' => ['<LandXML', 'no LandXML'],
    'a gap between elements' => [
        '<LandXML><Alignments><Alignment><CoordGeom><Line><Start>0 0</Start><End>0 10</End></Line><Line><Start>0 15</Start><End>0 '
            .'30</End></Line></CoordGeom></Alignment></Alignments></LandXML>',
        'from the end of the one before',
    ],
    'unknown units' => ['<LandXML><Units><Metric linearUnit="parsec"/></Units></LandXML>', 'parsec'],
]);

it('gives back as LandXML, GeoJSON and CSV what was planned', function () {
    $plan = Plan::whereHas('main', fn ($q) => $q->where('name', 'Weir Street'))->latest('id')->firstOrFail();
    $joints = $plan->payload['joints'];
    $line = AlignmentFile::of(app(SetoutExport::class)->landXml($plan))->alignment();
    $geo = AlignmentFile::of(app(SetoutExport::class)->geoJson($plan))->alignment();
    foreach ([$line, $geo] as $back) {
        expect(count($back->drawn()))->toBeLessThanOrEqual(count($joints));
        foreach ([0, 7, count($joints) - 1] as $k) {
            $at = $back->locate(
                new Diastoma\Core\Layout\Place($joints[$k]['easting_m'], $joints[$k]['northing_m'], $joints[$k]['level_m']), $joints[$k]['station_m'],
            );
            expect(abs($at['right_m']))->toBeLessThan(0.001)->and(abs($at['up_m']))->toBeLessThan(0.001);
        }
    }
    $this->signIn();
    $csv = $this->get("/api/v1/plans/{$plan->id}/export/csv")->assertOk()->getContent();
    expect(substr_count($csv, "\n"))->toBe(count($joints) + 1)->and($csv)->toContain('dig_level_m');
    foreach (['geojson', 'landxml', 'pdf'] as $format) {
        $this->get("/api/v1/plans/{$plan->id}/export/{$format}")->assertOk();
    }
    $this->getJson("/api/v1/plans/{$plan->id}/export/dwg")->assertStatus(422);
});

it('plans the rest from where the crew stands, keeps what is laid, and says so when the plan is stale', function () {
    $main = Main::where('name', 'Weir Street')->firstOrFail();
    $this->signIn();
    $plan = $this->postJson(
        "/api/v1/mains/{$main->id}/plans", ['lengths' => [['length_m' => 12], ['length_m' => 6]], 'cut_min_m' => 1, 'cut_anywhere' => false],
    )->assertCreated()->json('plan');
    $laid = $main->joints()->where('state', '!=', 'planned')->count();
    $last = $main->joints()->where('state', '!=', 'planned')->get()->last();
    expect($plan['request']['after_number'])->toBe($last->number)->and($plan['joints'][0]['kind'])->toBe('joint');
    $far = $last->planned['far'];
    // 21 mm right, 2 mm beyond, as the demo measured
    expect(hypot(
        $plan['joints'][0]['easting_m'] - $far['easting_m'], $plan['joints'][0]['northing_m'] - $far['northing_m'],
    ))->toEqualWithDelta(hypot(0.021, 0.002), 0.0005);

    $reply = $this->postJson("/api/v1/plans/{$plan['id']}/adopt")->assertOk();
    $numbers = $main->joints()->pluck('number')->all();
    expect($main->joints()->where('state', '!=', 'planned')->count())->toBe($laid)->and($numbers)->toBe(array_unique($numbers))->and(count($numbers))
        ->toBe($laid + count(array_filter(
            $plan['joints'], fn (array $j): bool => $j['kind'] === 'joint',
        )))
        ->and($reply->json('laid.0.laid.right_mm'))->not->toBeNull();
    $this->enter($main->joints()->where('state', 'planned')->firstOrFail(), 'pipe_right', true)->assertCreated();
    $this->postJson("/api/v1/plans/{$plan['id']}/adopt")->assertStatus(409);
});

it('puts a bend between two pipes and two joints', function () {
    $id = $this->signIn()->postJson(
        "/api/v1/jobs/{$this->job()->id}/mains",
        ['name' => 'Corner main', 'service' => 'water', 'system' => 'grp_coupling', 'dn_mm' => 300, 'od_mm' => 324, 'wall_mm' => 8, 'pn_bar' => 10],
    )->json('main.id');
    $this->postJson("/api/v1/mains/{$id}/plans", ['lengths' => [['length_m' => 12]]])->assertStatus(409); // no alignment yet
    $this->postJson(
        "/api/v1/mains/{$id}/alignment",
        [
            'easting_m' => 0, 'northing_m' => 0, 'azimuth_deg' => 0, 'parts' => [['length_m' => 36, 'radius_m' => 0]],
            'levels' => [['station_m' => 0, 'level_m' => 4], ['station_m' => 36, 'level_m' => 4.1]],
        ],
    )->assertCreated();
    $turn = deg2rad(45);
    $this->postJson(
        "/api/v1/mains/{$id}/alignment",
        ['points' => [
            ['easting_m' => 0, 'northing_m' => 0], ['easting_m' => 0, 'northing_m' => 36],
            ['easting_m' => 24 * sin($turn), 'northing_m' => 36 + 24 * cos($turn)],
        ]],
    )->assertCreated();
    $plan = $this->postJson("/api/v1/mains/{$id}/plans", ['lengths' => [['length_m' => 12]], 'cut_min_m' => 1])->assertCreated()->json('plan');
    expect($plan['complete'])->toBeFalse()->and($plan['obstacles'][0]['bends_deg'])->toEqual([45]);
    $this->postJson("/api/v1/plans/{$plan['id']}/adopt")->assertOk();
    $pipes = Main::findOrFail($id)->joints()->get()->map(fn ($j) => "{$j->pipe_a}–{$j->pipe_b}")->all();
    expect($pipes)->toHaveCount(5)->and(implode(' ', $pipes))->toContain('–B');
});

it('refuses plans of people who only read, and limits that cannot be', function () {
    $main = Main::where('name', 'Orchard Row')->firstOrFail();
    $this->signIn('ines@demo')->postJson("/api/v1/mains/{$main->id}/plans", ['lengths' => [['length_m' => 6]]])->assertStatus(403);
    $reply = $this->signIn()->postJson("/api/v1/mains/{$main->id}/plans", ['lengths' => [['length_m' => 99]], 'share' => 4])->assertStatus(422);
    expect(array_column($reply->json('errors'), 'field'))->toBe(['lengths', 'share']);
});

it('plans on the command line', function () {
    $file = tempnam(sys_get_temp_dir(), 'line');
    file_put_contents($file, "station,easting,northing,level\n0,0,0,1\n60,0,60,1.2\n");
    expect(Artisan::call('setout:plan', ['alignment' => $file, '--lengths' => '6,12', '--allowed' => '1', '--cut-min' => '1']))->toBe(0);
    $plan = json_decode(Artisan::output(), true, flags: JSON_THROW_ON_ERROR);
    expect($plan['count'])->toBe(5)->and($plan['lower_bound'])->toBe(5)->and(array_column($plan['pipes'], 'length_m'))->toEqual([12, 12, 12, 12, 12])
        ->and($plan['joints'])->toHaveCount(6);
    expect(Artisan::call('setout:plan', ['alignment' => $file, '--lengths' => 'six', '--allowed' => '1']))->toBe(2)
        ->and(Artisan::call('setout:plan', ['alignment' => $file, '--lengths' => '6']))->toBe(2)->and(Artisan::call(
            'setout:plan', ['alignment' => '/nowhere', '--allowed' => '1'],
        ))->toBe(2);
    unlink($file);
});

it('checks the string of a PE main against its cold bend', function () {
    $main = Main::where('name', 'Millrace Lane')->firstOrFail();
    $page = $this->signIn()->postJson(
        "/api/v1/mains/{$main->id}/alignment",
        ['easting_m' => 0, 'northing_m' => 0, 'azimuth_deg' => 0, 'parts' => [['length_m' => 30, 'radius_m' => 0], ['length_m' => 4, 'radius_m' => 4]]],
    )->assertCreated();
    expect($page->json('string.complete'))->toBeFalse()->and($page->json('string.places.0.said'))->toContain('bent to 4 m; at least 4.5 m');
});
