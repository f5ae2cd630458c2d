<?php

declare(strict_types=1);

use App\Models\Membership;
use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/**
 * Whoever works on a job is a member of it, with a role there. What a person is for the whole installation is kept apart: administrator or not, gone or not,
 * and how they sign in.
 */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('memberships', static function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->foreignUuid('job_id')->constrained('jobs');
            $table->foreignUuid('person_id')->constrained('people');
            $table->string('role', 20);
            $table->timestamps();
            $table->unique(['job_id', 'person_id']);
            $table->index('person_id');
        });
        Schema::create('certificates', static function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->foreignUuid('person_id')->constrained('people');
            $table->string('kind', 20);
            $table->string('number', 60);
            $table->date('until')->nullable();
            $table->char('scan_sha256', 64)->nullable();
            $table->timestamps();
            $table->index('person_id');
        });
        Schema::create('links', static function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->foreignUuid('person_id')->constrained('people');
            $table->char('token_sha256', 64)->unique();
            $table->foreignUuid('made_by')->constrained('people');
            $table->dateTime('expires_at');
            $table->dateTime('used_at')->nullable();
            $table->timestamps();
        });
        Schema::create('pictures', static function (Blueprint $table): void {
            $table->char('sha256', 64);
            $table->foreignUuid('job_id')->constrained('jobs');
            $table->primary(['sha256', 'job_id']);
        });
        Schema::table('people', static function (Blueprint $table): void {
            $table->boolean('administrator')->default(false);
            $table->dateTime('left_at')->nullable();
            $table->text('code_secret')->nullable(); // of one-time codes, encrypted
            $table->unsignedBigInteger('code_counter')->default(0); // the last one used: none counts twice
            $table->boolean('code_on')->default(false);
        });
        DB::statement('ALTER TABLE people MODIFY password VARCHAR(255) NULL');
        $this->carryOver();
        Schema::table('people', static fn (Blueprint $table) => $table->dropColumn(['role', 'certificate_number', 'certificate_until']));
    }

    /** Until now everybody was on every job, in one role, with one certificate. */
    private function carryOver(): void
    {
        foreach (DB::table('entries')->where('kind', 'picture')->get(['job_id', 'payload']) as $entry) {
            DB::table('pictures')->insertOrIgnore(['sha256' => json_decode($entry->payload, true)['sha256'], 'job_id' => $entry->job_id]);
        }
        foreach (DB::table('people')->get() as $person) {
            foreach (DB::table('jobs')->pluck('id') as $job) {
                DB::table('memberships')->insert(
                    ['id' => Membership::idOf($job, $person->id), 'job_id' => $job, 'person_id' => $person->id, 'role' => $person->role],
                );
            }
            foreach (Membership::papersOf((array) $person) as $paper) {
                DB::table('certificates')->insert($paper);
            }
            DB::table('people')->where('id', $person->id)->update(['administrator' => $person->role === 'admin']);
        }
    }
};
