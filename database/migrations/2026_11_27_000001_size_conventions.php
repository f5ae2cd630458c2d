<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** PE mains by other conventions than the metric: IPS and DIPS have a smallest diameter and a printed size of their own. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('mains', static function (Blueprint $table): void {
            $table->string('size_convention', 40)->nullable();
            $table->double('od_smallest_mm')->nullable();
            $table->double('label_size_mm')->nullable();
        });
    }
};
