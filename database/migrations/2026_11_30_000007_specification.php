<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What the owner asks for, in the owner's own words: a file, kept by its hash. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('jobs', function (Blueprint $table): void {
            $table->char('specification_sha256', 64)->nullable();
            $table->string('specification_name', 200)->nullable();
        });
    }

    public function down(): void
    {
        Schema::table('jobs', function (Blueprint $table): void {
            $table->dropColumn(['specification_sha256', 'specification_name']);
        });
    }
};
