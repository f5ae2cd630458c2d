<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Jobs are closed and opened again; instruments say what they can measure, keep the paper of their calibration, and are put out of use. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('jobs', static function (Blueprint $table): void {
            $table->dateTime('closed_at')->nullable()->after('began_on');
        });
        Schema::table('equipment', static function (Blueprint $table): void {
            $table->string('range_said', 60)->nullable();
            $table->string('resolution_said', 60)->nullable();
            $table->char('paper_sha256', 64)->nullable();
            $table->dateTime('retired_at')->nullable();
        });
    }
};
