<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** A joint may hold several fusions; a control unit may send its samples itself. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('fusion_runs', function (Blueprint $table): void {
            $table->string('record', 40)->default('fusion')->after('person_id');
            $table->foreignUuid('equipment_id')->nullable()->after('record')->constrained('equipment');
            $table->longText('samples')->nullable();
            $table->string('end_code', 60)->nullable();
        });
        DB::statement('ALTER TABLE fusion_runs MODIFY resistance_ohm DOUBLE NULL');
        Schema::table('joints', function (Blueprint $table): void {
            $table->foreignUuid('rulebook_id')->nullable()->constrained('rulebooks'); // the version its verdict was given under
        });
        Schema::create('good_traces', function (Blueprint $table): void {
            $table->foreignUuid('job_id')->constrained('jobs');
            $table->char('label_code', 24);
            $table->uuid('trace'); // the latest good one, to lay behind others of its label
            $table->timestamps();
            $table->primary(['job_id', 'label_code']);
        });
        Schema::create('personal_access_tokens', function (Blueprint $table): void {
            $table->id();
            $table->uuidMorphs('tokenable');
            $table->string('name');
            $table->string('token', 64)->unique();
            $table->text('abilities')->nullable();
            $table->timestamp('last_used_at')->nullable();
            $table->timestamp('expires_at')->nullable();
            $table->timestamps();
        });
    }
};
