<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** Mains of other pipe than PE, joint systems of one's own, alignments and plans, and what is rejected on delivery. */
return new class extends Migration
{
    public function up(): void
    {
        DB::statement('ALTER TABLE mains MODIFY sdr DOUBLE NULL');
        Schema::table('mains', function (Blueprint $table): void {
            $table->double('pn_bar')->nullable()->after('sdr');
            $table->string('joint_method', 60)->nullable(); // procedure of the joints that a plan makes
        });
        Schema::table('joints', function (Blueprint $table): void {
            $table->longText('planned')->nullable(); // deflection, place and pipe length of the plan that made it
        });
        Schema::create('joint_systems', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->string('key', 40);
            $table->unsignedInteger('version');
            $table->longText('payload');
            $table->foreignUuid('person_id')->constrained('people');
            $table->timestamps();
            $table->unique(['key', 'version']);
        });
        Schema::create('alignments', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->foreignUuid('main_id')->constrained('mains');
            $table->string('name');
            $table->string('file');
            $table->longText('payload');
            $table->timestamps();
        });
        Schema::create('plans', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->foreignUuid('main_id')->constrained('mains');
            $table->foreignUuid('alignment_id')->constrained('alignments');
            $table->longText('request');
            $table->longText('payload');
            $table->timestamp('adopted_at')->nullable();
            $table->timestamps();
        });
        Schema::create('rejects', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->foreignUuid('main_id')->constrained('mains');
            $table->string('pipe', 40);
            $table->string('reason', 60);
            $table->string('note', 500);
            $table->string('picture')->nullable();
            $table->string('picture_type', 40)->nullable();
            $table->char('picture_sha256', 64)->nullable();
            $table->foreignUuid('person_id')->constrained('people');
            $table->timestamps();
        });
    }
};
