<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        // who took which main along without signal, when, and in what role: their entries are taken by these rights
        Schema::create('takings', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->foreignUuid('job_id')->constrained('jobs');
            $table->foreignUuid('main_id')->constrained('mains');
            $table->foreignUuid('person_id')->constrained('people');
            $table->string('role', 20);
            $table->string('taken_at', 30);
            $table->index(['job_id', 'person_id']);
        });
        // where a device and the server judged the same entries differently
        Schema::create('differences', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->foreignUuid('job_id')->constrained('jobs');
            $table->foreignUuid('person_id')->constrained('people');
            $table->string('subject_type', 20);
            $table->uuid('subject_id');
            $table->string('at', 400);
            $table->text('device');
            $table->text('server');
            $table->string('rules', 80);
            $table->timestamp('created_at')->useCurrent();
            $table->index(['job_id', 'created_at']);
        });
    }

    public function down(): void
    {
        Schema::dropIfExists('differences');
        Schema::dropIfExists('takings');
    }
};
