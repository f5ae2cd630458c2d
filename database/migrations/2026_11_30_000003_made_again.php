<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What was cut out and made again keeps its number, with a letter behind it; what took its place has the number alone. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('joints', static function (Blueprint $table): void {
            $table->string('suffix', 4)->default('')->after('number');
            $table->uuid('replaces')->nullable(); // the joint in whose place this one stands
            $table->unique(['main_id', 'number', 'suffix']);
        });
        Schema::table('joints', static fn (Blueprint $table) => $table->dropUnique(['main_id', 'number']));
    }
};
