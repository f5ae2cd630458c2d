<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Nothing is entered for a day before the job began; of a job from before this nobody has said. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('jobs', static function (Blueprint $table): void {
            $table->date('began_on')->nullable()->after('time_zone');
        });
    }
};
