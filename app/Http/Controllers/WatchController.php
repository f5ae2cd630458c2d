<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Models\Job;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\DB;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** What whoever runs the installation watches. It says how much there is and how it fares, never what. */
final class WatchController
{
    /** Whether it works at all: it asks the database. */
    public function up(): Response
    {
        try {
            DB::select('SELECT 1');
        } catch (\Throwable) {
            return new Response("The database does not answer.\n", 503, ['Content-Type' => 'text/plain; charset=UTF-8', 'Retry-After' => '10']);
        }

        return new Response("Up.\n", 200, ['Content-Type' => 'text/plain; charset=UTF-8', 'Cache-Control' => 'no-store']);
    }

    /** Figures by name, a line each, as collectors of metrics read them; for whoever has the token of the settings. */
    public function metrics(Request $request): Response
    {
        $token = (string) config('diastoma.metrics_token');
        if ($token === '' || ! hash_equals($token, (string) $request->bearerToken())) {
            throw new NotFoundHttpException;
        }
        $begun = hrtime(true);
        DB::select('SELECT 1');
        $figures = [
            'database_seconds' => [round((hrtime(true) - $begun) / 1e9, 6), 'gauge', 'Time of the simplest question to the database'],
            'jobs' => [Job::count(), 'gauge', 'Jobs'],
            'jobs_open' => [Job::whereNull('closed_at')->count(), 'gauge', 'Jobs that are not closed'],
            'journal_entries' => [(int) Job::sum('journal_seq'), 'counter', 'Entries in all journals'],
            'people' => [DB::table('people')->whereNull('left_at')->count(), 'gauge', 'People who may sign in'],
            'signed_in' => [DB::table('sessions')->whereNotNull('user_id')->where('last_activity', '>', time() - 900)->count(), 'gauge',
                'Sign-ins that did something within a quarter of an hour'],
            'fusions_running' => [DB::table('fusion_runs')->where('finished', false)->count(), 'gauge', 'Fusions that run'],
            'tests_running' => [DB::table('pressure_tests')->where('state', 'running')->count(), 'gauge', 'Pressure tests that run'],
            'mail_waiting' => [DB::table('jobs_queued')->count(), 'gauge', 'E-mails not sent yet'],
            'mail_failed' => [DB::table('jobs_failed')->count(), 'gauge', 'E-mails that could not be sent'],
            'disk_free_bytes' => [(int) disk_free_space(storage_path()), 'gauge', 'Room left where pictures are kept'],
        ];
        $text = '';
        foreach ($figures as $name => [$value, $type, $help]) {
            $text .= "# HELP diastoma_{$name} {$help}.\n# TYPE diastoma_{$name} {$type}\ndiastoma_{$name} {$value}\n";
        }

        return new Response($text, 200, ['Content-Type' => 'text/plain; version=0.0.4; charset=UTF-8', 'Cache-Control' => 'no-store']);
    }
}
