<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** What a line says of each joint beside its state: what is to do, when somebody last entered something, and who. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('joints', static function (Blueprint $table): void {
            $table->string('to_do', 120)->default('');
            $table->dateTime('last_at')->nullable();
            $table->string('last_by', 120)->nullable();
        });
        DB::statement("UPDATE joints j JOIN (
            SELECT e.subject_id, REPLACE(SUBSTRING(e.device_at, 1, 19), 'T', ' ') AS device_at, p.name,
                ROW_NUMBER() OVER (PARTITION BY e.subject_id ORDER BY e.device_at DESC, e.seq DESC) AS k
            FROM entries e JOIN people p ON p.id = e.person_id WHERE e.subject_type = 'joint' AND e.kind NOT IN ('note', 'picture')
        ) l ON l.subject_id = j.id AND l.k = 1 SET j.last_at = l.device_at, j.last_by = l.name");
        DB::table('joints')->whereNotNull('verdict')->whereIn('state', ['in_work', 'mend'])->select('id', 'state', 'current_step', 'verdict')->orderBy('id')
            ->each(static function (stdClass $joint): void {
                $steps = array_column(json_decode($joint->verdict, true)['steps'] ?? [], 'title', 'step');
                $title = $steps[$joint->current_step] ?? '';
                $said = $joint->state === 'mend' && $title !== '' ? "Put right, then {$title}" : $title;
                DB::table('joints')->where('id', $joint->id)->update(['to_do' => $said]);
            });
    }

    public function down(): void
    {
        Schema::table('joints', static fn (Blueprint $table) => $table->dropColumn(['to_do', 'last_at', 'last_by']));
    }
};
