<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What went wrong, from being seen to being seen to be right. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('nonconformances', static function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->foreignUuid('job_id')->constrained('jobs');
            $table->unsignedInteger('number');
            $table->foreignUuid('main_id')->nullable()->constrained('mains');
            $table->uuid('section_id')->nullable()->index();
            $table->uuid('joint_id')->nullable()->index();
            $table->string('rule', 80)->nullable(); // of the finding that it came from
            $table->string('what', 500);
            $table->longText('shared'); // who and what was in it, to see what comes back
            $table->longText('pictures');
            $table->foreignUuid('raised_by')->constrained('people');
            $table->string('raised_at', 40);
            $table->foreignUuid('assigned_to')->nullable()->constrained('people');
            $table->date('due_on')->nullable();
            $table->string('standing', 20)->default('open');
            $table->string('cause', 20)->nullable();
            $table->string('correction', 500)->nullable();
            $table->foreignUuid('corrected_by')->nullable()->constrained('people');
            $table->foreignUuid('verified_by')->nullable()->constrained('people');
            $table->string('remark', 500)->nullable();
            $table->timestamps();
            $table->unique(['job_id', 'number']);
        });
    }
};
