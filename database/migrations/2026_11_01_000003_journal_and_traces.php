<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::create('entries', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->foreignUuid('job_id')->constrained('jobs');
            $table->unsignedBigInteger('seq');
            $table->string('kind', 40);
            $table->string('subject_type', 20);
            $table->uuid('subject_id');
            $table->longText('payload'); // the text that was hashed, not a json column that might re-write it
            $table->foreignUuid('person_id')->constrained('people');
            $table->string('device_at', 40);
            $table->string('server_at', 40);
            $table->char('prev_hash', 64);
            $table->char('hash', 64);
            $table->unique(['job_id', 'seq']);
            $table->index(['subject_type', 'subject_id', 'seq']);
        });
        // Grants keep the application from it; the triggers keep everybody from it.
        foreach (['UPDATE', 'DELETE'] as $verb) {
            DB::unprepared("CREATE TRIGGER entries_no_{$verb} BEFORE {$verb} ON entries FOR EACH ROW SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'The "
                ."journal is append-only: write a new entry that names the old one.'");
        }
        Schema::create('pressure_tests', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->foreignUuid('section_id')->constrained('sections');
            $table->unsignedInteger('number');
            $table->string('method');
            $table->uuid('repeat_of')->nullable();
            $table->string('state')->default('planned');
            $table->longText('plan');
            $table->longText('run')->nullable();
            $table->longText('verdict')->nullable();
            $table->dateTime('started_at')->nullable();
            $table->dateTime('ended_at')->nullable();
            $table->timestamps();
            $table->unique(['section_id', 'number']);
        });
        Schema::create('fusion_runs', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->foreignUuid('joint_id')->constrained('joints');
            $table->foreignUuid('person_id')->constrained('people');
            $table->double('voltage_v');
            $table->double('resistance_ohm');
            $table->double('time_s');
            $table->double('fitting_c');
            $table->string('fault');
            $table->unsignedInteger('seed');
            $table->double('speed');
            $table->dateTime('started_at', 3);
            $table->dateTime('real_started_at', 3);
            $table->double('stopped_at_s')->nullable();
            $table->boolean('finished')->default(false);
            $table->timestamps();
        });
        Schema::create('trace_blocks', function (Blueprint $table): void {
            $table->id();
            $table->string('subject_type', 20);
            $table->uuid('subject_id');
            $table->unsignedInteger('block');
            $table->double('from_s');
            $table->double('to_s');
            $table->double('minimum');
            $table->double('maximum');
            $table->unsignedInteger('count');
            $table->binary('samples');
            $table->unique(['subject_type', 'subject_id', 'block']);
        });
        DB::statement('ALTER TABLE trace_blocks MODIFY samples MEDIUMBLOB NOT NULL');
    }
};
