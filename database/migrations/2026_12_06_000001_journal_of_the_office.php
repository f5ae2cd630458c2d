<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        // what is of the installation and of no one job: people, papers, ways in, rights taken along, and which jobs there are
        Schema::create('office_entries', function (Blueprint $table): void {
            $table->unsignedBigInteger('seq')->primary();
            $table->uuid('by_id')->nullable(); // nobody: by a command on the server
            $table->string('at', 40);
            $table->longText('payload');
            $table->char('prev_hash', 64);
            $table->char('hash', 64);
        });
        Schema::create('office_head', function (Blueprint $table): void {
            $table->unsignedTinyInteger('id')->primary();
            $table->unsignedBigInteger('seq');
            $table->char('hash', 64);
        });
        DB::table('office_head')->insert(['id' => 1, 'seq' => 0, 'hash' => hash('sha256', 'office')]);
        foreach (['UPDATE', 'DELETE'] as $verb) {
            DB::unprepared("CREATE TRIGGER office_entries_no_{$verb} BEFORE {$verb} ON office_entries FOR EACH ROW SIGNAL SQLSTATE '45000' SET "
                ."MESSAGE_TEXT = 'The journal is append-only: write a new entry that names the old one.'");
        }
    }

    public function down(): void
    {
        Schema::dropIfExists('office_entries');
        Schema::dropIfExists('office_head');
    }
};
