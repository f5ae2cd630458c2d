<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What a gauge or a torque wrench reads, from and to, in kPa or N·m: judged when it is used. What was written in words stays. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('equipment', static function (Blueprint $table): void {
            $table->double('range_low')->nullable();
            $table->double('range_high')->nullable();
        });
    }

    public function down(): void
    {
        Schema::table('equipment', static fn (Blueprint $table) => $table->dropColumn(['range_low', 'range_high']));
    }
};
