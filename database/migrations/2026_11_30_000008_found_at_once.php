<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What every screen asks of the joints of a large job, without reading all of them. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('joints', function (Blueprint $table): void {
            $table->index(['main_id', 'suffix', 'number']);
            $table->index(['main_id', 'suffix', 'station_m']);
            $table->index(['main_id', 'state']);
            $table->index(['main_id', 'rulebook_id', 'state']);
            $table->index(['main_id', 'method', 'id']);
            $table->index(['main_id', 'test_at']);
            $table->index(['main_id', 'current_step']);
        });
    }

    public function down(): void
    {
        Schema::table('joints', function (Blueprint $table): void {
            $table->dropIndex(['main_id', 'current_step']);
            $table->dropIndex(['main_id', 'test_at']);
            $table->dropIndex(['main_id', 'method', 'id']);
            $table->dropIndex(['main_id', 'rulebook_id', 'state']);
            $table->dropIndex(['main_id', 'state']);
            $table->dropIndex(['main_id', 'suffix', 'station_m']);
            $table->dropIndex(['main_id', 'suffix', 'number']);
        });
    }
};
