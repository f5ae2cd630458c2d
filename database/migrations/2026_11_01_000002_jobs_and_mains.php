<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::create('rulebooks', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->string('key');
            $table->unsignedInteger('version');
            $table->string('title');
            $table->json('payload');
            $table->timestamps();
            $table->unique(['key', 'version']);
        });
        Schema::create('jobs', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->string('number')->unique();
            $table->string('title');
            $table->string('place');
            $table->string('time_zone')->default('UTC');
            $table->foreignUuid('rulebook_id')->constrained('rulebooks');
            $table->boolean('simulated')->default(false);
            $table->unsignedBigInteger('clock_ahead_s')->default(0);
            $table->unsignedBigInteger('journal_seq')->default(0);
            $table->char('journal_head', 64);
            $table->timestamps();
        });
        Schema::create('mains', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->foreignUuid('job_id')->constrained('jobs');
            $table->string('name');
            $table->enum('service', ['water', 'sewer_gravity', 'sewer_rising', 'gas']);
            $table->string('material');
            $table->unsignedInteger('dn_mm');
            $table->double('sdr');
            $table->double('wall_mm');
            $table->double('od_largest_mm');
            $table->double('length_m');
            $table->timestamps();
        });
        Schema::create('sections', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->foreignUuid('main_id')->constrained('mains');
            $table->string('name');
            $table->double('from_station_m');
            $table->double('to_station_m');
            $table->double('low_level_m');
            $table->double('high_level_m');
            $table->double('gauge_level_m');
            $table->double('design_pressure_kpa');
            $table->timestamps();
        });
        Schema::create('pipes', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->foreignUuid('main_id')->constrained('mains');
            $table->string('number');
            $table->double('from_station_m');
            $table->double('to_station_m');
            $table->timestamps();
            $table->unique(['main_id', 'number']);
            $table->index(['main_id', 'from_station_m']);
        });
        Schema::create('joints', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->foreignUuid('main_id')->constrained('mains');
            $table->foreignUuid('section_id')->constrained('sections');
            $table->unsignedInteger('number');
            $table->double('station_m');
            $table->string('method');
            $table->string('pipe_a');
            $table->string('pipe_b');
            // The rest is a projection of the journal: rebuilt by journal:replay.
            $table->string('state')->default('planned');
            $table->string('severity')->default('go');
            $table->string('current_step')->nullable();
            $table->dateTime('release_at')->nullable();
            $table->dateTime('test_at')->nullable();
            $table->longText('verdict')->nullable();
            $table->timestamps();
            $table->unique(['main_id', 'number']);
            $table->index(['section_id', 'state']);
        });
        Schema::create('equipment', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->foreignUuid('job_id')->constrained('jobs');
            $table->string('kind');
            $table->string('name');
            $table->string('serial');
            $table->date('calibration_until')->nullable();
            $table->timestamps();
        });
    }
};
