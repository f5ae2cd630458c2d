<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Work of any kind that is no joint and no section: a stretch of main, a working day, and whatever comes. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('works', static function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->foreignUuid('job_id')->constrained('jobs');
            $table->foreignUuid('main_id')->nullable()->constrained('mains');
            $table->string('kind', 20);
            $table->string('procedure', 80);
            $table->string('title', 120);
            $table->longText('facts'); // what its craft asks for, as it was told when it was opened
            $table->double('from_station_m')->nullable();
            $table->double('to_station_m')->nullable();
            // The rest is a projection of the journal.
            $table->string('state')->default('planned');
            $table->string('severity')->default('go');
            $table->string('current_step')->nullable();
            $table->longText('verdict')->nullable();
            $table->foreignUuid('rulebook_id')->nullable()->constrained('rulebooks');
            $table->timestamps();
            $table->index(['job_id', 'kind', 'state']);
        });
    }
};
