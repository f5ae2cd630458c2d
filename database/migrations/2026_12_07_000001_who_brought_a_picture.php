<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        // who may name a picture that no job shows yet, how much somebody brought in a day, and what nothing names after a month
        Schema::create('pictures_brought', function (Blueprint $table): void {
            $table->id();
            $table->char('sha256', 64)->index();
            $table->foreignUuid('person_id')->constrained('people');
            $table->unsignedInteger('bytes');
            $table->timestamp('brought_at')->useCurrent();
            $table->index(['person_id', 'brought_at']);
            $table->index('brought_at');
        });
    }

    public function down(): void
    {
        Schema::dropIfExists('pictures_brought');
    }
};
