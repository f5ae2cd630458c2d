<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** A main may change its pipe along its length, and leave another at a joint. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('pipes', function (Blueprint $table): void {
            $table->longText('span')->nullable(); // what this pipe is, where it is another than the main's
        });
        Schema::table('mains', function (Blueprint $table): void {
            $table->foreignUuid('leaves_joint_id')->nullable()->constrained('joints');
        });
    }

    public function down(): void
    {
        Schema::table('mains', function (Blueprint $table): void {
            $table->dropConstrainedForeignId('leaves_joint_id');
        });
        Schema::table('pipes', function (Blueprint $table): void {
            $table->dropColumn('span');
        });
    }
};
