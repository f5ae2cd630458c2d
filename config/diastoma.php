<?php

declare(strict_types=1);

return [
    // Whether this installation may be filled with invented people, whose password everybody knows.
    'demo' => (bool) env('DIASTOMA_DEMO', env('APP_ENV', 'production') !== 'production'),
    // Whether administrators and inspectors must sign in with one-time codes; else they are urged to.
    'codes_required' => (bool) env('DIASTOMA_CODES_REQUIRED', false),

    // What the first visitor of an installation that nobody has used types to become its administrator; empty where anybody may.
    'first_code' => (string) env('DIASTOMA_FIRST_CODE', ''),

    // Whoever has it may read /metrics; without one nobody may.
    'metrics_token' => env('DIASTOMA_METRICS_TOKEN', ''),

    // Requests a minute that one person may make of what is dear: planning a line, reading files, calculations, papers.
    'dear_per_minute' => (int) env('DIASTOMA_DEAR_PER_MINUTE', 120),
];
