<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        // what was read off a fitting whose fusion was good, by the code of its label: shown for confirmation when that code is scanned again
        Schema::create('known_fittings', function (Blueprint $table): void {
            $table->foreignUuid('job_id')->constrained('jobs');
            $table->char('label_code', 24);
            $table->json('figures');
            $table->string('by', 120);
            $table->string('joint', 20);
            $table->timestamps();
            $table->primary(['job_id', 'label_code']);
        });
    }

    public function down(): void
    {
        Schema::dropIfExists('known_fittings');
    }
};
