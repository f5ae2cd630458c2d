<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/**
 * A joint system or a card that people added is of the job in whose journal it stands. One that other jobs use already stays everybody's, unless it bears
 * the short name of one that ships.
 */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('joint_systems', static function (Blueprint $table): void {
            $table->foreignUuid('job_id')->nullable()->constrained('jobs');
        });
        foreach (DB::table('joint_systems')->get(['id', 'key', 'version']) as $row) {
            $jobs = DB::table('entries')->where('kind', 'joint_system')->where('subject_id', $row->id)->pluck('job_id')->unique();
            $used = DB::table('mains')->where(static fn ($q) => $q->where('joint_method', 'like', "%.{$row->key}")
                ->orWhere('joint_method', 'like', "%.{$row->key}~%"))->pluck('job_id')->unique();
            $ships = App\Procedures\Systems::ships((string) $row->key);
            $of = $jobs->count() === 1 && ($ships || $used->diff($jobs)->isEmpty()) ? $jobs->first() : null;
            DB::table('joint_systems')->where('id', $row->id)->update(['job_id' => $of]);
        }
    }

    public function down(): void
    {
        Schema::table('joint_systems', static function (Blueprint $table): void {
            $table->dropConstrainedForeignId('job_id');
        });
    }
};
