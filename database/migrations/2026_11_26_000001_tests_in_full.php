<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** Tests by any method: what is known of a section, what else was measured, traces that can be zoomed and are imported in sight. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('sections', function (Blueprint $table): void {
            $table->longText('facts')->nullable(); // a projection of the journal: what was written down about the section
        });
        Schema::table('pressure_tests', function (Blueprint $table): void {
            $table->longText('section_facts')->nullable(); // as they stood when it was planned
            $table->longText('ready')->nullable(); // who made it ready, with what, and what was overruled
            $table->longText('measured')->nullable();
            $table->string('mode', 20)->nullable();
        });
        Schema::table('trace_blocks', function (Blueprint $table): void {
            $table->binary('summary')->nullable(); // smallest and largest sample of each eighth
        });
        Schema::create('trace_imports', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->uuid('test_id');
            $table->unsignedBigInteger('bytes')->default(0);
            $table->unsignedBigInteger('total_bytes')->default(0);
            $table->unsignedBigInteger('rows_read')->default(0);
            $table->string('stage', 20)->default('reading');
            $table->boolean('cancelled')->default(false);
            $table->timestamps();
        });
        foreach (DB::table('pressure_tests')->get(['id', 'plan']) as $test) {
            DB::table('pressure_tests')->where('id', $test->id)->update(['plan' => json_encode($this->plan(json_decode($test->plan, true)))]);
        }
    }

    /**
     * @param  array<string, mixed>  $old
     * @return array<string, mixed> as plans are written today
     */
    private function plan(array $old): array
    {
        if (isset($old['gauge_kpa'])) {
            return $old;
        }
        $controls = ['raise' => 'raise', 'expansion' => 'hold', 'reduce' => 'lower', 'test' => 'shut'];

        return [
            'method' => $old['method'], 'medium' => 'water', 'gauge_kpa' => $old['gauge_expansion_kpa'], 'judged_kpa' => $old['gauge_test_kpa'],
            'low_kpa' => $old['test_pressure_low_kpa'], 'high_kpa' => $old['high_expansion_kpa'],
            'window' => ['min_kpa' => 0.0, 'max_kpa' => $old['gauge_expansion_kpa'], 'feasible' => true, 'splits_m' => [], 'said' => ''],
            'make_up' => ['said' => $old['make_up'], 'l_per_h' => null, 'litres' => null],
            'phases' => array_map(
                static fn (array $p): array => [
                    ...$p, 'control' => $controls[$p['id']] ?? 'shut', 'judged' => $p['id'] === 'test', 'extend_min' => 0.0, 'fall_kpa' => 0.0,
                ],
                $old['phases'],
            ),
            'figures' => [], 'cautions' => [], 'notes' => $old['notes'], 'site' => [], 'options' => (object) [],
        ];
    }
};
